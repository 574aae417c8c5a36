import type { Page } from '@playwright/test';
import { expect, settle, test } from './zeolite.ts';

const MOST_OPTIONS = 60;

/** A hand at the keyboard: nothing is clicked, every key is counted. */
class Hand {
  keys = 0;
  constructor(readonly page: Page) {}

  async press(key: string): Promise<void> {
    this.keys += 1;
    await this.page.keyboard.press(key);
  }

  async type(text: string): Promise<void> {
    this.keys += text.length;
    await this.page.keyboard.type(text);
  }

  /** Name or role of what has the focus. */
  async at(): Promise<string> {
    return this.page.evaluate(() => {
      const el = document.activeElement as HTMLElement | null;
      return (el?.getAttribute('aria-label') ?? el?.textContent ?? '').trim().replace(/\s+/g, ' ');
    });
  }

  /** Tab until the focus is on what is named; no more than so many. */
  async tabTo(name: RegExp, most = 30): Promise<void> {
    for (let i = 0; i <= most; i++) {
      if (name.test(await this.at())) return;
      await this.press('Tab');
    }
    throw new Error(`${name} was not reached; the focus is at “${await this.at()}”`);
  }

  /** Opens a choice and takes the option that begins so. */
  async choose(name: RegExp, option: string): Promise<void> {
    await this.tabTo(name);
    await this.press('Enter');
    await expect(this.page.getByRole('listbox')).toBeVisible();
    // by arrows: what is typed into a list of choices begins anew after a second, and a slow machine's keys are further apart
    const lit = this.page.locator('[role="option"][data-highlighted]');
    const said = async () => (await lit.innerText()).replace(/\s/g, ' ');
    await this.press('Home');
    await expect(this.page.getByRole('option').first()).toHaveAttribute('data-highlighted', '');
    for (let i = 0; i < MOST_OPTIONS; i++) {
      const passed = await said();
      if (passed.startsWith(option)) break;
      await this.press('ArrowDown');
      // the list moves a moment after the key: without waiting, a slow machine walks one too far
      await expect.poll(said).not.toBe(passed);
    }
    await expect(lit).toContainText(option);
    await this.press('Enter');
    await expect(this.page.getByRole('listbox')).toHaveCount(0);
  }

  /** Finds something by typing, and goes there. */
  async find(text: string): Promise<void> {
    await this.press('/');
    await expect(this.page.getByRole('dialog')).toBeVisible();
    await this.type(text);
    await this.press('Enter');
    await expect(this.page.getByRole('dialog', { name: 'Find' })).toHaveCount(0);
  }
}

test('a dose by keyboard takes at most forty keys, and the focus goes from step to step', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, /^well water/);
  await visitor.open(/^1 Today/);
  await expect(page).toHaveTitle(/^Today · /);
  const hand = new Hand(page);
  await hand.find('OW-002');
  await expect.poll(() => hand.at()).toMatch(/^OW-002/);
  await expect(page).toHaveTitle(/^OW-002 · Store/);
  await hand.tabTo(/^Dose$/);
  await hand.press('Enter');
  await expect(page).toHaveTitle(/^Bench/);
  await expect(page.getByTestId('dose-answer')).toBeVisible();
  await hand.tabTo(/^Begin the sheet$/);
  await hand.press('Enter');
  const sheet = page.getByRole('region', { name: /^Bench sheet of OW-002/ });
  for (const [step, act] of [
    ['Look at it, smell it', /^Yes, as asked/],
    ['Put the dose in', /^It is in$/],
    ['Stir or shake, close the lid', /^Stirred/],
  ] as const) {
    await expect.poll(() => hand.at()).toContain(step);
    await hand.tabTo(act);
    await hand.press('Enter');
  }
  await expect(sheet.getByText(/Let stand until/)).toBeVisible();
  expect(hand.keys).toBeLessThanOrEqual(34);
});

test('containers are set down, drawn from and read by keys alone', async ({ visitor, zeolite }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  const hand = new Hand(page);
  await hand.find('set down');
  await expect(page.getByRole('dialog', { name: 'Set down containers' })).toBeVisible();
  await hand.tabTo(/^How many$/);
  await hand.type('2');
  await hand.choose(/^Kind$/, '20 L');
  await hand.tabTo(/^Place$/);
  await hand.type('kitchen');
  await hand.tabTo(/^Set them down$/);
  await hand.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // 3 × 197.6 L and 2 × 19 L for four people
  await expect(visitor.reach).toContainText('41.6 days');

  await hand.find('OW-005');
  await expect.poll(() => hand.at()).toMatch(/^OW-005/);
  await hand.tabTo(/^Draw off$/);
  await hand.press('Enter');
  await hand.tabTo(/^How much$/);
  await hand.type('4 L');
  await hand.tabTo(/^Draw it off$/);
  await hand.press('Enter');
  await expect(page.getByRole('complementary', { name: 'OW-005' }).getByText(/^4\sL drawn/)).toBeVisible();

  await zeolite.pass(60);
  await hand.press('Escape');
  await hand.find('OW-001');
  await expect.poll(() => hand.at()).toMatch(/^OW-001/);
  await hand.tabTo(/^Chlorine$/);
  await hand.press('Enter');
  await hand.tabTo(/^Free chlorine in mg\/L$/);
  await hand.type('0.4');
  await hand.tabTo(/^Enter the reading$/);
  await hand.press('Enter');
  await expect(
    page
      .getByRole('complementary', { name: 'OW-001' })
      .getByText(/0.4\smg\/L/)
      .first(),
  ).toBeVisible();
});

test('a list is typed, mended and taken in by keys alone; a correction by hand is a key away', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  const hand = new Hand(page);
  await hand.find('take in a list');
  await expect(page.getByRole('dialog', { name: 'Take in a list' })).toBeVisible();
  await hand.tabTo(/^The list as text$/);
  await hand.type(
    'code,what,where,water,filled\nK1,20 L jerry can,shed,tap water,2026-03-01\nK2,bucket,shed,tap water,2026-03-02',
  );
  const summary = page.getByTestId('take-in-summary');
  await expect(summary).toContainText('2 rows');
  await hand.tabTo(/^what of line 3$/, 40);
  await page.keyboard.press('ControlOrMeta+A');
  await hand.type('20 L jerry can');
  await hand.press('Enter');
  await expect(summary).toContainText('2 containers');
  await hand.tabTo(/^Set down 2 containers/, 40);
  await hand.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(visitor.container('K2')).toBeVisible();
});
