import { chromium, type Page } from '@playwright/test';
import bundlePrograms from '../e2e/bundle.ts';
import { Zeolite } from '../e2e/zeolite.ts';

/** A view of the README: where it is, and what a hand does there before it is photographed. */
interface View {
  readonly name: string;
  readonly path: string;
  readonly act?: (page: Page) => Promise<void>;
}

const container = (code: string) => async (page: Page) => {
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find' }).waitFor();
  await page.keyboard.type(code);
  await page.getByRole('option', { name: code }).first().click();
};

const wide: View[] = [
  { name: 'today', path: 'today' },
  { name: 'store', path: 'store' },
  { name: 'container', path: 'store', act: container('TH-091') },
  { name: 'table', path: 'store', act: page => page.keyboard.press('t') },
  {
    name: 'rounds',
    path: 'store/rounds',
    act: page => page.getByTestId('rounds-answer').waitFor(),
  },
  { name: 'plan', path: 'plan' },
  { name: 'bench', path: 'bench' },
  {
    name: 'rain',
    path: 'rain',
    act: async page => {
      await page.getByText(/would do/).waitFor();
      await page.locator('progress').waitFor({ state: 'detached' });
    },
  },
  { name: 'supplies', path: 'supplies' },
  {
    name: 'sources',
    path: 'sources',
    act: page =>
      page
        .getByRole('link', { name: /^Upper spring/ })
        .first()
        .click(),
  },
  {
    name: 'safe',
    path: 'sources/safe',
    act: async page => {
      await page.getByRole('combobox', { name: 'Where from' }).click();
      await page.getByRole('option', { name: /^other water/ }).click();
      await page.getByRole('combobox', { name: 'Which water' }).click();
      await page.getByRole('option', { name: /^silty river water/ }).click();
      await page.getByRole('combobox', { name: 'People upstream' }).click();
      await page.getByRole('option', { name: /^people upstream/ }).click();
      await page.getByRole('button', { name: /^What is there to treat it with/ }).click();
      await page.getByRole('checkbox', { name: /^Propane/ }).click();
      await page.keyboard.press('Escape');
    },
  },
  {
    name: 'day',
    path: 'bench/day',
    act: async page => {
      await page.getByRole('combobox', { name: 'Where from' }).click();
      await page.getByRole('option', { name: /^Silty beck/ }).click();
      await page.getByRole('button', { name: /^Way to make it safe/ }).click();
      await page.getByRole('checkbox', { name: /^Filter .* bleach/ }).click();
      await page.getByRole('checkbox', { name: /^Boil/ }).click();
      await page.keyboard.press('Escape');
      await page.getByTestId('day-more').getByRole('listitem').first().waitFor();
      await page.locator('progress').waitFor({ state: 'detached' });
    },
  },
  {
    name: 'tests',
    path: 'tests',
    act: async page => {
      await page.getByRole('combobox', { name: 'Parameter of the strips' }).click();
      await page.getByRole('option', { name: 'Turbidity' }).click();
      await page.getByRole('link', { name: /^TH-071 failed/ }).click();
    },
  },
];

const phone: View[] = [
  { name: 'today-phone', path: 'today' },
  { name: 'container-phone', path: 'store', act: container('TH-091') },
  {
    name: 'round-phone',
    path: 'today',
    act: page =>
      page
        .getByRole('link', { name: /containers in .* are good until/ })
        .first()
        .click(),
  },
  { name: 'walk-phone', path: 'tests/walk?parameter=free-chlorine' },
  {
    name: 'sheet-phone',
    path: 'today',
    act: page =>
      page
        .getByRole('link', { name: /stands until/ })
        .first()
        .click(),
  },
];

/** Names of the views that are asked for; all of them when none is named. */
const asked = process.argv.slice(2);
const zeolite = new Zeolite('demo/main.ts');
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium' });

async function photograph(views: readonly View[], width: number, height: number): Promise<void> {
  for (const { name, path, act } of views) {
    if (asked.length > 0 && !asked.includes(name)) continue;
    const page = await browser.newPage({
      viewport: { width, height },
      locale: 'en-GB',
      timezoneId: 'Europe/London',
    });
    await page.goto(zeolite.address + path);
    await page.waitForTimeout(1500);
    await act?.(page).catch((fault: Error) => console.error(`${name}: ${fault.message.split('\n')[0]}`));
    await page.waitForTimeout(1200);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
    if (name === 'today') {
      await page.getByRole('button', { name: /lamp/i }).click();
      await page.waitForTimeout(500);
      await page.screenshot({ path: 'docs/screenshots/today-lamp.png' });
    }
    await page.close();
  }
}

await bundlePrograms();
try {
  await zeolite.start();
  await photograph(wide, 1280, 800);
  await photograph(phone, 390, 844);
} finally {
  await browser.close();
  await zeolite.stop();
  zeolite.remove();
}
