import { expect } from '@playwright/test';
import { settle, test } from './zeolite.ts';

test('the first page is filled in by keys alone, each in its own blank', async ({ visitor }) => {
  const { page } = visitor;
  await expect(page.getByLabel('How many people')).toBeFocused();
  await page.keyboard.type('5');
  await page.keyboard.press('Tab');
  await page.keyboard.type('3 weeks');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Wren');
  await expect(page.getByLabel('How many people')).toHaveValue('5');
  await expect(page.getByLabel('How many days')).toHaveValue('21');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /^Store/ })).toBeVisible();
});

test('what was filled in spring is good until autumn, and its reading is of the day it was read', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await visitor.fill('How many people', '4');
  await visitor.press('Begin');
  const today = (await zeolite.now()).slice(0, 10);
  const back = (days: number) => new Date(Date.parse(today) - days * 86_400_000).toISOString().slice(0, 10);
  await visitor.fill('How many', '1');
  await visitor.fill('Place', 'cellar');
  await visitor.choose('When it was done', 'earlier');
  // a day still to come, or a slip of the year, is said beside the blank, and nothing can be recorded
  await page.getByLabel('Day it was done').fill(back(-3));
  await expect(page.getByText(/still to come/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Set them down' })).toBeDisabled();
  await page.getByLabel('Day it was done').fill('1926-03-03');
  await expect(page.getByText(/long ago/)).toBeVisible();
  await page.getByLabel('Day it was done').fill(back(200));
  await visitor.press('Set them down');
  // tap water in a sealed drum keeps six months: after 200 days it is past
  await expect(visitor.reach).toContainText('0 days');
  await visitor.select('OW-001');
  const life = page.getByRole('complementary', { name: 'OW-001' });
  await expect(life.getByText('past', { exact: true }).first()).toBeVisible();
  await visitor.press('Draw off', life);
  await visitor.fill('How much', '2 L');
  await visitor.choose('When it was done', 'earlier');
  await page.getByLabel('Day it was done').fill(back(150));
  await page.getByRole('button', { name: /Draw it off|It already happened/ }).click();
  await expect(life.getByText(/written up/).first()).toBeVisible();
});

test('a unit of another kind is refused beside its blank, and a figure in another unit is converted', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await visitor.open(/^6 Bench/);
  const typed = async (label: string, text: string) => {
    const blank = page.getByLabel(label, { exact: true });
    await blank.click();
    await page.keyboard.press('Control+A');
    await page.keyboard.type(text);
    await page.keyboard.press('Tab');
    return blank;
  };
  await expect(await typed('Volume of water', '5 imp gal')).toHaveValue(/^22\.7 L$/);
  await expect(await typed('pH', '7-8')).toHaveValue('7-8');
  await expect(page.getByText(/“7-8” is two numbers/)).toBeVisible();
  await expect(await typed('pH', 'pH 7.5')).toHaveValue('7.5');
  await typed('Water temperature', '40');
  await expect(page.getByText(/can be °C or °F/)).toBeVisible();
  await expect(await typed('Water temperature', '40 F')).toHaveValue('4.4 °C');
  await typed('Water temperature', '-3');
  await expect(page.getByText(/is ice/)).toBeVisible();
});
