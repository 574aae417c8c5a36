import { begin, expect, expectAccessible, expectRecorded, stepTo, test, typeOver } from './zeolite.ts';

test('rooms and their floors come first, then water of long ago, half a rotation, and a room that is full', async ({
  visitor,
  zeolite,
}) => {
  const { page, reach } = visitor;
  await begin(visitor);

  // a room before any container
  await visitor.press('Add a place');
  await typeOver(page, 'Name of the place', 'attic');
  await typeOver(page, 'Width in metres', '1.2');
  await typeOver(page, 'Floor limit in kg/m²', '150');
  await visitor.press('Keep it');
  await expect(page.getByRole('list', { name: 'Places' })).toContainText('attic');
  await expect(page.getByRole('button', { name: 'Set them down' })).toBeVisible();
  await expectAccessible(page);

  // water of long ago: told at once, with what can be done
  await typeOver(page, 'How many', '1');
  await visitor.choose('Kind', /^20.L jerry can|^jerry can.*20/);
  await typeOver(page, 'Place', 'attic');
  await visitor.choose('When it was done', 'earlier');
  const twoYears = new Date(Date.parse(await zeolite.now()) - 730 * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel('Day it was done').fill(twoYears);
  await expect(page.getByText(/The water was good until .* it is set down as utility water/)).toBeVisible();
  await expect(page.getByText(/Treat it again on the Bench and test it/)).toBeVisible();
  await visitor.press('Set them down');
  await expectRecorded(page);
  await expect(reach).toContainText('0 days');

  // half of it goes, and half is filled: the whole is as old as it was
  await visitor.select('OW-001');
  await visitor.press('Rotate', page, true);
  await visitor.choose('How much of it goes first', 'half goes');
  await expect(page.getByLabel('Volume filled', { exact: true })).toHaveValue(/^9/);
  await expect(page.getByText(/the whole will count as old as the oldest part/)).toBeVisible();
  await visitor.press('Filled', page, true);
  // the form goes when it is recorded: before that another press of Rotate would be of the same form
  await expect(page.getByLabel('Volume filled', { exact: true })).toHaveCount(0);
  await expectRecorded(page);
  await expect(reach).toContainText('0 days');
  await visitor.press('Rotate', page, true);
  await visitor.choose('How much of it goes first', 'all goes');
  await visitor.press('Emptied and filled');
  await expectRecorded(page);
  await expect(reach).not.toContainText('0 days');

  // the planner names the room that is full, by how much, and what can be done until then
  await stepTo(page, 'plan');
  await typeOver(page, 'Days', '60');
  await visitor.press('Work it out');
  const answer = page.getByTestId('mix-answer');
  await expect(answer).toContainText('It cannot be done as asked', { timeout: 60_000 });
  await expect(answer).toContainText('attic');
  await expect(answer).toContainText(/Until then, what can be done: .*\sL for/);
  await visitor.open('See where they would stand');
  await expect(page.locator('[data-ghost]').first()).toBeAttached();
});
