import type { Page } from '@playwright/test';
import { expect, expectAccessible, settle, test, type Visitor, type Zeolite } from './zeolite.ts';

const openTool = async (page: Page, tool: string): Promise<void> => {
  await page.getByRole('link', { name: /^6 Bench/ }).click();
  await page
    .getByRole('navigation', { name: 'Tools of the bench' })
    .getByRole('link', { name: tool, exact: true })
    .click();
};

const running = (page: Page) => page.getByRole('complementary', { name: 'Bench sheets' });

/** Says a live step is done. */
const done = (visitor: Visitor) => visitor.step('Done', running(visitor.page));

test('"two tablespoons" of alum in a bucket and one drop of iodine are stopped as typed', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await openTool(page, 'Alum');
  await visitor.fill('What you would put in', '2 tablespoons');
  await expect(
    page.getByText(/That is about 1,4\d\d mg\/L, 14 times the 100 that is the most/),
  ).toBeVisible();
  await expect(page.getByText(/Put in 0\.8\sg/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  await expectAccessible(page);
  await page.reload();
  await expect(page.getByLabel('What you would put in')).toHaveValue('28.5 g');
  await openTool(page, 'Tablets, iodine & permanganate');
  await page.getByRole('link', { name: 'Iodine', exact: true }).click();
  await visitor.fill('Drops a litre you would put in', '1');
  await expect(page.getByText(/1 drop a litre is no lighter cure but none: 5 are due/)).toBeVisible();
});

test('a boil on a sheet runs through a reload and a crash, and its water may be drunk at the end', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await expect(visitor.reach).toContainText('0 days');
  await openTool(page, 'Boil');
  await visitor.choose('Container', 'OW-001');
  await visitor.choose('Rule', 'ten-minute');
  await expect(page.getByTestId('method-answer')).toContainText('10 min at a rolling boil');
  await visitor.press('Begin the sheet');
  await done(visitor);
  await done(visitor);
  await expect(running(page).getByRole('timer')).toBeVisible();
  await zeolite.stop('SIGKILL');
  await zeolite.start();
  await page.reload();
  await expect(running(page).getByText(/^Until \d\d:\d\d/)).toBeVisible();
  await zeolite.pass(11);
  await visitor.step('The time is over: go on', running(page));
  await done(visitor);
  await done(visitor);
  await done(visitor);
  // 197.6 L ÷ 15.14 L a day
  await expect(visitor.reach).toContainText('13 days');
  await page.getByRole('link', { name: /^3 Store/ }).click();
  await visitor.select('OW-001');
  await expect(page.getByText('sheet finished: Boil')).toBeVisible();
});

test('six sheets run at once, through a restart and a closed lid, each with its own clock', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor);
  const begin = async (tool: string, steps: number) => {
    await openTool(page, tool);
    await visitor.press('Begin the sheet');
    for (let i = 0; i < steps; i++) await done(visitor);
    await expect(running(page).getByRole('timer')).toBeVisible();
  };
  await begin('Settle & strain', 0);
  await begin('Boil', 2);
  await begin('Alum', 2);
  await begin('Tablets, iodine & permanganate', 3);
  await begin('Can', 4);
  await openTool(page, 'Tablets, iodine & permanganate');
  await page.getByRole('link', { name: 'Permanganate', exact: true }).click();
  await visitor.press('Begin the sheet');
  await done(visitor);
  await done(visitor);
  await expect(running(page).locator('[aria-pressed]')).toHaveCount(6);
  await zeolite.stop('SIGKILL');
  await zeolite.start();
  await page.goto(`${zeolite.address}today`);
  await expect(page.getByText(/^Settle and strain stands until \d\d:\d\d$/)).toBeVisible();
  await expect(page.getByText(/stands until/)).toHaveCount(6);
  // 12 minutes later the boil, the stirring and the canning are over; the rest still stands
  await zeolite.pass(12);
  await expect(page.getByText(/^Boil waits for its next step$/)).toBeVisible();
  await expect(page.getByText(/^Settle and strain stands until/)).toBeVisible();
  await expect(page.getByText(/^Can water waits/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('link', { name: /^Boil waits/ }).click();
  await expect(page.getByRole('button', { name: 'The time is over: go on' })).toBeVisible();
  await expectAccessible(page);
});

