import type { Locator, Page } from '@playwright/test';
import { hand } from '#demo/hand.ts';
import { begin, expect, expectAccessible, settle, test, typeOver, Visitor, Zeolite } from './zeolite.ts';

const answer = (page: Page) => page.getByTestId('safe-answer');

/** Ticks or unticks things among the means. */
async function turn(page: Page, ...names: readonly RegExp[]): Promise<void> {
  await page.getByRole('button', { name: /^What is there to treat it with/ }).click();
  for (const name of names) await page.getByRole('checkbox', { name }).click();
  await page.keyboard.press('Escape');
}

test('a river is asked about by keys: what is lacking, what one thing more would do, and the way when it is there', async ({
  visitor,
}) => {
  const { page } = visitor;
  await begin(visitor);
  await page.keyboard.press('Escape');
  await page.locator('body').press('/');
  await page.getByRole('combobox', { name: 'Find' }).waitFor();
  await page.keyboard.type('Make it safe');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Sources' })).toBeVisible();

  await visitor.choose('Which water', /^silty river water/);
  await visitor.choose('People upstream', /^people upstream/);
  await typeOver(page, 'Litres to drink', '20 L');
  await expect(answer(page)).toContainText('Nothing here makes it safe');
  await expect(page.getByTestId('safe-more').first()).toContainText('With a stove and fuel as well');
  await expectAccessible(page);

  // what cannot be is said beside its blank, and stays
  await typeOver(page, 'Turbidity', 'brown');
  await expect(page.getByRole('alert')).toContainText('Turbidity');
  await expect(page.getByLabel('Turbidity', { exact: true })).toHaveValue('brown');
  await expect(answer(page)).toHaveCount(0);
  await typeOver(page, 'Turbidity', '80');
  await expect(answer(page)).toContainText('Nothing here makes it safe');

  await turn(page, /^a hollow-fibre microfilter/, /^fresh plain bleach/);
  await expect(answer(page)).toContainText(/20\sL to drink within a day/);
  await expect(answer(page)).toContainText(/Let it stand .* filter .* of bleach for 60\smin/);
  await expect(page.getByTestId('safe-left')).toContainText(
    'viruses 3 of 5, Giardia 2 of 4, Cryptosporidium 2 of 4',
  );
  await expectAccessible(page);
  await turn(page, /^a stove and fuel/);
  await expect(answer(page)).toContainText(/20\sL to drink by .*Let it stand .*, boil 1 min/s);
  await expect(page.getByTestId('safe-left')).toHaveCount(0);
  // where time is short the water is not let stand, and that is said
  await visitor.choose('What is short here', /^time/);
  await expect(answer(page)).toContainText(/20\sL to drink by .*Boil 1 min/s);
  await expect(answer(page)).not.toContainText('stand');
  await expect(page.getByText('because time is short')).toBeVisible();
  await visitor.choose('What is short here', /^nothing/);
  await expect(answer(page)).toContainText('Let it stand');

  const card = page.waitForEvent('download');
  await visitor.press('Print a card');
  expect((await card).suggestedFilename()).toBe('train.pdf');

  // each step leads to the bench
  await page.getByRole('link', { name: 'At the bench: Boil' }).click();
  await expect(page).toHaveURL(/bench\?method=boil/);
});

test('nitrate is never boiled for; flood water, a pool and the sea are answered for what they are', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  await page.goto(`${zeolite.address}sources/safe`);
  await turn(page, /^a stove and fuel/);
  await visitor.choose('Which water', /^well water/);
  await visitor.choose('The well or spring', /^closed and sound/);
  await expect(answer(page)).toContainText('Boil 1 min');
  await typeOver(page, 'Nitrate, as NO₃', '70');
  await expect(answer(page)).toContainText('Nothing here makes it safe');
  await expect(page.getByText('Boiling never takes nitrate or metals out')).toBeVisible();
  await expect(page.getByTestId('safe-more').first()).toContainText(/a still|a membrane/);
  await visitor.choose('Which water', /^sea water/);
  await expect(answer(page)).toContainText('Nothing here makes it safe');
  await turn(page, /^a membrane rated for sea water/);
  await expect(answer(page)).toContainText(/through the membrane/i);
  for (const [water, why] of [
    [/^flood water/, 'no treatment at home makes it safe'],
    [/^swimming-pool water/, 'washing and flushing only'],
    [/^mine, industrial/, 'boiling frees more of the poison'],
  ] as const) {
    await visitor.choose('Which water', water);
    await expect(answer(page)).toContainText('Do not drink it, whatever is done to it');
    await expect(page.getByRole('alert')).toContainText(why);
  }
  await visitor.choose('Which water', /^treated tap water/);
  await expect(answer(page)).toContainText('It is drinking water as it comes');
});

