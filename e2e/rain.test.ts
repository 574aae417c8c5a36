import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { atOnce } from '#core/base/lots.ts';
import { sizing } from '#core/rain/catchment/sizing.ts';
import { climateOf } from '#core/rain/weather/climates.ts';
import {
  begin,
  expect,
  expectAccessible,
  expectRecorded,
  settle,
  stepTo,
  test,
  type Visitor,
} from './zeolite.ts';

const tap = /^treated tap/;
const answer = (page: Page) => page.getByTestId('rain-answer');

/** Types into a blank as a hand does, and leaves it. */
async function type(page: Page, label: string, text: string): Promise<void> {
  const blank = page.getByLabel(label, { exact: true });
  await blank.click();
  await page.keyboard.press('Control+A');
  await blank.pressSequentially(text);
  await blank.press('Tab');
}

/** A drum as the tank of a small roof: 12 m × 8 m of tile. */
async function addRoof(visitor: Visitor, name = 'Hall roof'): Promise<void> {
  const { page } = visitor;
  await stepTo(page, 'rain/catch');
  await visitor.press('Add a roof or tarpaulin');
  await type(page, 'Name of the catchment', name);
  await type(page, 'Length', '12');
  await type(page, 'Width', '8 m');
  await expect(page.getByTestId('catchment-sums')).toContainText(/96\sm²/);
}

async function intoDrum(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Tanks: / }).click();
  await page.getByLabel('OW-001').check();
  await page.keyboard.press('Escape');
}

test('what a roof cannot be is said beside its blank, and nothing typed is lost', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await addRoof(visitor);
  await type(page, 'Width', '0');
  await type(page, 'Pitch', '95');
  await type(page, 'Share that runs off', '1.4');
  await expect(page.getByRole('alert')).toHaveCount(3);
  await expect(page.getByLabel('Pitch', { exact: true })).toHaveValue('95');
  await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await type(page, 'Width', '8');
  await type(page, 'Pitch', '35 deg');
  await type(page, 'Share that runs off', '0.8');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: /^Lead or copper/ }).click();
  await page.getByLabel('lead flashing').check();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/Lead flashing: rain takes lead from it/)).toBeVisible();
  await expectAccessible(page, '[role="dialog"]');
  await visitor.press('Keep it');
  await expect(page.locator('[data-catchment="Hall roof"]')).toContainText('not for drinking');
  // a plan to drink of it is refused, with the reason
  await stepTo(page, 'rain');
  await visitor.choose('What it is for', /^drinking/);
  await expect(page.getByText(/is not for drinking, whatever is done to it here/).first()).toBeVisible();
});

test('a tank is sized by the years, the same to the last digit here and in the browser', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await stepTo(page, 'rain');
  await expect(answer(page)).toContainText('No roof is set down yet');
  await addRoof(visitor);
  await visitor.press('Keep it');
  await expectRecorded(page);
  await stepTo(page, 'rain');
  await type(page, 'Drawn a day', '120');
  await type(page, 'Tank', '5000');
  await expect(answer(page)).toContainText(/would do; you have/);
  // an outage of more people asks for more to be held back
  await type(page, 'People in an outage', '7');
  await type(page, 'Days of an outage', '20');
  await type(page, 'Litres a day for each', '1 gal');
  await type(page, 'How much one year differs from another, as a share of the mean', '25');
  // 7 × 20 × 3.785 L
  await expect(page.getByTestId('rain-more')).toContainText(/530\sL/);
  await expect(page.getByText('Trying the years')).toHaveCount(0);
  await expect(page.getByText('the rest follows')).toHaveCount(0);
  const saved = page.waitForEvent('download');
  await visitor.press('Take out');
  await visitor.press('Inputs, seed and results (JSON)');
  const { inputs, results } = JSON.parse(readFileSync(await (await saved).path(), 'utf8'));
  expect(inputs.yearCv).toBe(0.25);
  const here = atOnce(
    sizing({
      catchers: [{ areaM2: 96, coefficient: 0.8, flushMm: 1 }],
      needL: inputs.needL,
      weather: {
        by: 'normals',
        normals: inputs.normals,
        yearCv: inputs.yearCv,
        years: inputs.years,
        seed: inputs.seed,
      },
      rule: inputs.rule,
      askedShare: inputs.askedShare,
      outageL: inputs.outagePeople * inputs.outageDays * inputs.outageL,
      ownL: inputs.tankL,
      perPersonL: inputs.outageL,
    }),
  );
  expect(inputs.normals).toEqual(climateOf('oceanic-hills'));
  expect(results.points).toEqual(here.points);
  expect(results.life.midL).toEqual([...here.life.midL]);
  expect(results.smallestL).toBe(here.smallestL);
  const page1 = page.waitForEvent('download');
  await visitor.press('Take out');
  await visitor.press('A page for a committee (PDF)');
  expect(
    readFileSync(await (await page1).path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  await expectAccessible(page);
  // kept, it stands as it was after a reload
  await visitor.press('Keep this plan');
  await expect(page.getByText('The rain plan is kept')).toBeVisible();
  await expectRecorded(page);
  const said = await answer(page).innerText();
  await page.reload();
  await expect(answer(page)).toHaveText(said);
});

test('long work shows how far it is, is left at once, and a hand that drags is answered', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await addRoof(visitor);
  await visitor.press('Keep it');
  await expectRecorded(page);
  await stepTo(page, 'rain');
  await expect(answer(page)).toContainText('would do');
  await type(page, 'Years tried', '10000');
  await visitor.press('Stop');
  await expect(page.getByText(/^Stopped/)).toBeVisible();
  const slider = page.getByRole('slider', { name: 'Slide what is drawn a day' });
  await slider.focus();
  const before = await answer(page).innerText();
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight');
  await expect(answer(page)).not.toHaveText(before);
});

