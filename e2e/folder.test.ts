import { addMinutes } from '#core/calendar/day.ts';
import { folderOf } from '#demo/unfit.ts';
import { begin, expect, expectAccessible, test } from './zeolite.ts';

test('a folder of five waters that nobody may drink says no days, and why, on every screen', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  const { entries } = folderOf(addMinutes(await zeolite.now(), -4 * 60));
  const res = await fetch(`${zeolite.address}api/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries, mode: 'happened' }),
  });
  expect(res.status).toBe(201);
  await page.goto(`${zeolite.address}today`);
  await expect(visitor.reach).toContainText('0 days');
  const main = page.getByRole('main');
  await expect(main).toContainText('Arsenic');
  await expect(main).toContainText('E. coli');
  await expect(main).toContainText('brown');
  await expect(main).toContainText('fuel');
  await expect(main).toContainText('Boil');
  await expectAccessible(page);
  // the store: none of its five drums is drawn as drinking water, and the drawer says why
  for (const [code, why] of [
    ['A', /arsenic/i],
    ['C', /brown|rusty/i],
    ['D', /fuel/i],
    ['E', /notice/i],
  ] as const) {
    await visitor.select(code);
    await expect(page.getByRole('complementary')).toContainText(why);
    await expect(page.getByRole('complementary')).not.toContainText(/good until/i);
  }
});
