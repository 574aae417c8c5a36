import { addMinutes } from '#core/calendar/day.ts';
import { folderOf } from '#demo/unfit.ts';
import { begin, expect, test } from './zeolite.ts';

test('a folder of five waters that nobody may drink says no days, and why, on Today', async ({
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
});