test('ten rains that bring three fifths say so, on Today too, and the plan takes what they say with one press', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await addRoof(visitor);
  await visitor.press('Keep it');
  await expectRecorded(page);
  for (let i = 0; i < 10; i++) {
    await visitor.press('Write a catch down');
    await type(page, 'Rain in the gauge', '10.5 mm');
    await type(page, 'Jugs filled', '20');
    await type(page, 'A jug holds', '18.24 L');
    await type(page, 'First flush took', '96');
    await visitor.press('Write it down');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await zeolite.pass(1440);
  }
  await expect(answer(page)).toContainText(/brings 60\s% of what it should/);
  await expectRecorded(page);
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await page.getByRole('link', { name: /Hall roof brings 60 % of what it should/ }).click();
  await visitor.press('Plan with 0.48');
  await expect(page.getByText(/0\.48 is assumed/)).toBeVisible();
  await expect(answer(page)).toContainText(/brings 100\s%/);
});

test('rain that runs into a drum of treated water makes it raw again, by a dip in the hand', async ({
  visitor,
}) => {
  const { page, reach } = visitor;
  await settle(visitor, tap);
  const before = await reach.innerText();
  await addRoof(visitor);
  await intoDrum(page);
  await visitor.press('Keep it');
  await expectRecorded(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await visitor.press(/^Dip OW-001/);
  await type(page, 'Depth of water', '30 cm');
  await type(page, 'Depth when full', '90');
  await expect(page.getByTestId('dip-answer')).toContainText('less than');
  await visitor.press('Write the level down');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // of a shape that no depth says the litres of, the marks are read
  await visitor.press(/^Dip OW-001/);
  await visitor.choose('How it stands', /^of another shape/);
  await type(page, 'Litres by its marks', '80 gal');
  await expect(page.getByRole('alert')).toHaveCount(1);
  await type(page, 'Litres by its marks', '15 gal');
  await expect(page.getByRole('alert')).toHaveCount(0);
  // 15 × 3.785 L
  await expect(page.getByTestId('dip-answer')).toContainText(/^56\.8\sL/);
  await expectAccessible(page, '[role="dialog"]');
  await visitor.press('Write the level down');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await visitor.press('Write a catch down');
  await type(page, 'Rain in the gauge', '2');
  await type(page, 'Depth before', '30');
  await type(page, 'Depth after', '40');
  await expectAccessible(page, '[role="dialog"]');
  await visitor.press('Write it down');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expectRecorded(page);
  // in a drum that lies the same ten centimetres are fewer litres near its floor; and by marks none are reckoned
  await visitor.press('Change');
  await visitor.choose('How it stands', /^lying/);
  await type(page, 'Depth of the tank to its overflow', '90');
  await visitor.press('Keep it');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await visitor.press('Write a catch down');
  await type(page, 'Rain in the gauge', '2');
  await type(page, 'Depth before', '0');
  const nearFloor = page.getByTestId('catch-answer');
  await type(page, 'Depth after', '9 cm');
  // a segment of a tenth of the height is 5.2 % of a circle: of 208 L 11 L (standing it would be 20)
  await expect(nearFloor).toContainText(/1[01](\.\d)?\sL came in/);
  await visitor.choose('How it was measured', /^the litre marks/);
  await type(page, 'Litres before', '40');
  await type(page, 'Litres after', '30');
  await expect(page.getByRole('alert')).toHaveCount(1);
  await type(page, 'Litres after', '15 gal');
  await expect(nearFloor).toContainText(/16\.8\sL came in/);
  await visitor.press('Write it down');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expectRecorded(page);
  await expect(reach).not.toHaveText(before);
  await page.setViewportSize({ width: 1280, height: 800 });
  await stepTo(page, 'store');
  await expect(visitor.container('OW-001')).toHaveAttribute('data-state', 'utility');
  // something falls on the roof: the pipe is turned away, and nothing of it runs in
  await stepTo(page, 'rain/catch');
  await visitor.choose('What fell on Hall roof', /^ash/);
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByRole('link', { name: /Hall roof: turn the downpipe away \(ash\)/ })).toBeVisible();
});

