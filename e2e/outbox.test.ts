import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { hand } from '#demo/hand.ts';
import { expect, expectAccessible, expectRecorded, settle, test, Visitor, type Zeolite } from './zeolite.ts';

/** Draws so much off the vessel whose life is open. */
async function drawOff(visitor: Visitor, litres: string): Promise<void> {
  await visitor.press('Draw off', visitor.page.getByRole('complementary'));
  await visitor.fill('How much', litres);
  await visitor.press('Draw it off');
}

/** How often the log says that something was drawn. */
async function timesDrawn({ address }: Zeolite): Promise<number> {
  const { entries } = (await (await fetch(`${address}api/log.json`)).json()) as {
    entries: { kind: string }[];
  };
  return entries.filter(e => e.kind === 'drawn').length;
}

test('what is turned down after a reload stays with its reason, and is recorded as happened', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-001');
  await expect(page).toHaveURL(/\/store\/[^/]+$/);
  const drum = decodeURIComponent(page.url().split('/').pop()!);
  await zeolite.stop();
  await drawOff(visitor, '150 L');
  await expect(page.getByText('1 entry waits for the server')).toBeVisible();
  // the page is closed; while it is, somebody else empties the drum
  await page.goto('about:blank');
  await zeolite.start();
  const h = hand(await zeolite.now(), 'Odile');
  const emptied = h.write('emptied', drum, { to: 'utility' });
  await zeolite.record([emptied]);

  await page.goto(zeolite.address);
  await visitor.press('1 was turned down');
  const dialog = page.getByRole('dialog', { name: 'What the server turned down' });
  await expect(dialog).toContainText('OW-001');
  await expect(dialog).toContainText(/150\sL drawn/);
  await expect(dialog.getByRole('alert')).toBeVisible();
  await expectAccessible(page);
  await page.reload();
  await visitor.press('1 was turned down');
  await visitor.press('It already happened');
  await expect(dialog).toContainText('Nothing is left to decide');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /turned down/ })).toHaveCount(0);
  // it is shown before the server has it
  const drawn = async () => {
    const history = await fetch(`${zeolite.address}api/subjects/${encodeURIComponent(drum)}/entries`);
    const { lines } = (await history.json()) as { lines: { entry: { kind: string } }[] };
    return lines.filter(line => line.entry.kind === 'drawn').length;
  };
  await expect.poll(drawn).toBe(1);
});

test('a strange answer is no answer: what was recorded waits, and is sent when the server is itself again', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await page.route('**/api/entries', route =>
    route.fulfill({ status: 200, contentType: 'text/html', body: '<html>Sign in to this network</html>' }),
  );
  await visitor.select('OW-001');
  await drawOff(visitor, '10 L');
  await expect(page.getByText('1 entry waits for the server')).toBeVisible();
  // the newer of two routes answers: nothing gets through between them
  await page.route('**/api/entries', route =>
    route.fulfill({
      status: 507,
      contentType: 'application/problem+json',
      body: JSON.stringify({ type: 'urn:zeolite:problem:storage-full', title: 'Full', status: 507 }),
    }),
  );
  await expect(page.getByText(/Its disk is full/)).toBeVisible();
  await page.unroute('**/api/entries');
  await expect(page.getByText(/waits? for the server/)).toHaveCount(0);
  await page.reload();
  // 592.8 L less 10 for four people
  await expect(visitor.reach).toContainText('38.4 days');
});

test('a layer that cannot be fetched says so in its place, and the others go on', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  // a part of an older build is not there, and no page is sent in its place
  const gone = await fetch(`${zeolite.address}assets/Supplies-of-an-older-build.js`);
  expect([gone.status, gone.headers.get('content-type')]).toEqual([
    404,
    'application/problem+json; charset=utf-8',
  ]);
  await settle(visitor, /^treated tap water/);
  await page.route(/assets\/Supplies-.*\.js/, route => route.fulfill({ status: 404, body: '{}' }));
  await page.reload();
  await expect(visitor.reach).toContainText('39.1 days');
  await visitor.open(/^8 Supplies/);
  await expect(page.getByRole('heading', { name: 'This layer could not be shown.' })).toBeVisible();
  await expectAccessible(page);
  await expect(page.getByRole('main').getByRole('button')).toBeVisible();
  await visitor.open(/^3 Store/);
  await expect(visitor.container('OW-001')).toBeVisible();
});

