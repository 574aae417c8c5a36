import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { routes } from '#contract/routes.ts';
import type { Entry } from '#core/areas/entries.ts';
import { bundleOf } from './bundle.ts';

// each worker has ports of its own: while a test's server is away, no other test's answers in its place
let port = 21_000 + Number(process.env.TEST_PARALLEL_INDEX ?? 0) * 1000;
const nextPort = (): string => String(port++);

const SERVER = 'server/main.ts';
const yesterdayAtTen = (): number => Math.floor(Date.now() / 86_400_000 - 1) * 86_400_000 + 10 * 3_600_000;

/** A server of its own for a test, on a fresh folder, with a clock that the test sets. */
export class Zeolite {
  readonly folder = mkdtempSync(join(tmpdir(), 'zeolite-e2e-'));
  readonly #script: string;
  readonly #args: readonly string[];
  #child: ChildProcess | undefined;
  #port = nextPort();
  // a folder of a test's own begins at ten in the morning of the day before: nothing hangs on the hour of the day, and no
  // entry is later than the machine's clock
  #aheadMs = 0;
  address = '';

  constructor(script = SERVER, args: readonly string[] = []) {
    this.#script = script;
    this.#args = args;
    if (script === SERVER) this.#aheadMs = yesterdayAtTen() - Date.now();
  }

  async start(): Promise<void> {
    const child = spawn(process.execPath, [bundleOf(this.#script), ...this.#args], {
      env: {
        ...process.env,
        ZEOLITE_DATA: this.folder,
        ZEOLITE_PORT: this.#port,
        ZEOLITE_TEST_CLOCK: this.#clock(),
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const [line] = await once(child.stdout!, 'data');
    this.address = /http:\S+/.exec(String(line))![0];
    this.#port = new URL(this.address).port;
    this.#child = child;
  }

  /** What the machine's clock says to the server: it keeps what a test made of it, through a restart too. */
  #clock(): string {
    return new Date(Date.now() + this.#aheadMs).toISOString();
  }

  /** The machine's clock is right again, from the next start on. */
  rightTheClock(): void {
    this.#aheadMs = 0;
  }

  /** A server of another folder, at the same address once this one is stopped. */
  another(): Zeolite {
    const other = new Zeolite(this.#script, this.#args);
    other.#port = this.#port;
    return other;
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const child = this.#child;
    if (!child) return;
    this.#child = undefined;
    const gone = once(child, 'exit');
    child.kill(signal);
    await gone;
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  async now(): Promise<string> {
    const { now } = (await (await fetch(`${this.address}api/health`)).json()) as { now: string };
    return now;
  }

  /** Records what already happened, past every screen. */
  async record(entries: readonly unknown[]): Promise<void> {
    const res = await fetch(`${this.address}api/entries`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ entries, mode: 'happened' }),
    });
    expect(res.status).toBe(201);
  }

  /** Sets the clock of server and browsers so many minutes on. */
  async pass(minutes: number): Promise<void> {
    const now = new Date(Date.parse(await this.now()) + minutes * 60_000).toISOString();
    this.#aheadMs = Date.parse(now) - Date.now();
    await fetch(`${this.address}api/clock`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ now }),
    });
  }
}

/** A person at the screen, whose clicks and fields are counted. */
export class Visitor {
  readonly page: Page;
  acts = 0;

  constructor(page: Page) {
    this.page = page;
  }

  async press(name: string | RegExp, within: Page | Locator = this.page, exact = false): Promise<void> {
    this.acts += 1;
    await within.getByRole('button', { name, exact }).click();
  }

  /** Does the live step of a sheet: its button stays until the step is kept, and a second press would be for the same step. */
  async step(button: string, sheet: Page | Locator = this.page): Promise<void> {
    const live = sheet.locator('[aria-current="step"]');
    const steps = async (): Promise<string> => (await live.locator('p').allInnerTexts()).join();
    // a sheet that was just begun takes the place of another: its own step is the one that is done
    await sheet.getByRole('button', { name: button, exact: true }).waitFor();
    const before = await steps();
    await this.press(button, sheet, true);
    await expect.poll(steps).not.toBe(before);
  }

  async open(name: string | RegExp): Promise<void> {
    this.acts += 1;
    await this.page.getByRole('link', { name }).first().click();
  }

  /** Fills a blank key by key, as a hand does; leaving it is not counted. A day and a time are picked. */
  async fill(label: string, text: string): Promise<void> {
    this.acts += 1;
    const blank = this.page.getByLabel(label, { exact: true });
    if (/date|time|month/.test((await blank.getAttribute('type')) ?? '')) await blank.fill(text);
    else {
      await blank.clear();
      await blank.pressSequentially(text);
    }
    await blank.blur();
  }

  /** Opens a choice and takes one: two clicks. What is drawn anew meanwhile closes a list, and it is opened again. */
  async choose(label: string, option: string | RegExp): Promise<void> {
    this.acts += 2;
    const wanted = this.page.getByRole('option', { name: option });
    await expect(async () => {
      if (!(await wanted.isVisible()))
        await this.page.getByRole('combobox', { name: label, exact: true }).click({ timeout: 5000 });
      await wanted.click({ timeout: 5000 });
    }).toPass();
  }

  /** A container in the drawing, by its code. */
  container(code: string): Locator {
    return this.page.locator(`[data-container="${code}"]`);
  }

  async select(code: string): Promise<void> {
    this.acts += 1;
    await this.container(code).click();
  }

  get reach(): Locator {
    return this.page.getByTestId('reach-days');
  }
}