test('standing by a catch has its clocks and its sheet', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await page.setViewportSize({ width: 390, height: 844 });
  await stepTo(page, 'rain/catch');
  await visitor.press('Stand by a catch');
  await type(page, 'How hard it rains', '10 mm/h');
  await type(page, 'Rain still to come', '15 mm');
  await type(page, 'Empties that stand ready', '3');
  // 5 m × 4 m × 0.9 × 10 mm/h = 3 L a minute
  await expect(page.getByTestId('attended-answer')).toContainText(/then a jug every 6\smin/);
  await expect(page.getByTestId('attended-answer')).toContainText('This rain fills 14 jugs: your 3 last 18');
  await visitor.press('Begin the sheet');
  await expect(page.locator('[aria-current="step"]')).toContainText('Rig it');
  await expectRecorded(page);
});

test('five years of a gauge come in with each repair and each doubt at its line', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await addRoof(visitor);
  await visitor.press('Keep it');
  await stepTo(page, 'rain/weather');
  await visitor.press('Take in a record of rain');
  await page.getByLabel('Or paste it here').fill(fiveYears());
  await expect(page.getByTestId('record-answer')).toContainText('2 in doubt');
  const doubts = page.getByTestId('record-doubts');
  await expect(doubts).toContainText(
    /900\smm in a day is more than nearly any place ever had: a lost point \(90\)/,
  );
  await expect(doubts).toContainText('the day stands twice, 4.2 / 9.9: the smaller is taken');
  await page.getByText(/^Put right by a rule/).click();
  await expect(page.getByTestId('record-repairs')).toContainText('“T” is a trace: 0.');
  await expect(page.getByTestId('record-repairs')).toContainText('5 Mar 2021 to 14 Mar 2021');
  await doubts.getByRole('textbox').fill('90.0');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('record-answer')).toContainText('1 in doubt');
  await visitor.press('Keep this record');
  await expect(page.getByText(/Station 417.*5 years/)).toBeVisible();
  await expectRecorded(page);
  await stepTo(page, 'rain');
  await expect(page.getByRole('combobox', { name: 'Weather' })).toContainText('5 years of records');
  await expect(answer(page)).toContainText(/\d/);
});

/** Five years of days: two forms of date, a trace, a day twice, a gap, and a day of nine hundred millimetres. */
function fiveYears(): string {
  const lines = ['Station 417', 'Rain in mm', 'Date,Rainfall'];
  for (let i = 0; i < 1826; i++) {
    const day = new Date(Date.UTC(2019, 0, 1 + i)).toISOString().slice(0, 10);
    if (day >= '2021-03-05' && day <= '2021-03-14') continue;
    const mm = i % 3 === 0 ? '4.2' : '0.0';
    const text = { '2019-02-03': 'T', '2019-08-20': '900' }[day] ?? mm;
    const [y, m, d] = day.split('-');
    lines.push(`${day >= '2022-01-01' ? `${d}/${m}/${y}` : day},${text}`);
    if (day === '2019-06-06') lines.push(`${day},9.9`);
  }
  return lines.join('\n');
}

test('months that cannot be are said beside them; those that can are what the years are made of', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await addRoof(visitor);
  await visitor.press('Keep it');
  await stepTo(page, 'rain/weather');
  await page.getByText('Write the months down').click();
  await type(page, 'Rain in January', '-5');
  await expect(page.getByRole('alert')).toContainText('Rain in January: that is below 0 mm');
  await type(page, 'Rain in January', '0');
  await expect(page.getByRole('alert')).toContainText('January has wet days and no rain');
  await expect(page.getByRole('button', { name: 'Keep these months' })).toBeDisabled();
  await type(page, 'Rain in January', '100');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await visitor.press('Keep these months');
  await expectRecorded(page);
  await stepTo(page, 'rain');
  await visitor.choose('Weather', 'the months written down');
  await expect(page.getByText(/874\smm a year/)).toBeVisible();
});

test('a gauge’s months by year are taken for their means, and what is no figure is said', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  await page.goto(`${zeolite.address}rain/weather`);
  await visitor.press('Take in a record of rain');
  const months = 'Jan,Feb,Mar,Apr,May,Jun,Jul,Aug,Sep,Oct,Nov,Dec';
  const table = `Mill gauge\nYear,${months},Total\n2019,${'90,'.repeat(12)}1080\n2020,${'70,'.repeat(11)}wet,770`;
  const blank = page.getByRole('textbox', { name: /paste/i });
  await blank.fill(table);
  const found = page.getByTestId('months-found');
  await expect(found).toContainText('The months of 2 years: 970');
  await expect(found).toContainText('Line 4: “wet” is no figure');
  await page.reload();
  await visitor.press('Take in a record of rain');
  await expect(found).toBeVisible();
  await found.getByRole('button').last().click();
  await expect(found).toHaveCount(0);
  await expect(page.getByRole('main')).toContainText(/970\smm a year/);
});
