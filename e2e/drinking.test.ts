import type { Locator, Page } from '@playwright/test';
import { doseAndStir, expect, settle, test, type Visitor, type Zeolite } from './zeolite.ts';

const limited = (page: Page): Locator => page.getByTestId('reach-limited');
const promise = (page: Page): Locator => page.getByTestId('promise');
const sheets = (page: Page): Locator => page.getByRole('complementary', { name: 'Bench sheets' });
const life = (page: Page): Locator => page.getByRole('complementary', { name: 'OW-001' });

/** A method of the bench with a container of the store. */
async function bench(page: Page, zeolite: Zeolite, method: string, code = 'OW-001'): Promise<void> {
  await page.goto(`${zeolite.address}bench?method=${method}`);
  await page.getByRole('combobox', { name: 'Container', exact: true }).click();
  await page.getByRole('option', { name: code }).click();
}

/** Does a sheet's steps until its end, waiting its clocks out and typing the readings that it asks for. */
async function toTheEnd(visitor: Visitor, zeolite: Zeolite, reading = '20'): Promise<void> {
  const { page } = visitor;
  const running = sheets(page);
  await expect(running.getByRole('heading', { level: 2 }).first()).toBeVisible();
  for (let i = 0; i < 14; i++) {
    if (await running.getByText('Finished').isVisible()) return;
    const done = running.getByRole('button', { name: 'Done', exact: true });
    const goOn = running.getByRole('button', { name: 'The time is over: go on' });
    const read = running.getByRole('button', { name: 'That is the reading' });
    const timer = running.getByRole('timer');
    await expect(done.or(goOn).or(read).or(timer).or(running.getByText('Finished')).first()).toBeVisible();
    if (await timer.isVisible()) await zeolite.pass(70);
    else if (await goOn.isVisible()) await visitor.step('The time is over: go on', running);
    else if (await read.isVisible()) {
      await running.getByLabel(/^Reading in/).pressSequentially(reading);
      await visitor.step('That is the reading', running);
    } else if (await done.isVisible()) await visitor.step('Done', running);
  }
  await expect(running).toContainText('Finished');
}

/** Doses the open container by the drop table, and reads it. */
async function doseAndRead(visitor: Visitor, zeolite: Zeolite, mgL: string): Promise<void> {
  const { page } = visitor;
  await visitor.press('Begin the sheet');
  await doseAndStir(visitor);
  await zeolite.pass(61);
  await page.getByLabel('Free chlorine in mg/L').pressSequentially(mgL);
  await visitor.press('Enter the reading');
  await visitor.press('Labelled');
}

test('a household with bleach and a pond: limited protection beside the reach, and a boil that counts', async ({
  visitor,
  zeolite,
}) => {
  const { page, reach } = visitor;
  await settle(visitor, /^pond water/);
  await visitor.select('OW-001');
  await expect(page.getByText(/Not treated, and human waste may be in it/)).toBeVisible();
  await visitor.press('Dose');
  await expect(promise(page)).toContainText('limited protection for 24 h');
  await expect(promise(page)).toContainText('Giardia and Cryptosporidium');
  await doseAndRead(visitor, zeolite, '0.4');
  await expect(reach).toContainText('0 days');
  await expect(limited(page)).toContainText('198 L limited');
  await page.goto(`${zeolite.address}store`);
  await visitor.select('OW-001');
  await expect(life(page)).toContainText('Infants under one year');
  await expect(life(page)).toContainText('A rolling boil, or a filter certified for Cryptosporidium');
  // drinking it is warned of, not refused: there is nothing better
  await visitor.press('Draw off', life(page));
  await visitor.fill('How much', '1');
  await expect(page.getByText(/is of limited protection/).last()).toBeVisible();
  await visitor.press('Draw it off');
  await expect(page.getByText(/were drunk/)).toHaveCount(0);
  // the boil counts, for a day, and says so before it is begun
  await bench(page, zeolite, 'boil');
  await expect(promise(page)).toContainText('It then keeps 24 h');
  await visitor.press('Begin the sheet');
  await toTheEnd(visitor, zeolite);
  await expect(sheets(page)).toContainText('Good until');
  await expect(reach).toContainText('12.9 days');
  await expect(limited(page)).toHaveCount(0);
  await zeolite.pass(25 * 60);
  await expect(reach).toContainText('0 days');
});

test('a well owner is asked about the well, and what is answered decides', async ({ visitor, zeolite }) => {
  const { page, reach } = visitor;
  await visitor.fill('How many people', '4');
  await visitor.press('Begin');
  await visitor.fill('How many', '1');
  await visitor.fill('Place', 'cellar');
  await visitor.choose('What water', /^well water/);
  await visitor.press('Set them down');
  await visitor.select('OW-001');
  await visitor.press('Dose');
  await expect(promise(page)).toContainText('limited protection');
  await doseAndRead(visitor, zeolite, '0.6');
  await expect(reach).toContainText('0 days');
  await page.goto(`${zeolite.address}store`);
  await visitor.select('OW-001');
  await expect(life(page)).toContainText('Look at the well and say what it is');
  await visitor.choose('The well or spring', /^closed and sound, not tested/);
  await expect(reach).toContainText('13 days');
  await expect(life(page)).toContainText('24 h from the last reading');
  // read again a day after the dose, it keeps
  await zeolite.pass(1440);
  await visitor.press('Chlorine', life(page), true);
  await visitor.fill('Free chlorine in mg/L', '0.5');
  await visitor.press('Enter the reading');
  await expect(life(page)).toContainText('treated here, 6 months');
  await visitor.choose('The well or spring', /^open or at risk/);
  await expect(reach).toContainText('0 days');
  await expect(limited(page)).toBeVisible();
});

