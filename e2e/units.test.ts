import { expect } from '@playwright/test';
import { methods } from '#core/treatment/methods/methods.ts';
import { test, Zeolite } from './zeolite.ts';

/** Figures in units that a person of US or imperial measure does not read; concentrations are metric for all. */
const METRIC = /\d\s?(?:L|mL|kg|m|kg\/m²|L\/h)(?![\w/²])/;
/** What imperial measure has as metric does. */
const METRIC_STILL = /\d\s?(?:°C|cm|mm)(?!\w)/;
/** Where both stand, as where a slip would hurt: "52.3 gal (198 L)", "quart (0.95 L)". */
const BOTH = /\([\d.,]+\s?(?:L|mL|kg)\)/g;
/** Names and rules that are of their source, and what is the same in every system: a syringe, what a concentration is per. */
const NAMED = /[\d,]+ ft \([\d,]+ m\)|\b\d+ mL syringe|5 mL a litre|100 mL|per mL|20 drops are 1 mL/g;
const US = /\d\s?(?:gal|lb|ft|°F|fl oz)\b/;

const paths = [
  'today',
  'plan',
  'store',
  'store?view=table',
  'store/rounds',
  'supplies',
  'sources',
  'sources/safe',
  'sources/said',
  'rain',
  'rain/catch',
  'rain/weather',
  'bench',
  ...methods.map(({ id }) => `bench?method=${id}`),
];

test.describe('no unit of another system on any screen', () => {
  test.describe.configure({ mode: 'serial' });
  const demo = new Zeolite('demo/main.ts');
  test.beforeAll(() => demo.start());
  test.afterAll(async () => {
    await demo.stop();
    demo.remove();
  });
  for (const units of ['US', 'imperial', 'metric'] as const)
    test(`for ${units}`, async ({ page }) => {
      await page.addInitScript(
        chosen => localStorage.setItem('zeolite.person', JSON.stringify({ units: chosen })),
        units,
      );
      const wrong: string[] = [];
      for (const path of paths) {
        await page.goto(demo.address + path);
        await expect(page.getByTestId('reach-days')).toBeVisible();
        await expect(page.locator('main h1, main h2, main [data-testid]').first()).toBeVisible();
        const blanks = await page
          .locator('main input')
          .evaluateAll(all => all.map(el => (el as HTMLInputElement).value));
        // textContent joins what stands in different lines
        const text = `${await page.locator('main').innerText()}\n${blanks.join('\n')}`;
        for (const line of text.replaceAll('\u00a0', ' ').split('\n')) {
          const bare = line.replace(BOTH, '').replace(NAMED, '');
          const others = units === 'metric' ? [US] : units === 'US' ? [METRIC, METRIC_STILL] : [METRIC];
          if (others.some(other => other.test(bare))) wrong.push(`${path}: ${line.slice(0, 120)}`);
        }
      }
      expect(wrong).toEqual([]);
    });
});
