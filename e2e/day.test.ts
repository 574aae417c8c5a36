import type { Page } from '@playwright/test';
import { hand } from '#demo/hand.ts';
import { begin, expect, expectAccessible, test, typeOver, type Zeolite } from './zeolite.ts';

const answer = (page: Page) => page.getByTestId('day-answer');
const next = (page: Page) => page.getByTestId('day-next');

/** What a household has for a pond: a stove with gas, a pot, bleach, and the way there. */
async function stockUp(zeolite: Zeolite): Promise<void> {
  const h = hand(await zeolite.now(), 'Odile');
  h.write('supply.set', h.subject('supply'), { name: 'Propane', kind: 'propane', amount: 8 });
  h.write('supply.set', h.subject('supply'), { name: 'Big pot', kind: 'pots', amount: 1 });
  const pond = { name: 'Mill pond', kind: 'pond', upstream: [], distanceM: 300, climbM: 10 } as const;
  h.write('source.set', h.subject('source'), pond);
  await zeolite.record(h.entries);
}

/** The first run, what is there, and the page found by its name. */
async function toTheDay(visitor: Parameters<typeof begin>[0], zeolite: Zeolite): Promise<void> {
  const { page } = visitor;
  await begin(visitor);
  await page.keyboard.press('Escape');
  await stockUp(zeolite);
  await page.locator('body').press('/');
  await page.getByRole('combobox', { name: 'Find' }).waitFor();
  await page.keyboard.type("the day's work");
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: "The day's work" })).toBeVisible();
}

test('a household of four has enough from a pond with one pot: asked by keys, with what holds it up and what it uses', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await toTheDay(visitor, zeolite);
  await expect(answer(page)).toContainText(/ready by|; the rest by/);
  await typeOver(page, 'Litres to drink', '12 L');
  await typeOver(page, 'Pots: how many', '1');
  await typeOver(page, 'Pots: litres each', '8 L');
  await visitor.fill('Ready by', '21:30');
  // the pot cools twice: in the evening both are ready, and another pot is what would help
  await expect(answer(page)).toContainText(/12\sL ready by \d\d:\d\d/);
  await expect(answer(page)).toContainText('Nothing could do it');
  await expect(page.getByTestId('day-more').getByRole('listitem').first()).toContainText(
    /With one more \(a pot\): ready by \d\d:\d\d/,
  );
  await expect(page.getByTestId('day-uses')).toContainText(
    /propane: .* of 8\skg, for \d+ days like this one/,
  );
  await expect(page.getByRole('img', { name: /^The day as a sheet of hours/ })).toBeVisible();
  await expectAccessible(page);

  // what cannot be is said beside its blank, and stays
  await typeOver(page, 'Minutes for a walk', 'an hour or so');
  await expect(page.getByRole('alert')).toContainText('Minutes for a walk');
  await expect(page.getByLabel('Minutes for a walk', { exact: true })).toHaveValue('an hour or so');
  await typeOver(page, 'Minutes for a walk', '15');
  await expect(page.getByRole('alert')).toHaveCount(0);

  // more than the pot makes by evening: how much there will be, and what is to be added
  await typeOver(page, 'Litres to drink', '40 L');
  await expect(answer(page)).toContainText(/By .* of 40\sL; the rest by/);
  await expect(page.getByTestId('day-least')).toContainText(
    /Enough by evening with .* more|No few things more/,
  );

  // nobody to do it, and no tool for it, are said
  await typeOver(page, 'Pots: how many', '0');
  await expect(answer(page)).toContainText('Nothing here takes the step “Boil');
  await typeOver(page, 'Pots: how many', '2');
  await typeOver(page, 'Hands 1', 'Hands 2');
  await expect(answer(page)).toContainText('Each pair of hands has a name of its own');
});

