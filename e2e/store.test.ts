import type { Page } from '@playwright/test';
import { expect, test, Visitor, Zeolite } from './zeolite.ts';

/** Drags a container over a shelf or a floor and lets it go there. */
async function drag(page: Page, code: string, spot: string): Promise<void> {
  const from = (await page.locator(`[data-container="${code}"]`).boundingBox())!;
  const to = (await page.locator(`[data-spot$=" ${spot}"]`).boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 30, from.y - 20, { steps: 3 });
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 5 });
  await page.mouse.up();
}

test.describe('on the demo', () => {
  const demo = new Zeolite('demo/main.ts');
  test.beforeAll(() => demo.start());
  test.afterAll(async () => {
    await demo.stop();
    demo.remove();
  });

  test('a drum dragged onto a shelf that cannot carry it is refused beside it, kg against kg', async ({
    page,
  }) => {
    await page.goto(`${demo.address}store`);
    await drag(page, 'TH-008', 'D');
    const hint = page.getByTestId('drag-hint');
    await expect(hint).toContainText('TH-008 → School store, shelf D');
    await expect(hint).toContainText(/Shelf D carries 250\skg. It holds .* with 207.6\skg more it would be/);
    await hint.getByRole('button', { name: 'Leave it' }).click();
    await page.locator('[data-container="TH-008"]').click();
    await expect(page.getByText('Hall cellar').first()).toBeVisible();
  });

  test('a can dragged to another shelf moves there', async ({ page }) => {
    await page.goto(`${demo.address}store`);
    await drag(page, 'TH-010', 'D');
    await page.locator('[data-container="TH-010"]').click();
    await expect(page.getByText('School store, shelf D')).toBeVisible();
  });

  test('a drum moved to a weak floor is warned of in kg/m², with the limit and the remedy', async ({
    page,
  }) => {
    const visitor = new Visitor(page);
    await page.goto(`${demo.address}store`);
    await visitor.select('TH-008');
    await visitor.press('Move…');
    await visitor.choose('Place', 'School store');
    await expect(page.getByText(/loads this floor with 19\d\skg\/m²; it bears 190\skg\/m²/)).toBeVisible();
    await expect(page.getByText(/A structural engineer decides/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Moved', exact: true })).toBeVisible();
  });
});