test('eight tabs share one line: what one records shows in all, also when the first is closed', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  const others: Page[] = [];
  for (let i = 0; i < 7; i++) {
    const other = await page.context().newPage();
    await other.goto(page.url());
    await expect(other.getByTestId('reach-days')).toContainText('39.1 days');
    others.push(other);
  }
  const draw = async (at: Page) => {
    const hand = new Visitor(at);
    await hand.select('OW-001');
    await drawOff(hand, '15.2 L');
  };
  await draw(others[6]!);
  for (const tab of [page, ...others]) await expect(tab.getByTestId('reach-days')).toContainText('38.1 days');
  await page.close();
  await draw(others[2]!);
  for (const tab of others) await expect(tab.getByTestId('reach-days')).toContainText('37.1 days');
});

test('two tabs record while the server is away and one is closed: nothing of either is lost', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(other.getByTestId('reach-days')).toContainText('39.1 days');
  await zeolite.stop();
  const draw = async (at: Page, code: string, waits: string) => {
    const hand = new Visitor(at);
    await hand.select(code);
    await drawOff(hand, '15.2 L');
    await expect(at.getByText(waits)).toBeVisible();
  };
  await draw(page, 'OW-001', '1 entry waits for the server');
  // each sees what the other recorded as well
  await draw(other, 'OW-002', '2 entries wait for the server');
  await expect(page.getByText('2 entries wait for the server')).toBeVisible();
  await other.close();
  await zeolite.start();
  // the open tab sends what the closed one left as well
  await expect(page.getByText(/waits? for the server/)).toHaveCount(0);
  await page.reload();
  await expect(visitor.reach).toContainText('37.1 days');
});

test('what was recorded for one folder is not sent to another that is served in its place', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await zeolite.stop();
  await visitor.select('OW-001');
  await drawOff(visitor, '15.2 L');
  await expect(page.getByText('1 entry waits for the server')).toBeVisible();
  await page.goto('about:blank');
  const other = zeolite.another();
  await other.start();
  await page.goto(other.address);
  await visitor.fill('How many people', '2');
  await visitor.press('Begin');
  await visitor.press('1 was turned down');
  await expect(page.getByRole('dialog')).toContainText('recorded for another folder');
  await expect(page.getByRole('button', { name: 'It already happened' })).toHaveCount(0);
  await page.goto('about:blank');
  await other.stop();
  other.remove();
  await zeolite.start();
  await page.goto(zeolite.address);
  await expect(visitor.reach).toContainText('38.1 days');
  await expect(page.getByRole('button', { name: /turned down/ })).toHaveCount(0);
});

test('what an older build left in the local storage is sent, and gone from there', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-001');
  await expect(page).toHaveURL(/\/store\/[^/]+$/);
  const drum = decodeURIComponent(page.url().split('/').pop()!);
  await page.goto('about:blank');
  const h = hand(await zeolite.now(), 'Odile');
  const entries = [h.write('drawn', drum, { volumeL: 15.2, use: 'drinking', byTap: true })];
  await page.goto(`${zeolite.address}api/health`);
  await page.evaluate(
    list => localStorage.setItem('zeolite.queue:old', JSON.stringify(list)),
    [{ entries, mode: 'intend' }],
  );
  await page.goto(zeolite.address);
  await expect(visitor.reach).toContainText('38.1 days');
  await expect(page.getByText(/waits? for the server/)).toHaveCount(0);
  expect(await page.evaluate(() => localStorage.getItem('zeolite.queue:old'))).toBeNull();
});

test('a clock that ran ahead once is found, explained and put right; what was dated later is told anew', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await zeolite.pass(3 * 365 * 1440);
  await visitor.select('OW-001');
  await visitor.press('Draw off', page.getByRole('complementary'));
  await visitor.fill('How much', '15.2 L');
  await visitor.press('It already happened');
  await expect(page.getByText(/15.2\sL drawn/).first()).toBeVisible();
  // the machine's clock is right again, and the server comes back
  await zeolite.stop();
  zeolite.rightTheClock();
  await zeolite.start();
  await page.goto(zeolite.address);
  const fault = page.getByRole('alert').filter({ hasText: 'One of the two is wrong' });
  await expect(fault).toBeVisible();
  await expectAccessible(page);
  await fault.getByRole('button', { name: 'The machine’s clock is right now' }).click();
  await expect(fault).toHaveCount(0);
  await page.reload();
  await expect(visitor.reach).toContainText('38.1 days');
  await expect(fault).toHaveCount(0);
  expect((await zeolite.now()) < new Date(Date.now() + 600_000).toISOString()).toBe(true);
});

