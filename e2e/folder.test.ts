import { addMinutes } from '#core/calendar/day.ts';
import { folderOf } from '#demo/unfit.ts';
import { begin, expect, test } from './zeolite.ts';

test('a folder of five waters that nobody may drink says no days, and why, on Today, in the store and before a card', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  const { entries, vessels } = folderOf(addMinutes(await zeolite.now(), -4 * 60));
  await zeolite.record(entries);
  await page.goto(`${zeolite.address}today`);
  await expect(visitor.reach).toContainText('0 days');
  const main = page.getByRole('main');
  await expect(main).toContainText('Arsenic');
  await expect(main).toContainText('E. coli');
  await expect(main).toContainText('brown');
  await expect(main).toContainText('fuel');
  await expect(main).toContainText('Boil');

  // in the store each stands as what it is, with its reason beside it
  for (const [name, code, why] of [
    ['borehole', 'A', /[Aa]rsenic/],
    ['well', 'B', /E\. coli/],
    ['brown', 'C', /brown/],
    ['stream', 'D', /fuel/],
    ['noticed', 'E', /Boil-water notice/],
  ] as const) {
    await page.goto(`${zeolite.address}store/${encodeURIComponent(vessels[name])}`);
    const drawer = page.getByRole('complementary', { name: code, exact: true });
    await expect(drawer.getByRole('paragraph').first()).toHaveText(/^\s*(utility|failed)\s*$/);
    await expect(drawer).toContainText(why);
    // and nothing that is owned, which is nothing, makes a card of it
    await page.goto(`${zeolite.address}sources/safe?container=${encodeURIComponent(vessels[name])}`);
    await expect(page.getByTestId('safe-answer')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  }
});
