import type { Page } from '@playwright/test';
import { methods } from '#core/treatment/methods/methods.ts';
import {
  beginBatch,
  doseAndStir,
  expect,
  expectAccessible,
  settle,
  stepTo,
  test,
  type Visitor,
  type Zeolite,
} from './zeolite.ts';

const open = (page: Page, zeolite: Zeolite, method: string) =>
  page.goto(`${zeolite.address}bench?method=${method}`);
const answer = (page: Page) => page.getByTestId('method-answer');
const running = (page: Page) => page.getByRole('complementary', { name: 'Bench sheets' });
const done = (visitor: Visitor) => visitor.step('Done', running(visitor.page));

/** Methods that have something of their own to look at: a board, a drawing, a curve, the sky, a scale that chooses. */
const drawn = new Set(['alum-jars', 'layered-filter', 'ageing', 'sun', 'boil', 'demand-test']);

test('every method opens with an answer, a caution and nothing that a reader of screens would miss', async ({
  visitor,
  zeolite,
}) => {
  test.setTimeout(240_000);
  const { page } = visitor;
  await settle(visitor);
  await open(page, zeolite, 'boil');
  await expect(answer(page)).not.toBeEmpty();
  for (const { id } of methods) {
    await stepTo(page, `bench?method=${id}`);
    await expect(answer(page)).not.toBeEmpty();
    await expect(page.getByText('Notices of the health authority come first')).toBeVisible();
    if (drawn.has(id)) await expectAccessible(page, 'main');
  }
});

/** The screen, what is chosen or written in its sentence, and how the refusal begins. */
const refusals: readonly (readonly [string, string, string | RegExp, RegExp])[] = [
  ['boil', 'Lid', 'shut tight', /A closed vessel on a flame bursts/],
  ['boil', 'Where', 'in a tent', /carbon monoxide, which nobody smells/],
  ['boil', 'How it looks and smells', 'of green or blue-green scum', /frees their poison/],
  ['alum', 'Grade of the alum', /garden/, /may hold metals/],
  ['shock', 'Used beside it', 'ammonia', /chloramine gas. It kills/],
  ['stock', 'Order', 'water onto powder', /boils up and spits caustic/],
  ['sun', 'Rain', 'rain all day', /In continuous rain the light never suffices/],
  ['reverse-osmosis', 'Water', 'sea', /does not desalinate sea water/],
  ['can', 'Lids', 'used', /Used lids do not seal again/],
  ['carbon', 'What it is against', 'germs', /Carbon holds no germs back/],
  ['distil', 'It smells of', 'fuel or solvent', /come over with the steam/],
  ['permanganate', 'Colour', 'purple', /many times too much in it/],
];

test('what can hurt is refused on its screen, with a way out and no sheet to begin', async ({
  visitor,
  zeolite,
}) => {
  test.setTimeout(240_000);
  const { page } = visitor;
  await settle(visitor);
  for (const [method, blank, option, reason] of refusals) {
    await open(page, zeolite, method);
    await visitor.choose(blank, option);
    const refused = page.getByRole('alert').filter({ hasText: reason });
    await expect(refused).toBeVisible();
    await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  }
});

test('six jars side by side find the alum, which goes to the dose; the tap water it is put in waits for its end', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap/);
  await expect(visitor.reach).not.toContainText('0 days');
  await open(page, zeolite, 'alum-jars');
  await expect(page.getByTestId('jar-board').getByRole('listitem')).toHaveCount(6);
  for (const [mgL, look] of [
    [10, 'cloudy'],
    [20, 'hazy'],
    [30, 'clear'],
    [40, 'clear'],
  ] as const)
    await visitor.choose(`Jar with ${mgL} mg/L`, look);
  await expect(answer(page)).toContainText('30 mg/L is the least that clears it');
  await page.reload();
  await visitor.press('Take it to: Dose of alum');
  await visitor.choose('Container', 'OW-001');
  // 30 mg/L × 197.6 L
  await expect(answer(page)).toContainText(/5\.93\sg of alum/);
  await visitor.press('Begin the sheet');
  await expect(running(page)).toContainText('OW-001');
  // two of three drums of 197.6 L are left to drink: 395 L ÷ 15.14 L a day
  await expect(visitor.reach).toContainText('26.1 days');
  await visitor.press('Stop this sheet', running(page));
  await expect(visitor.reach).toContainText('26.1 days');
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByText('OW-001: Dose of alum was given up half-way')).toBeVisible();
});