/** What can be wrong with a browser's own storages, from before the page begins. */
const browserFaults: Record<string, () => void> = {
  'keeps no database': () => {
    Object.defineProperty(window, 'indexedDB', { value: undefined });
  },
  'throws when its database is opened': () => {
    indexedDB.open = () => {
      throw new DOMException('denied', 'SecurityError');
    };
  },
  'never answers when its database is opened': () => {
    indexedDB.open = () => new EventTarget() as IDBOpenDBRequest;
  },
  'has no room in its database': () => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  },
  'closes its database again and again': () => {
    IDBDatabase.prototype.transaction = () => {
      throw new DOMException('closing', 'InvalidStateError');
    };
  },
  'forbids its small storages': () => {
    for (const name of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, name, {
        get: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      });
  },
};

for (const [name, fault] of Object.entries(browserFaults))
  test(`a browser that ${name} opens the page, keeps what waits as long as it is open, and sends it once`, async ({
    browser,
    visitor,
    zeolite,
  }) => {
    await settle(visitor, /^treated tap water/);
    const page = await browser.newPage();
    const faults: string[] = [];
    page.on('pageerror', error => faults.push(String(error)));
    await page.addInitScript(fault);
    await page.goto(`${zeolite.address}store`);
    const other = new Visitor(page);
    await expect(other.container('OW-001')).toBeVisible();
    await zeolite.stop();
    await other.select('OW-001');
    await drawOff(other, '15 L');
    await expect(page.getByText(/waits? for the server/).first()).toBeVisible();
    if (!name.includes('small'))
      await expect(page.getByText('This browser keeps nothing now').first()).toBeVisible();
    await zeolite.start();
    await expectRecorded(page);
    expect(await timesDrawn(zeolite)).toBe(1);
    expect(faults).toEqual([]);
    await page.close();
  });

test('storage that is cleared under an open page loses nothing of what waits', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await zeolite.stop();
  await visitor.select('OW-001');
  await drawOff(visitor, '15 L');
  await expect(page.getByText(/waits? for the server/).first()).toBeVisible();
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        localStorage.clear();
        const gone = indexedDB.deleteDatabase('zeolite');
        gone.onsuccess = () => resolve();
        gone.onerror = reject;
      }),
  );
  // something more of the same page finds the database anew
  await expect(page.getByLabel('How much', { exact: true })).toHaveCount(0);
  await drawOff(visitor, '3 L');
  await expect(page.getByText('2 entries wait for the server').first()).toBeVisible();
  await zeolite.start();
  await expectRecorded(page);
  expect(await timesDrawn(zeolite)).toBe(2);
});

test('what was recorded before a restore is brought in, each entry judged by itself', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  const backup = join(zeolite.folder, 'kept.backup');
  const res = await fetch(`${zeolite.address}api/backup`);
  writeFileSync(backup, Buffer.from(await res.arrayBuffer()));
  await zeolite.stop();
  await visitor.select('OW-001');
  await drawOff(visitor, '15 L');
  await expect(page.getByText(/waits? for the server/).first()).toBeVisible();
  execFileSync(process.execPath, ['--import', 'tsx', 'server/restore.ts', backup, zeolite.folder]);
  await zeolite.start();
  await page.getByRole('button', { name: '1 was turned down' }).click();
  await expect(page.getByText('It was recorded before this folder was restored')).toBeVisible();
  await expectAccessible(page, '[role="dialog"]');
  await visitor.press('Bring it in here');
  await expect(page.getByText('Nothing is left to decide.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expectRecorded(page);
  await expect(
    page
      .getByRole('complementary')
      .getByText(/15\sL drawn/)
      .first(),
  ).toBeVisible();
  await page.reload();
  await expect(
    page
      .getByRole('complementary')
      .getByText(/15\sL drawn/)
      .first(),
  ).toBeVisible();
});

test('a copy that fails stands on Today until one is made', async ({ page, zeolite, visitor }) => {
  await settle(visitor, /^treated tap water/);
  let failedAt: string | undefined = '2026-12-01T10:00:00.000Z';
  await page.route('**/api/copies', route =>
    route.fulfill({ json: { into: '/somewhere', lastDay: '2026-11-29', ...(failedAt ? { failedAt } : {}) } }),
  );
  await page.goto(`${zeolite.address}today`);
  const said = page.getByRole('status').filter({ hasText: 'No copy of the store could be made' });
  await expect(said).toContainText('29 Nov');
  await expect(said).toContainText('/somewhere');
  await expectAccessible(page);
  failedAt = undefined;
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(said).toHaveCount(0);
});