/** Nothing that the accessibility rules know is broken on this screen, or in a part of it. */
export async function expectAccessible(page: Page, within = 'body'): Promise<void> {
  // what fades in or out has no contrast of its own, and lies over other things for a moment: from here on nothing fades
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.waitForFunction(() => document.getAnimations().every(a => a.playState !== 'running'));
  const { violations } = await new AxeBuilder({ page })
    .include(within)
    .exclude('[data-sonner-toast][data-visible="false"]')
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map(v => `${v.id}: ${v.nodes.map(n => n.target.join(' ')).join(', ')}`)).toEqual([]);
}

export const test = base.extend<{ zeolite: Zeolite; visitor: Visitor }>({
  // biome wants no empty pattern, Playwright wants nothing but one
  zeolite: async ({ browserName: _ }, use) => {
    const zeolite = new Zeolite();
    await zeolite.start();
    await use(zeolite);
    await zeolite.stop();
    zeolite.remove();
  },
  visitor: async ({ page, zeolite }, use) => {
    await page.goto(zeolite.address);
    await use(new Visitor(page));
  },
});

export { expect };

/** First run, with nothing set down yet. */
export async function begin(visitor: Visitor): Promise<void> {
  await visitor.fill('How many people', '4');
  await visitor.press('Begin');
  await expect(visitor.page.getByRole('button', { name: 'Set them down' })).toBeVisible();
}

/** What a hand recorded at the beginning, by the water of its drums: written once, and told to every other folder of the worker. */
const begun = new Map<string, readonly Entry[]>();

/** First run and a few filled drums: what most tests begin with. */
export async function settle(visitor: Visitor, water: RegExp = /^well water/): Promise<void> {
  const { page } = visitor;
  const { origin } = new URL(page.url());
  const written = begun.get(water.source);
  if (written) {
    await tellAnew(origin, written);
    await stepTo(page, 'store');
  } else await settleByHand(visitor, water);
  await expect(visitor.container('OW-001')).toBeVisible();
  await expectRecorded(page);
  if (written) return;
  const { entries } = (await (await fetch(`${origin}${routes.logJson}`)).json()) as { entries: Entry[] };
  begun.set(water.source, entries);
}

async function settleByHand(visitor: Visitor, water: RegExp): Promise<void> {
  await begin(visitor);
  await visitor.fill('How many', '3');
  await visitor.fill('Place', 'cellar');
  await visitor.choose('What water', water);
  // a well that somebody looked at: closed and sound, so that chlorine by its residual is enough
  if (water.source.includes('well')) await visitor.choose('The well or spring', /^closed and sound/);
  await visitor.press('Set them down');
  // a hand over the button sees them drawn already: the word is what says that they were recorded
  await expect(visitor.page.getByText('3 containers set down: cellar', { exact: true })).toBeVisible();
}

/** Tells a folder what was recorded in another one, as of its own present moment. */
async function tellAnew(origin: string, written: readonly Entry[]): Promise<void> {
  const { now } = (await (await fetch(`${origin}${routes.health}`)).json()) as { now: string };
  const lateMs = Date.parse(now) - Math.max(...written.map(e => Date.parse(e.recordedAt)));
  const later = (at: string) => new Date(Date.parse(at) + lateMs).toISOString();
  const entries = written.map(e => ({
    ...e,
    happenedAt: later(e.happenedAt),
    recordedAt: later(e.recordedAt),
  }));
  const res = await fetch(`${origin}${routes.entries}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries, mode: 'happened' }),
  });
  expect(res.status).toBe(201);
}

/** A step inside the application, as a link makes it: the page is not loaded anew. */
export async function stepTo(page: Page, path: string): Promise<void> {
  await page.evaluate(to => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, `/${path}`);
  await page.waitForURL(`**/${path}`);
  await quiet(page);
}

/** Nothing has been drawn for a moment: parts that are drawn one after another are all there. */
export const quiet = (page: Page): Promise<void> =>
  page.evaluate(
    ({ stillMs, mostMs }) =>
      new Promise<void>(resolve => {
        const end = () => {
          observer.disconnect();
          resolve();
        };
        let still = setTimeout(end, stillMs);
        // a clock on the page is never still
        setTimeout(end, mostMs);
        const observer = new MutationObserver(() => {
          clearTimeout(still);
          still = setTimeout(end, stillMs);
        });
        observer.observe(document, { subtree: true, childList: true, characterData: true });
      }),
    { stillMs: 120, mostMs: 2000 },
  );

/** What is shown at once is the server's a moment later: before it is stopped, or asked, that is waited for. */
export const expectRecorded = (page: Page): Promise<void> =>
  expect(page.getByText(/waits? for the server/)).toHaveCount(0);

/** From a settled store to a batch that stands: 6 % bleach, water of 12 °C and pH 7. */
export async function beginBatch(visitor: Visitor, code = 'OW-001'): Promise<void> {
  await visitor.select(code);
  await visitor.press('Dose');
  await visitor.fill('Water temperature', '12');
  await visitor.fill('pH', '7');
  await visitor.press('Begin the sheet');
}

export async function doseAndStir(visitor: Visitor): Promise<void> {
  for (const step of ['Yes, as asked', 'It is in', 'Stirred, lid on']) await visitor.step(step);
}

/** Types over what stands in a blank, key by key, and goes on with the next. */
export async function typeOver(page: Page, label: string, keys: string): Promise<void> {
  const blank = page.getByLabel(label, { exact: true });
  // a list that closes gives the focus back to its own blank first
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await expect(async () => {
    await blank.focus();
    await expect(blank).toBeFocused({ timeout: 500 });
  }).toPass();
  await page.keyboard.press('ControlOrMeta+A');
  await page.keyboard.type(keys);
  await page.keyboard.press('Tab');
}
