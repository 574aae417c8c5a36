import { chromium, type Page } from '@playwright/test';

/** A task on the main thread that is longer than this is felt. */
const LONG_MS = 50;

/** Long tasks of a page since the last time it was asked (ms each). */
async function longTasks(page: Page): Promise<number[]> {
  return page.evaluate(() => {
    const list = (globalThis as unknown as { longTasks: number[] }).longTasks;
    return list.splice(0);
  });
}

/** Opens a browser whose long tasks are listened for, and tells of them. */
async function watched() {
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium' });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addInitScript(() => {
    const list: number[] = [];
    Object.assign(globalThis, { longTasks: list });
    new PerformanceObserver(entries => {
      for (const entry of entries.getEntries()) list.push(entry.duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  const page = await context.newPage();
  const tell = async (what: string, where = page) => {
    await where.waitForTimeout(1500);
    const tasks = await longTasks(where);
    const longest = Math.max(0, ...tasks);
    console.log(
      `${what.padEnd(44)}${tasks.length === 0 ? `no task over ${LONG_MS} ms` : `${tasks.length} tasks over ${LONG_MS} ms, the longest ${longest.toFixed(0)} ms`}`,
    );
  };
  return { browser, page, tell };
}

/** Opens what draws readings, in a store that has many of them. */
export async function benchReadings(address: string, containers: readonly string[]): Promise<void> {
  const { browser, page, tell } = await watched();
  const step = async (path: string) => {
    await page.evaluate(to => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, `/${path}`);
  };
  await page.goto(`${address}today`);
  await page.getByRole('heading', { name: 'Today' }).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(2000);
  await longTasks(page);
  for (const id of containers.slice(0, 2)) {
    await step(`store/${id}`);
    await tell('open the drawer of a container');
    await step(`tests/${id}`);
    await tell('open all its tests');
  }
  await step('tests');
  await tell('open Tests with its small multiples');
  await browser.close();
}

/** What finds some five hundred rows: all that stand in the fourth bay and in the fortieth. */
const BULK_OF = 'Bay 4';

/** A page that is watched, at the address of a large store. */
interface Watched {
  readonly address: string;
  readonly page: Page;
  readonly tell: (what: string, where?: Page) => Promise<void>;
  readonly press: (name: string | RegExp) => Promise<void>;
}

/** Presses a button as a hand does. Looking for it by its name is the bench's own work on the page: it is done before. */
const presserOf = (page: Page) => async (name: string | RegExp) => {
  const button = page.getByRole('button', { name, exact: true });
  await button.scrollIntoViewIfNeeded();
  const box = (await button.boundingBox())!;
  await page.waitForTimeout(300);
  await longTasks(page);
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
};

/**
 * Opens the views of a large store as a person does, records, and says how long the longest task on the
 * main thread was.
 * @param container one of the store's, with water in it
 */
export async function benchBrowser(address: string, container: string): Promise<void> {
  const { browser, page, tell } = await watched();
  const at: Watched = { address, page, tell, press: presserOf(page) };
  await openFirst(at);
  await lookRound(at);
  await carryMany(at);
  await drawAndTreat(at, container);
  await takeIn(at);
  await browser.close();
}

async function openFirst({ address, page, tell }: Watched): Promise<void> {
  // the browser's own start is not the application's
  await page.goto(`${address}api/health`);
  await page.waitForTimeout(500);
  await longTasks(page);
  let bytes = 0;
  const network = await page.context().newCDPSession(page);
  await network.send('Network.enable');
  network.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
  });
  const opened = performance.now();
  await page.goto(`${address}today`);
  await page.getByRole('heading', { name: 'Today' }).waitFor({ timeout: 60_000 });
  const openMs = performance.now() - opened;
  await page.waitForTimeout(2000);
  console.log(
    `${'first load'.padEnd(44)}${(bytes / 1e6).toFixed(2)} MB over the line, ${openMs.toFixed(0)} ms until Today stands`,
  );
  await tell('open Today');
}

async function lookRound({ page, tell }: Watched): Promise<void> {
  await page.mouse.move(600, 500);
  for (let i = 0; i < 10; i++) await page.mouse.wheel(0, 400);
  await tell('scroll Today');
  await page.getByRole('link', { name: /^3 Store/ }).click();
  await page.locator('[data-section]').waitFor();
  await tell('open Store');
  await page.keyboard.press('t');
  await page.getByRole('table').waitFor();
  await tell('open the table');
  for (let i = 0; i < 30; i++) await page.mouse.wheel(0, 1500);
  await tell('scroll the table');
  await page
    .getByRole('columnheader', { name: /Good until/ })
    .getByRole('button')
    .click();
  await tell('sort the table');
  await page.getByLabel('Filter the rows').fill('Bay 7');
  await tell('filter the table');
}

async function carryMany({ address, page, tell, press }: Watched): Promise<void> {
  const bulk = page.getByRole('region', { name: 'The rows chosen' });
  await page.getByLabel('Filter the rows').fill(BULK_OF);
  await page.waitForTimeout(1000);
  await longTasks(page);
  await page.getByLabel('Choose all rows shown').check();
  const record = bulk.getByRole('button', { name: /^Record it for / });
  await record.waitFor();
  await tell(`choose ${/\d[\d,]*/.exec((await record.textContent())!)![0]} rows`);
  await bulk.getByRole('combobox', { name: 'Place' }).click();
  await page.waitForTimeout(500);
  await longTasks(page);
  await page.getByRole('option', { name: 'Bay 8', exact: true }).click();
  await bulk.locator('button[data-primary]:not([disabled])').waitFor({ timeout: 60_000 });
  await tell('judge what carrying them would do');
  const other = await page.context().newPage();
  await other.goto(`${address}store`);
  await other.locator('[data-section]').waitFor();
  await other.waitForTimeout(2000);
  await tell('open Store in another tab', other);
  await page.bringToFront();
  await press(/^Record it for /);
  await bulk.waitFor({ state: 'hidden', timeout: 60_000 });
  await tell('carry them all at once');
  await tell('hear of that in another tab', other);
  await other.close();
}

async function drawAndTreat({ address, page, tell, press }: Watched, container: string): Promise<void> {
  await page.goto(`${address}store/${container}`);
  await page.getByRole('button', { name: 'Draw off' }).waitFor();
  await tell('open a container from its address');
  await press('Draw off');
  await tell('open what is drawn');
  await page.getByLabel('How much', { exact: true }).focus();
  await longTasks(page);
  await page.keyboard.type('1');
  await tell('write how much is drawn');
  await press('Draw it off');
  await tell('look at what that would do, and record it');
  await page.goto(`${address}bench?method=boil`);
  await page.getByTestId('method-answer').waitFor();
  await tell('open the Bench');
  await press('Begin the sheet');
  await tell('begin a sheet');
}

async function takeIn({ address, page, tell, press }: Watched): Promise<void> {
  await page.goto(`${address}store`);
  await page.locator('[data-section]').waitFor();
  await page.waitForTimeout(1500);
  await press('Take in');
  const list = page.getByLabel('The list as text', { exact: true });
  await list.focus();
  await longTasks(page);
  await list.evaluate((field, text) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', text);
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, listOf(LIST_ROWS));
  const pasted = performance.now();
  await page.getByTestId('take-in-summary').waitFor({ timeout: 60_000 });
  console.log(
    `${'judge a list of 1,000 rows'.padEnd(44)}${((performance.now() - pasted) / LIST_ROWS).toFixed(2)} ms a row`,
  );
  await tell('paste a list of 1,000 rows');
}

const LIST_ROWS = 1000;

/** A hand-kept list in which every seventh row has a fault. */
function listOf(rows: number): string {
  const waters = ['tap water', 'well', 'rain water', 'treated tap water'];
  const lines = Array.from({ length: rows }, (_, i) => {
    const what = i % 7 === 0 ? 'bucket' : '20 L jerry can';
    return `LIST-${i},${what},shed ${i % 5},${waters[i % 4]},2026-0${1 + (i % 9)}-1${i % 9},19`;
  });
  return ['code,what,where,water,filled,litres', ...lines].join('\n');
}
