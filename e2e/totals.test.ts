import type { Page } from '@playwright/test';
import { expect, test, Zeolite } from './zeolite.ts';

/** The figures in a text, marks between thousands left out. */
const figures = (text: string): number[] =>
  [...text.matchAll(/\d[\d,]*(?:\.\d+)?/g)].map(m => Number(m[0].replaceAll(',', '')));
const figure = (text: string): number => figures(text)[0] ?? Number.NaN;
const total = (all: readonly number[]): number => all.reduce((sum, n) => sum + n, 0);

async function open(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await expect(page.getByTestId('reach-days')).toBeVisible();
  await expect(page.locator('main h1').first()).toBeVisible();
}

/** What is said of the day is what stands in its lists, and in the column. */
async function checkToday(page: Page): Promise<void> {
  // each that is pressed is gone: the next is the first
  const all = page.getByRole('button', { name: /^Show all/ });
  for (let left = await all.count(); left > 0; left--) await all.first().click();
  const counts: Record<string, number> = {};
  for (const when of ['now', 'week', 'later']) {
    const section = page.locator(`section[aria-labelledby="when-${when}"]`);
    const heading = await section.locator('h2').innerText();
    const rows = await section.locator('li').count();
    expect(figures(heading)[0] ?? 0, heading).toBe(rows);
    await expect(section.locator('h2 + p'), heading).toHaveCount(rows === 0 ? 1 : 0);
    counts[when] = rows;
  }
  const lead = await page.locator('main h1 + p').first().innerText();
  if (counts.now! > 0) expect(figure(lead)).toBe(counts.now);
  const pips = await page.getByRole('navigation').first().getByRole('link').allInnerTexts();
  const pip = (text: string): number => figures(text.replace(/^\d/, '')).at(-1) ?? 0;
  expect(total(pips.slice(1).map(pip)), pips.join()).toBe(pip(pips[0]!));
}

/** The store's line counts what its places hold, in containers and in litres. */
async function checkStore(page: Page): Promise<void> {
  const summary = await page.getByText(/containers? .*drawn to scale/).innerText();
  const said = /([\d,]+) containers? in ([\d,]+) places?.* · ([\d.,]+)\sL/.exec(summary)!;
  const list = page.getByRole('list', { name: 'Places' }).getByRole('listitem');
  await expect(list).toHaveCount(figure(said[2]!));
  const rows = await list.allInnerTexts();
  const holds = rows.map(text => /([\d,]+) containers?, ([\d.,]+)\s(mL|L)/.exec(text)!);
  expect(figure(said[1]!)).toBe(total(holds.map(h => figure(h[1]!))));
  const litres = total(holds.map(h => figure(h[2]!) * (h[3] === 'mL' ? 0.001 : 1)));
  // each place is rounded to a litre
  expect(Math.abs(figure(said[3]!) - litres)).toBeLessThanOrEqual(rows.length / 2 + 0.5);
}

/** The day's need is the sum of its lines, what is kept follows from it, and the people are those of the homes. */
async function checkPlan(page: Page): Promise<void> {
  const table = page.getByRole('table').first();
  const lines = await table.locator('tbody tr').allInnerTexts();
  const of = (grade: string) =>
    total(lines.filter(l => l.includes(`\t${grade}\t`)).map(l => figures(l).at(-1)!));
  const day = /([\d.,]+)\sL drinking(?: \+ ([\d.,]+)\sL utility)?/.exec(await table.innerText())!;
  expect(figure(day[1]!)).toBeCloseTo(of('drinking'), 1);
  if (day[2]) expect(figure(day[2])).toBeCloseTo(of('utility'), 1);
  const working = await page.getByText(/a day × .* = /).innerText();
  const [perDay, days, , reserve, kept] = figures(working);
  expect((perDay! * days! * (1 + reserve! / 100)) / kept!).toBeCloseTo(1, 3);
  const homes = page.getByRole('heading', { name: /(person|people) in/ });
  const [people, count] = figures(await homes.innerText());
  const shown = await page
    .locator('summary, button')
    .filter({ hasText: /\d+ (person|people)$/ })
    .allInnerTexts();
  expect(shown).toHaveLength(count!);
  expect(total(shown.map(text => figures(/(\d+) (?:person|people)$/.exec(text)![1]!)[0]!))).toBe(people);
}

/** As many ways as are named, each with its days; nothing is never to buy while one is missing. */
async function checkSupplies(page: Page): Promise<void> {
  const answer = await page.getByTestId('supplies-answer').innerText();
  const ways = answer.startsWith('No') ? 0 : answer.startsWith('One') ? 1 : figure(answer);
  const named = (await page.locator('[data-testid="supplies-answer"] + p').innerText()).split('. ')[0]!;
  if (ways > 0) expect(named.split(', ')).toHaveLength(ways);
  const shopping = page.getByRole('region', { name: 'To buy' });
  if (await shopping.isVisible()) {
    const rows = await shopping.getByRole('listitem').count();
    expect(await shopping.getByText('Nothing').count()).toBe(rows === 0 ? 1 : 0);
    if (ways < 2) expect(rows).toBeGreaterThan(0);
  }
  const homes = page.getByText(/homes have two ways/);
  if (await homes.isVisible()) {
    const [met, of] = figures(await homes.innerText());
    const others = await page.getByText(/^Only .*: |^None that lasts: /).allInnerTexts();
    expect(total(others.map(text => text.split(': ')[1]!.split(', ').length))).toBe(of! - met!);
  }
}

/** As many visits as are drawn, and never fewer than the least there can be. */
async function checkRounds(page: Page): Promise<void> {
  const answer = page.getByTestId('rounds-answer');
  await expect(answer).toHaveText(/visits? in|Nothing|No /, { timeout: 20_000 });
  const all = page.getByRole('button', { name: /^Show all/ });
  if (await all.isVisible()) await all.click();
  const visits = figures(await answer.innerText())[0] ?? 0;
  await expect(page.locator('[data-round]')).toHaveCount(visits);
  const bound = page.getByText(/with fewer than/);
  if (await bound.isVisible()) expect(figure(await bound.innerText())).toBeLessThanOrEqual(visits);
}

for (const [name, args] of [
  ['the village', []],
  ['the household', ['household']],
] as const)
  test(`every total that is stated is that of its list: ${name}`, async ({ page }) => {
    const demo = new Zeolite('demo/main.ts', args);
    await demo.start();
    try {
      for (const [path, check] of [
        ['today', checkToday],
        ['store', checkStore],
        ['plan', checkPlan],
        ['supplies', checkSupplies],
        ['store/rounds', checkRounds],
      ] as const) {
        await open(page, demo.address + path);
        await check(page);
      }
    } finally {
      await demo.stop();
      demo.remove();
    }
  });