test('jars read on the demand test give the least dose, scaled, and the dose tool takes it', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await openTool(page, 'Chlorine');
  await page.getByRole('link', { name: 'Jar demand test' }).click();
  await visitor.fill('Volume', '198');
  for (const [dose, residual] of [
    [1, 0],
    [2, 0],
    [3, 0.1],
    [4, 0.6],
    [6, 1.4],
    [8, 3.1],
  ] as const)
    await visitor.fill(`Residual in the jar with ${dose} mg/L`, String(residual));
  await expect(page.getByTestId('method-answer')).toContainText(/12\.8\smL/);
  await expect(page.getByTestId('method-answer')).toContainText('4 mg/L, of which the water eats 3.4');
  await page.getByRole('link', { name: 'Dose of bleach' }).click();
  await visitor.choose('Jars of the demand test', 'are of this very water');
  await expect(page.getByTestId('dose-answer')).toContainText(/12\.8\smL/);
});

test('about a bucket with a guessed strength shows the span and asks for the strength', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await openTool(page, 'Chlorine');
  await visitor.fill('Volume of water', '20');
  await visitor.choose('How it is known', /guessed/);
  await visitor.choose('How the strength is known', /guessed/);
  await expect(
    page.getByText(/The strength is a guess: in truth it makes [\d.]+ to [\d.]+ mg\/L/),
  ).toBeVisible();
  await expect(page.getByText(/The one thing worth measuring first is the bleach/)).toBeVisible();
});

test('supplies are kept, drawn down by the bench, labelled and told in time', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor);
  const add = async (kind: string, amount: string, more?: () => Promise<void>) => {
    await visitor.press('Add a supply');
    await visitor.choose('Kind', kind);
    await visitor.fill('Amount there now', amount);
    await more?.();
    await visitor.press('Keep it');
  };
  await page.getByRole('link', { name: /^8 Supplies/ }).click();
  await add('alum', '100');
  await add('bleach', '1000', () => visitor.fill('Day it was made', today(zeolite, -400)));
  await expect(page.getByTestId('supplies-answer')).toHaveText('No way covers 14 days');
  await expect(page.getByRole('region', { name: 'To buy' })).toContainText(
    'bleach: past its date, replace it',
  );
  await add('propane', '60');
  await expect(page.getByTestId('supplies-answer')).toHaveText('One way to treat for 14 days');
  await expectAccessible(page);
  const made = page.waitForEvent('download');
  await visitor.press('Label for alum');
  expect((await made).suggestedFilename()).toBe('label.pdf');
  await openTool(page, 'Alum');
  await visitor.press('Begin the sheet');
  await page.getByRole('link', { name: /^8 Supplies/ }).click();
  await expect(page.getByRole('row', { name: /^alum/ })).toContainText('99.2 of 100 g');
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByText(/^bleach was to be replaced by/)).toBeVisible();
  await visitor.press('Lamp theme');
  for (const path of ['supplies', 'bench?method=boil', 'plan', 'store/rounds']) {
    await page.goto(`${zeolite.address}${path}`);
    await page.getByRole('heading').first().waitFor();
    await page.waitForTimeout(300);
    await expectAccessible(page);
  }
});

test('a filter is commissioned, slows, and is condemned by frost: the register says so, and the cover too', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await page.getByRole('link', { name: /^8 Supplies/ }).click();
  await visitor.press('Add a supply');
  await visitor.choose('Kind', /^filter/);
  await visitor.fill('Name', 'Bucket filter');
  await visitor.fill('Amount there now', '3800');
  await visitor.press('Keep it');
  // a hollow fibre lets viruses through: by itself it makes no drinking water of a water that nobody knows
  await expect(page.getByTestId('supplies-answer')).toHaveText('No way covers 14 days');
  const register = page.getByRole('region', { name: 'Filter register' });
  await expect(register).toContainText('Not taken into use yet');
  const log = async (what: string, flow?: string) => {
    await visitor.choose('What happened to Bucket filter', what);
    if (flow) await visitor.fill('Flow of Bucket filter', flow);
    await visitor.press('Record it');
  };
  await log('taken into use, leak-tested and flushed', '20');
  await expect(register).toContainText('Fit for use');
  await log('flow read', '8');
  await expect(register).toContainText('Below half of its first flow.');
  await expect(register).toContainText('8 L/h, 20 when new');
  await log('froze while wet');
  await expect(register).toContainText('It froze while wet');
  await expect(page.getByTestId('supplies-answer')).toHaveText('No way covers 14 days');
  await expectAccessible(page);
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByText('Bucket filter is not to be used')).toBeVisible();
});

/** A day so many days from now, as a date field takes it. */
const today = (_zeolite: Zeolite, days: number): string =>
  new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