test('the owner of a rain tank: a clean roof, a soiled one, and one that is never drunk from', async ({
  visitor,
  zeolite,
}) => {
  const { page, reach } = visitor;
  await settle(visitor, /^rain water/);
  await visitor.select('OW-001');
  await visitor.choose('The roof', /^clean roof/);
  await visitor.press('Dose');
  await expect(promise(page)).toContainText('It then keeps 24 h from each reading');
  await doseAndRead(visitor, zeolite, '0.5');
  await expect(reach).toContainText('13 days');
  await page.goto(`${zeolite.address}store`);
  await visitor.select('OW-002');
  const second = page.getByRole('complementary', { name: 'OW-002' });
  await visitor.choose('The roof', /^lead, asbestos/);
  await expect(second).toContainText('Washing and flushing only');
  await expect(second.getByRole('button', { name: 'Dose', exact: true })).toHaveCount(0);
  await visitor.choose('The roof', /^droppings/);
  await visitor.press('Dose', second, true);
  await expect(promise(page)).toContainText('limited protection');
});

test('a village on a river with sewage: a filter alone is a last resort, with bleach it is drinking water for a day', async ({
  visitor,
  zeolite,
}) => {
  const { page, reach } = visitor;
  await settle(visitor, /^silty river water/);
  await visitor.select('OW-001');
  await visitor.choose('People upstream', /^people upstream/);
  await bench(page, zeolite, 'filter');
  await expect(promise(page)).toContainText('Last resort');
  await visitor.press('Begin the sheet');
  await toTheEnd(visitor, zeolite);
  await expect(sheets(page)).toContainText('Last resort, not counted');
  await expect(reach).toContainText('0 days');
  await page.goto(`${zeolite.address}store`);
  await visitor.select('OW-001');
  await visitor.press('Dose');
  await expect(promise(page)).toContainText('drinking water for 24 h, with a warning');
  await doseAndRead(visitor, zeolite, '0.5');
  await expect(reach).toContainText('13 days');
  await page.goto(`${zeolite.address}store`);
  await visitor.select('OW-001');
  await expect(life(page)).toContainText('human waste is likely in its source');
  await expect(life(page)).toContainText('A rolling boil meets the aim by itself');
});

test('a flat with tap water only: nothing is added, and a low reading is a top-up on Today', async ({
  visitor,
  zeolite,
}) => {
  const { page, reach } = visitor;
  await settle(visitor, /^treated tap/);
  await expect(reach).toContainText('39.1 days');
  await visitor.select('OW-001');
  await visitor.press('Chlorine', life(page), true);
  await visitor.fill('Free chlorine in mg/L', '0.1');
  await visitor.press('Enter the reading');
  await expect(reach).toContainText('39.1 days');
  await expect(life(page)).toContainText('still usable in its term, and wants a top-up');
  await visitor.open(/^1 Today/);
  await expect(page.getByRole('link', { name: /OW-001 reads 0.1 mg\/L: top up its chlorine/ })).toBeVisible();
  await page.goto(`${zeolite.address}store`);
  await visitor.select('OW-001');
  await visitor.press('Chlorine', life(page), true);
  await visitor.fill('Free chlorine in mg/L', '0.5');
  await visitor.press('Enter the reading');
  await expect(life(page)).not.toContainText('wants a top-up');
  // what reads well is stored as it is, whatever the bleach is like
  await visitor.press('Dose', life(page), true);
  await visitor.choose('What the bottle is', 'scented bleach');
  await expect(page.getByTestId('dose-answer')).toContainText('nothing');
  await expect(page.getByTestId('dose-stop')).toHaveCount(0);
});

test('no dose stands beside a stop, on any screen that could show one', async ({ visitor, zeolite }) => {
  const { page } = visitor;
  await settle(visitor, /^swimming-pool water/);
  await visitor.select('OW-001');
  await expect(life(page).getByRole('button', { name: 'Dose', exact: true })).toHaveCount(0);
  await expect(life(page)).toContainText('washing and flushing only');
  await page.goto(`${zeolite.address}bench`);
  await visitor.choose('Container', 'OW-001');
  await expect(page.getByTestId('dose-stop')).toBeVisible();
  await expect(page.getByTestId('dose-answer')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  for (const method of ['boil', 'tablets', 'filter', 'distil']) {
    await bench(page, zeolite, method);
    await expect(page.getByTestId('method-answer')).toHaveText('Stop');
    await expect(
      page
        .getByRole('alert')
        .getByText(/cyanurate/)
        .first(),
    ).toBeVisible();
  }
  // a bottle that is no bleach, and one that is old
  await page.goto(`${zeolite.address}bench`);
  await visitor.choose('Container', 'no container');
  await visitor.fill('Volume of water', '20');
  await expect(page.getByTestId('dose-answer')).toBeVisible();
  await page.getByLabel('Strength on the label', { exact: true }).fill('');
  await page.getByLabel('Strength on the label', { exact: true }).pressSequentially('65');
  await expect(page.getByText(/is no bleach: a powder, or a slip/)).toBeVisible();
  await expect(page.getByTestId('dose-stop')).toBeVisible();
  await expect(page.getByTestId('dose-answer')).toHaveCount(0);
  // the drop table has no answer for 5.25 %: it says so and asks, and takes no weaker rule by itself
  await visitor.fill('Strength on the label', '5.25');
  await expect(page.getByText(/The drop table knows 1 %, 6 % and 8.25 % only/).first()).toBeVisible();
  await expect(page.getByTestId('dose-answer')).toHaveCount(0);
  await visitor.press(/^Go by the ⅛ tsp a gallon/);
  await expect(page.getByTestId('dose-answer')).toBeVisible();
});