test('a day is worked by from two browsers: begun, late, a hand gone, a walk lost, and what has begun stays', async ({
  visitor,
  zeolite,
  browser,
}) => {
  const { page } = visitor;
  await toTheDay(visitor, zeolite);
  await typeOver(page, 'Litres to drink', '12 L');
  await expect(answer(page)).toContainText(/12\sL/);
  await expect(page.getByTestId('day-more')).toContainText('With');
  await visitor.press('Work by it');
  await expect(answer(page)).toContainText(/^0\sL of 12\sL ready;.* all of it by/);

  await page
    .getByRole('button', { name: /^Fetch: .*: Begin$/ })
    .first()
    .click();
  await expect(page.getByTestId('day-running')).toContainText('Walk 1');

  // another browser is in step
  const context = await browser.newContext();
  const other = await context.newPage();
  await other.goto(`${zeolite.address}bench/day`);
  await expect(other.getByTestId('day-running')).toContainText('Walk 1');
  const endOf = async (of: Page) =>
    /all of it by .*?(\d\d:\d\d)/.exec((await answer(of).textContent()) ?? '')?.[1];
  const before = await endOf(page);
  expect(await endOf(other)).toBe(before);
  await other.getByRole('button', { name: 'Walk 1: 40 min later' }).click();
  await expect.poll(() => endOf(page)).not.toBe(before);
  expect(await endOf(other)).toBe(await endOf(page));

  // whoever is called away is counted on no more; what runs stays theirs
  await page.getByRole('button', { name: 'Hands 2: is called away' }).click();
  await expect(other.getByRole('button', { name: 'Hands 2: is back' })).toBeVisible();
  await expect(next(other).getByText('Hands 2')).toHaveCount(0);
  await other.getByRole('button', { name: 'Walk 1: Lost' }).click();
  await expect(page.getByTestId('day-running')).not.toContainText('Walk 1');
  await expect(next(page)).toContainText('Walk 2');

  // a pot is not filled with water that is not home: it is said beside the line, and nothing is recorded
  await page
    .getByRole('button', { name: /^Fill: .*: Begin$/ })
    .first()
    .click();
  await expect(next(page).getByRole('alert')).toContainText('There are only 0');
  await expect(page.getByTestId('day-running')).not.toContainText('Boil');

  // the walk is over, the pot is filled: its sheet is begun from here, and goes on from there
  await page
    .getByRole('button', { name: /^Fetch: .*: Begin$/ })
    .first()
    .click();
  await zeolite.pass(20);
  await page.getByRole('button', { name: 'Home again' }).click();
  await page
    .getByRole('button', { name: /^Fill: .*: Begin$/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'To its sheet' }).first().click();
  await visitor.step('Done');
  await page.goto(`${zeolite.address}bench/day`);
  await expect(page.getByTestId('day-running')).toContainText('Boil 1');
  await expect(next(page)).toContainText(/Off the fire|Fetch|Fill/);

  // on the first page the next hand stands too; a page and a calendar go out
  await page.goto(`${zeolite.address}today`);
  await expect(page.getByText(/Hands 1(, now)?: /).first()).toBeVisible();
  await page.goto(`${zeolite.address}bench/day`);
  for (const [name, kind] of [
    ['A page for the wall', 'application/pdf'],
    ['For the calendar', 'text/calendar'],
  ] as const) {
    const href = await page.getByRole('link', { name }).getAttribute('href');
    const res = await fetch(new URL(href!, zeolite.address));
    expect(res.status).toBe(200);
    expect(res.headers.get('content-type')).toContain(kind);
  }
  await expectAccessible(page);

  // a better order is looked for, and the day is put away and taken out again
  await visitor.press('Look for a better order');
  await expect(page.getByText(/This order is as good|There is one/)).toBeVisible();
  await visitor.press('Put away');
  await expect(page.getByLabel('Litres to drink', { exact: true })).toBeVisible();
  // the next day goes by what was measured, and may be asked the evening before
  await expect(page.getByText(/are reckoned as they were measured on/)).toBeVisible();
  await visitor.choose('Beginning', /^tomorrow morning/);
  await expect(answer(page)).toContainText(/ready by .*26 Nov|by .*26 Nov|\d\d:\d\d/);
  await visitor.press('Undo');
  await expect(next(page)).toBeVisible();
  await context.close();
});

test('where nothing is kept it is said, and what is there is ticked: an electric still among it', async ({
  visitor,
}) => {
  const { page } = visitor;
  await begin(visitor);
  await page.keyboard.press('Escape');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(new URL('/bench/day', page.url()).href);
  await expect(answer(page)).toContainText('There is no way to make this water safe');
  await visitor.choose('Which water', /^silty river water/);
  await visitor.choose('People upstream', /^people upstream/);
  await page.getByRole('button', { name: /^What is there to treat it with/ }).click();
  await page.getByRole('checkbox', { name: /^an electric still/ }).click();
  await page.keyboard.press('Escape');
  // so much takes longer than a day
  await typeOver(page, 'Litres to drink', '60 L');
  await expect(page.getByRole('img', { name: /60\sL ready in/ })).toBeVisible();
  await typeOver(page, 'Litres to drink', '6 L');
  await expect(answer(page)).toContainText(/6\sL ready by|of 6\sL; the rest by/);
  await expectAccessible(page);
  // two places cannot have one name, and a hand that goes is asked no more
  await page.getByRole('button', { name: 'Hands 2: not today' }).click();
  await expect(page.getByRole('button', { name: 'Hands 1: not today' })).toHaveCount(0);
  await expect(answer(page)).toContainText(/6\sL ready by|of 6\sL; the rest by/);
  await visitor.press('Work by it');
  await expect(next(page)).toContainText('Fetch: Walk 1');
  await expectAccessible(page);
});