test('a dose far off is corrected in one click, and a guessed bucket says what to measure first', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await open(page, zeolite, 'removing');
  await visitor.fill('What you would put in', '30 g');
  await expect(page.getByRole('alert')).toContainText(/30 g is 11 × the 2\.72 g due/);
  await visitor.press('Make it 2.72 g');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await visitor.choose('How it is known: Volume', /guessed/);
  await expect(page.getByText('With what is guessed, 2.04 to 3.4 g may be due in truth.')).toBeVisible();
  await expect(page.getByText('The one thing worth measuring first: Volume.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('The one thing worth measuring first: Volume.')).toBeVisible();
});

test('bottles lie in the sun by daylight, and their sum is estimated from the cloud: a made-up meter proves nothing', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await open(page, zeolite, 'sun');
  await visitor.fill('Latitude', '0');
  await visitor.fill('Eighths of the sky in cloud', '2');
  await expect(answer(page)).toContainText('two sets');
  await visitor.press('Begin the sheet');
  await done(visitor);
  await done(visitor);
  await expect(running(page).getByRole('timer')).toBeVisible();
  // six hours count between sunrise and sunset: whenever the test runs, a whole day holds them
  await zeolite.pass(1440);
  await visitor.step('The time is over: go on', running(page));
  await expect(running(page)).toContainText('No meter? Say how much of the sky was cloud');
  await expect(running(page)).not.toContainText('simulated');
  await visitor.fill('Reading in Wh/m²', '900');
  await expect(running(page).getByRole('alert')).toBeVisible();
  // overcast all day is a quarter of it; clear hours around noon give a bottle its fill
  for (const hour of await running(page)
    .getByRole('combobox', { name: /^Cloud .*\b1[0-4]:00$/ })
    .all()) {
    await hour.click();
    await page.getByRole('option', { name: '0/8' }).click();
  }
  await visitor.press('Take the estimate', running(page));
  await visitor.step('That is the reading', running(page));
  await done(visitor);
  await expect(running(page)).toContainText('Finished');
});

test('a residual that falls is topped up from its forecast in one click', async ({ visitor, zeolite }) => {
  const { page } = visitor;
  await settle(visitor);
  await beginBatch(visitor);
  await doseAndStir(visitor);
  await zeolite.pass(61);
  await visitor.fill('Free chlorine in mg/L', '0.8');
  await visitor.press('Enter the reading');
  await zeolite.pass(10 * 1440);
  await page.getByRole('link', { name: /^3 Store/ }).click();
  await visitor.select('OW-001');
  await visitor.press('Chlorine', page, true);
  await visitor.fill('Free chlorine in mg/L', '0.4');
  await visitor.press('Enter the reading');
  await expect(page.getByTestId('forecast')).toContainText('passes 0.2 mg/L on');
  await page.getByRole('link', { name: 'Top it up to 1 mg/L on the Bench' }).click();
  // 0.6 mg/L × 197.6 L ÷ 61.8 mg/mL
  await expect(page.getByTestId('dose-answer')).toContainText(/1\.9\d?\smL/);
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toBeVisible();
});

test('sets of bottles wear and take turns, and what they wait for stands on Today', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor);
  await page.getByRole('link', { name: /^8 Supplies/ }).click();
  const add = async (kind: RegExp, name: string, amount: string) => {
    await visitor.press('Add a supply');
    await visitor.choose('Kind', kind);
    await visitor.fill('Name', name);
    await visitor.fill('Amount there now', amount);
    await visitor.press('Keep it');
    await expect(page.getByRole('row', { name: `${name} clear bottles` })).toBeVisible();
  };
  await add(/^clear bottles/, 'Set A', '12');
  const sets = page.getByRole('region', { name: 'Bottle sets for the sun' });
  await expect(sets).toContainText('One set leaves nothing to drink while it lies.');
  await add(/^clear bottles/, 'Set B', '12');
  // whichever day it is, one of the two is drunk and the other lies
  await expect(sets.getByRole('cell', { name: 'drunk' })).toHaveCount(7);
  await expect(sets.getByRole('cell', { name: 'in the sun' })).toHaveCount(7);
  await visitor.choose('What happened to Set A', 'laid out in the sun');
  await visitor.press('Record it', sets.getByRole('listitem').first());
  await expect(sets).toContainText('It lies in the sun: not to be drunk yet.');
  await visitor.choose('What happened to Set A', /^retired/);
  await visitor.fill('How many of Set A', '2');
  await visitor.press('Record it', sets.getByRole('listitem').first());
  await expect(sets).toContainText(/10 of 12 bottles, 15\sL/);
  await expectAccessible(page);
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByText('Set A lies in the sun, not to be drunk yet')).toBeVisible();
});
