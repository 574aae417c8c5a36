import { expect, expectAccessible, test } from './zeolite.ts';

test('a pack is one line and one mark; its bottles are taken out and one is opened', async ({ visitor }) => {
  const { page } = visitor;
  await visitor.fill('How many people', '4');
  await visitor.press('Begin');
  await visitor.fill('How many', '2');
  await visitor.choose('Kind', /^24 × 500\smL pack/);
  await visitor.fill('Place', 'cellar');
  await visitor.choose('What water', /^bought/);
  await visitor.press('Set them down');
  // 24 L at 3.785 L for each of four
  await expect(visitor.reach).toContainText('1.5 days');
  await expect(page.locator('[data-container]')).toHaveCount(2);
  await visitor.select('OW-001');
  const life = page.getByRole('complementary', { name: 'OW-001' });
  await visitor.press('Draw off', life);
  await visitor.fill('How many bottles', '25');
  await expect(page.getByText(/that is above 24/)).toBeVisible();
  await visitor.fill('How many bottles', '4');
  await expectAccessible(page);
  await visitor.press('Draw it off');
  await expect(life.getByText('4 bottles taken out, to drink')).toBeVisible();
  await expect(life.getByText('ready', { exact: true }).first()).toBeVisible();
  await visitor.press('Draw off', life);
  await visitor.choose('What is done with them', /^opened/);
  await visitor.press('Draw it off');
  await expect(life.getByText('A bottle opened, it stands by itself as OW-001-1')).toBeVisible();
  await page.getByRole('link', { name: 'Close the drawer' }).click();
  await expect(visitor.container('OW-001-1')).toHaveAttribute('data-state', 'open');
  await expect(visitor.container('OW-001')).toHaveAttribute('data-state', 'ready');
});

test('a counted block opens into its containers, one by one', async ({ visitor }) => {
  const { page } = visitor;
  await visitor.fill('How many people', '4');
  await visitor.press('Begin');
  await visitor.fill('How many', '50');
  await visitor.choose('Kind', /^20\sL jerry can/);
  await visitor.fill('Place', 'cellar');
  await visitor.press('Set them down');
  const block = page.getByRole('button', { name: /^50 × 20\sL jerry can/ });
  await expect(block).toBeVisible();
  await block.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('50 rows')).toBeVisible();
  await expect(page.getByLabel('Filter the rows')).toHaveValue(/jerry can cellar$/);
  await page.getByRole('button', { name: 'OW-002' }).click();
  await expect(page.getByRole('heading', { name: /^OW-002/ })).toBeVisible();
});