test('a source of Tarn Hollow is made safe with what the group keeps, at a desk and in the hand', async ({
  page,
}) => {
  const demo = new Zeolite('demo/main.ts');
  await demo.start();
  const visitor = new Visitor(page);
  await page.goto(`${demo.address}sources`);
  await page.getByRole('link', { name: /^Upper spring/ }).click();
  await page.getByTestId('source-asks').getByRole('link', { name: 'Make it safe' }).click();
  await expect(page.getByRole('combobox', { name: 'Where from' })).toContainText('Upper spring');
  await expect(answer(page)).toContainText(/\d+\sL to drink by/);
  await expect(page.getByTestId('safe-other').first()).toBeVisible();
  // what was feared on the walk and is not settled stands beside the answer
  await visitor.choose('Where from', /^Silty beck/);
  await expect(page.getByTestId('safe-open')).toContainText('nitrate and metals');
  await expect(page.getByTestId('safe-open')).not.toContainText('bacteria');
  await visitor.choose('Where from', /^Upper spring/);
  await expect(answer(page)).toContainText(/\d+\sL to drink by/);
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.getByRole('list', { name: 'Steps' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expectAccessible(page);
  await typeOver(page, 'Litres to drink', '5 gal');
  await expect(page.getByLabel('Litres to drink')).toHaveValue(/18\.9|5 gal/);
  await visitor.choose('Where from', /^other water/);
  await visitor.choose('Which water', /^snow or ice/);
  await expect(answer(page)).toContainText('Boil');
  await demo.stop();
  demo.remove();
});

test('what people say is found by a word, and stands beside the method that it is about', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  await page.goto(`${zeolite.address}bench?method=boil`);
  await page.getByRole('link', { name: 'No: Twenty minutes of boiling is better than one.' }).click();
  const line = page.locator('#claim-twenty-minutes');
  await expect(line).toBeFocused();
  await expect(line).toContainText(/takes out no more, and [\d.]+\s% more fuel/);
  await expectAccessible(page);
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find' }).waitFor();
  await page.keyboard.type('silver');
  await page.keyboard.press('Enter');
  await expect(page.locator('#claim-silver-coin')).toBeFocused();
  await typeOver(page, 'Find among them', 'nitrate');
  await expect(page.getByText('Boiling takes nitrate out.')).toBeVisible();
  await expect(page.locator('#claim-silver-coin')).toHaveCount(0);
  await typeOver(page, 'Find among them', 'zzz');
  await expect(page.getByText('Nothing that people say has this word.')).toBeVisible();
});

test('a train is one sheet: locked step by step, held when it fails in the middle, the same in a second browser', async ({
  visitor,
  zeolite,
  browser,
}) => {
  const { page } = visitor;
  await settle(visitor, /^stream water/);
  await visitor.select('OW-001');
  const drum = decodeURIComponent(page.url().split('/').pop()!);
  await page.goto(`${zeolite.address}sources/safe?container=${encodeURIComponent(drum)}`);
  await expect(page.getByRole('combobox', { name: 'Where from' })).toContainText('the water in OW-001');
  await typeOver(page, 'Turbidity', '4');
  await turn(page, /^a ceramic or carbon block filter/, /^chlorine tablets/);
  await expect(answer(page)).toContainText(/filter .* tablets for 60\smin/i);
  await visitor.press('Begin the sheet');
  await expect(page).toHaveURL(/bench\/sheet/);
  const sheet = page.getByRole('region', { name: /Train/ });
  await expect(sheet).toContainText('Mark one vessel RAW and one CLEAN');
  await visitor.step('Done', sheet);

  // another browser is at the same step, and goes on with it
  const second = await (await browser.newContext()).newPage();
  await second.goto(page.url());
  const there = new Visitor(second);
  const other = second.getByRole('region', { name: /Train/ });
  await there.step('Done', other);
  await expect(sheet.locator('[aria-current="step"]')).toContainText(await liveText(other));

  // the server comes back in the middle: the step waits where it was
  const before = await liveText(sheet);
  await zeolite.stop();
  await zeolite.start();
  await page.reload();
  await expect(sheet.locator('[aria-current="step"]')).toContainText(before);

  // the flow is that of a clogged filter: the water stays held, and Today says so until it is decided
  while (!/flow/i.test(await liveText(sheet))) await visitor.step('Done', sheet);
  await typeOver(page, 'Reading in L/h', '2');
  await expect(sheet.getByRole('alert')).toBeVisible();
  await visitor.press('That is the reading', sheet);
  // it is kept before the page goes
  await sheet.getByRole('button', { name: 'End it as failed' }).waitFor();
  await page.goto(`${zeolite.address}today`);
  await expect(page.getByRole('link', { name: /^Train, OW-001: a reading did not pass/ })).toBeVisible();
  await page.goto(`${zeolite.address}bench?container=${encodeURIComponent(drum)}`);
  await visitor.press('End it as failed', sheet);
  await expect(sheet.getByRole('link', { name: 'Make it safe' })).toBeVisible();
  await page.goto(`${zeolite.address}today`);
  await page.getByRole('link', { name: /^OW-001 is held: its train was not finished/ }).click();
  await expect(page.getByRole('complementary')).toContainText('Train');
  await expect(visitor.reach).toContainText('0 days');
});

test('a train of bleach runs to its end: its residual is a reading of the water, which is drinking water then', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await visitor.select('OW-001');
  const drum = decodeURIComponent(page.url().split('/').pop()!);
  await page.goto(`${zeolite.address}sources/safe?container=${encodeURIComponent(drum)}`);
  await turn(page, /^fresh plain bleach/);
  await expect(answer(page)).toContainText(/mL of bleach for 60\smin/);
  await visitor.press('Begin the sheet');
  const sheet = page.getByRole('region', { name: /Train/ });
  for (let i = 0; i < 4; i++) await visitor.step('Done', sheet);
  await expect(sheet.getByRole('timer')).toBeVisible();
  await zeolite.pass(61);
  await visitor.step('The time is over: go on', sheet);
  // too little is told, and stays to be read again
  await typeOver(page, 'Reading in mg/L', '0.1');
  await expect(sheet.getByRole('alert')).toContainText('Repeat the dose once');
  await typeOver(page, 'Reading in mg/L', '0.6');
  await visitor.step('That is the reading', sheet);
  await visitor.press('Done', sheet, true);
  await expect(sheet.getByRole('status')).toContainText('Finished');
  // 198 L for four people
  await expect(visitor.reach).toContainText('13 days');
  await page.goto(`${zeolite.address}tests/${encodeURIComponent(drum)}`);
  await expect(page.getByRole('main')).toContainText('0.6');
});

