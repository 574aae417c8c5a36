import type { Page } from '@playwright/test';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import { citations } from '#core/base/citations.ts';
import { methods } from '#core/treatment/methods/methods.ts';
import { hand } from '#demo/hand.ts';
import { expect, quiet, settle, stepTo, test } from './zeolite.ts';

/** What is no word of any language, or one of all: units, signs, standards, names of the months as dates have them. */
const SIGNS = new Set(
  `Zeolite mL mg gal kg cm mm km min pH NTU UTC UV CT log Ctrl Enter Esc NaOCl NaDCC wt DPD mJ Wh ppm HDPE PET GL
  CSV JSON PDF SVG PNG iCalendar QR http https localhost COVID WHO EPA CDC ISO NSF USEPA Sphere IPCC st
  alt and Jan Feb Mar Apr May Jun Jul Aug Sep Sept Oct Nov Dec
  January February March April June July August September October November December Mon Tue Wed Thu Fri Sat Sun`.split(
    /\s+/,
  ),
);
const known = new Set<string>(Object.values(citations));

/** Plain words on the page that do not come from the catalogue: what is shown, and what is only read out. */
async function plainWords(page: Page): Promise<string[]> {
  const texts = await page.evaluate(() => {
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const parent = node.parentElement;
      if (parent && !parent.closest('script, style, noscript')) found.push(node.textContent ?? '');
    }
    for (const element of document.querySelectorAll('[aria-label], [placeholder], [title]'))
      for (const name of ['aria-label', 'placeholder', 'title']) found.push(element.getAttribute(name) ?? '');
    return found;
  });
  const words = texts
    .filter(text => !known.has(text.trim()))
    .flatMap(text => (/[A-Za-z]{2,}/.test(text) ? [text.trim()] : []))
    .filter(text => (text.match(/[A-Za-z]{2,}/g) ?? []).some(word => !SIGNS.has(word)));
  return [...new Set(words)];
}

test('in another language nothing on any screen is left in this one', async ({ zeolite, page }) => {
  // it looks at every screen
  test.setTimeout(360_000);
  const h = hand(await zeolite.now());
  const [building, place, drum, bleach] = [
    h.subject('building'),
    h.subject('place'),
    h.subject('container'),
    h.subject('supply'),
  ];
  h.write('group.set', 'group', { name: '1', timeZone: 'UTC', toolIds: ['syringe-10'] });
  h.write('home.set', h.subject('home'), { name: '2', people: [{}, { born: '2026-01' }] });
  h.write('building.set', building, { name: '3', order: 0, roof: 'flat' });
  h.write('place.set', place, { name: '4', building, level: -1, widthM: 6, heightM: 2.2, shelves: [] });
  h.write('supply.set', bleach, {
    name: '5',
    kind: 'bleach',
    amount: 1000,
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 },
  });
  h.write('supply.set', h.subject('supply'), {
    name: '6',
    kind: 'filter',
    amount: 1000,
    device: { kind: 'ceramic' },
  });
  h.write('container.added', drum, { code: '7', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
  h.write('filled', drum, { volumeL: { value: 198, known: 'measured' }, water: 'well', sealed: true });
  h.write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.4 }));
  h.write('read', drum, { parameter: 'e-coli', method: 'plate', value: 12 });
  h.write('read', drum, { parameter: 'lead', method: 'strip', value: 15 });
  const sample = h.subject('test');
  h.write(
    'test.begun',
    sample,
    { of: drum, method: 'presence-absence', parameters: ['e-coli'], temperatureC: 17 },
    [drum],
  );
  const roof = h.subject('catchment');
  h.write('catchment.set', roof, {
    name: '9',
    form: 'roof',
    surface: 'tile',
    lengthM: 12,
    runM: 8,
    runAlong: 'ground',
    pitchDeg: 35,
    flushMm: 1,
    trims: ['lead-flashing'],
    soiled: ['birds'],
    tanks: [drum],
  });
  for (const litres of [300, 280, 310, 290])
    h.write('caught', roof, {
      gaugeMm: 10.5,
      caughtL: { value: litres, known: 'guessed' },
      areaM2: 96,
      by: 'jugs',
      roof: 'unfit',
    });
  h.write('catchment.fouled', roof, { what: 'ash' });
  const entries = h.entries.map(entry => ({ ...entry, by: '8' }));
  await fetch(`${zeolite.address}api/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries, mode: 'happened' }),
  });
  await page.addInitScript(() => {
    localStorage.setItem('zeolite.language', 'pseudo');
    // a hand without a name signs as someone, in the language of the day: what is recorded is nobody's translation
    localStorage.setItem('zeolite.person', JSON.stringify({ name: '8' }));
  });
  const left = new Map<string, string[]>();
  const look = async (where: string) => {
    await quiet(page);
    const words = await plainWords(page);
    if (words.length > 0) left.set(where, words);
  };
  const layers = [
    'today',
    'plan',
    'store',
    'rain',
    'sources',
    'sources/safe',
    'sources/said',
    'bench',
    'tests',
    'supplies',
    'outage',
    'book',
  ];
  const pages = [
    ...layers,
    `store/${encodeURIComponent(drum)}`,
    `store/${encodeURIComponent(drum)}/history`,
    'store/rounds',
    `tests/${encodeURIComponent(drum)}`,
    'tests/walk',
    'tests/sheet',
    'rain/catch',
    'rain/weather',
  ];
  for (const path of pages) {
    await page.goto(`${zeolite.address}${path}`);
    await expect(page.locator('main h1, main h2').first()).toBeVisible();
    await look(path);
  }
  await page.goto(`${zeolite.address}bench`);
  await expect(page.locator('main h1').first()).toBeAttached();
  for (const { id } of methods) {
    await stepTo(page, `bench?method=${id}`);
    await look(`bench?method=${id}`);
  }
  // what opens over a layer
  for (const path of [
    'store',
    'supplies',
    'tests',
    'rain',
    'rain/catch',
    'rain/weather',
    `store/${encodeURIComponent(drum)}`,
  ]) {
    await page.goto(`${zeolite.address}${path}`);
    await expect(page.locator('main h1').first()).toBeVisible();
    const buttons = page.locator('main button:visible');
    for (let i = 0; i < (await buttons.count()) && i < 24; i++) {
      await buttons
        .nth(i)
        .click({ timeout: 2000 })
        .catch(() => undefined);
      await look(`${path} button ${i}`);
      await page.keyboard.press('Escape');
      if (!page.url().includes(path)) await page.goto(`${zeolite.address}${path}`);
    }
  }
  expect(Object.fromEntries(left)).toEqual({});
});

test('figures have the marks of the person’s own language', async ({ browser, zeolite }) => {
  const context = await browser.newContext({ locale: 'de-DE' });
  const page = await context.newPage();
  await page.goto(zeolite.address);
  const { Visitor } = await import('./zeolite.ts');
  await settle(new Visitor(page), /^treated tap water/);
  await expect(page.getByTestId('reach-days')).toContainText('39,1 days');
  await context.close();
});
