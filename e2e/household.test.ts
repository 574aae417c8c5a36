import type { Page } from '@playwright/test';
import { addMinutes } from '#core/base/day.ts';
import { householdOf, type Water, watersFor } from '#demo/waters.ts';
import { begin, expect, expectAccessible, test, typeOver, Zeolite } from './zeolite.ts';

const answer = (page: Page) => page.getByTestId('safe-answer');

/** Every water but the tap, which is drunk as it comes. */
const treated = ['noticed', 'roof', 'openWell', 'closedWell', 'stream', 'river'] as const satisfies Water[];

/** For each of the waters a way is told by which four people have drinking water of it today, with its steps. */
async function isToldTheWay(page: Page, zeolite: Zeolite, sources: Record<Water, string>): Promise<void> {
  const ask = async (water: Water) => {
    await page.goto(`${zeolite.address}sources/safe?source=${encodeURIComponent(sources[water])}`);
    await typeOver(page, 'Litres to drink', '12 L');
  };
  await ask('tap');
  await expect(answer(page)).toContainText('It is drinking water as it comes');
  for (const water of treated) {
    await ask(water);
    await expect(answer(page), water).toContainText(/12\sL to drink (within a day, )?by/);
    await expect(page.getByRole('list', { name: 'Steps' }), water).toBeVisible();
    await expect(answer(page), water).not.toContainText('limited');
  }
  await expectAccessible(page);
}

test('a household of four without a meter or a kit is told a way for its tap, its tank, its wells and the river', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  const { entries, sources } = householdOf(addMinutes(await zeolite.now(), -120));
  await zeolite.record(entries);
  await isToldTheWay(page, zeolite, sources);
  // what it owns is a ring and a bottle: the way is to boil, and the chain says for how long
  await expect(answer(page)).toContainText(/[Bb]oil 1 min/);
});

test('the same waters at Tarn Hollow have a way by what is kept there', async ({ page }) => {
  const demo = new Zeolite('demo/main.ts');
  await demo.start();
  try {
    const { entries, sources } = watersFor(addMinutes(await demo.now(), -120));
    await demo.record(entries);
    await isToldTheWay(page, demo, sources);
  } finally {
    await demo.stop();
    demo.remove();
  }
});