test('a vessel marked raw, a filter condemned on the way, and tablets that do not do: each is said, and nothing is lost', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^stream water/);
  await visitor.select('OW-001');
  const drum = decodeURIComponent(page.url().split('/').pop()!);
  const h = hand(await zeolite.now(), 'Odile');
  const record = (...entries: readonly unknown[]) => zeolite.record(entries);
  const [filter, tablets] = [h.subject('supply'), h.subject('supply')];
  await record(
    h.write('supply.set', filter, {
      name: 'Kitchen filter',
      kind: 'filter',
      device: { kind: 'ceramic' },
      amount: 9000,
    }),
    h.write('supply.set', tablets, { name: 'Tablets', kind: 'chlorine-tablets', amount: 4, treatsL: 20 }),
  );
  const path = `${zeolite.address}sources/safe?container=${encodeURIComponent(drum)}`;

  // 198 L take ten tablets, and there are four
  await page.goto(path);
  await typeOver(page, 'Turbidity', '4');
  await expect(page.getByTestId('safe-ends')).toContainText(
    /Only 80\sL of 198\sL: then “Tablets” is used up/,
  );
  // the drum is held whole by a sheet: a part of its water is poured out first
  await expect(page.getByText(/Pour that much into a vessel of its own/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  await record(h.write('supply.counted', tablets, { amount: 40 }));
  await expect(answer(page)).toContainText(/filter .* 10 tablets for 60\smin/i);
  await visitor.press('Begin the sheet');
  const sheet = page.getByRole('region', { name: /Train/ });
  // the step is kept before the filter freezes
  const kept = page.waitForResponse(r => r.request().postData()?.includes('sheet.step"') ?? false);
  await visitor.step('Done', sheet);
  await kept;

  // it freezes while it is run: the step is refused with the reason, also after a reload, and the sheet is where it was
  await record(h.write('filter.logged', filter, { what: 'frozen' }));
  await expect(sheet.getByRole('alert')).toContainText('It froze while wet');
  const live = await liveText(sheet);
  await page.reload();
  await expect(sheet.getByRole('alert')).toContainText('It froze while wet');
  expect(await liveText(sheet)).toBe(live);
  await visitor.press('Stop', sheet);
  await expect(sheet.getByRole('link', { name: 'Make it safe' })).toBeVisible();

  // a vessel that is marked raw holds no drinking water, whatever is done in it
  await record(h.write('container.changed', drum, { role: 'raw' }));
  await page.goto(path);
  await expect(answer(page)).toContainText('Do not drink it, whatever is done to it');
  await expect(page.getByRole('main').getByRole('alert')).toContainText('raw');
});

const liveText = async (sheet: Locator): Promise<string> =>
  sheet.locator('[aria-current="step"] p').first().innerText();
