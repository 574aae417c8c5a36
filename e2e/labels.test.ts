import QrCode from 'qrcode';
import { expect, expectAccessible, settle, test } from './zeolite.ts';

/** A picture of a label's code, as a phone would take it. */
const photoOf = async (text: string) => ({
  name: 'label.png',
  mimeType: 'image/png',
  buffer: await QrCode.toBuffer(text, { width: 500, margin: 6 }),
});

test('a photo of a label opens its container, and another code is told apart', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-002');
  await expect(page).toHaveURL(/\/store\/[^/]+$/);
  const address = page.url();
  await page.getByRole('link', { name: 'Close the drawer' }).click();
  await visitor.press('Read a label');
  await expectAccessible(page);
  await page
    .getByLabel('Photo of a label')
    .setInputFiles(await photoOf('https://example.org/somewhere-else'));
  await expect(page.getByRole('alert')).toContainText('leads to no container');
  await page.getByLabel('Photo of a label').setInputFiles(await photoOf(address));
  await expect(page.getByRole('heading', { name: /^OW-002/ })).toBeVisible();
});

test('a photo of a container is kept with its life', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-001');
  await page
    .getByLabel('Photo', { exact: true })
    .setInputFiles({ name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert')).toContainText('could not be read as a picture');
  await page.getByLabel('Photo', { exact: true }).setInputFiles(await photoOf('anything'));
  await expect(page.getByRole('img', { name: 'OW-001, as photographed last' })).toBeVisible();
  await page.reload();
  const shown = page.getByRole('img', { name: 'OW-001, as photographed last' });
  await expect(shown).toBeVisible();
  expect(await shown.evaluate(img => (img as HTMLImageElement).naturalWidth)).toBe(500);
  await page.getByRole('link', { name: 'As a page' }).click();
  await expect(page.getByRole('heading', { name: 'The life of OW-001' })).toBeVisible();
  await expect(page.getByText('photographed', { exact: true })).toBeVisible();
});

test('rows chosen in the table are carried together, and undone as one', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.press('Add a place');
  await visitor.fill('Name of the place', 'shed');
  await visitor.press('Keep it');
  await page.getByRole('link', { name: 'As a table' }).click();
  await page.getByLabel('Choose OW-001').check();
  await page.getByLabel('Choose OW-003').check();
  await expectAccessible(page);
  await visitor.choose('Place', 'shed');
  await visitor.press('Record it for 2');
  await expect(page.getByRole('row', { name: /OW-001/ })).toContainText('shed');
  await expect(page.getByRole('row', { name: /OW-002/ })).toContainText('cellar');
  await page.keyboard.press('u');
  await expect(page.getByRole('row', { name: /OW-001/ })).toContainText('cellar');
});

test('a round moved to another day says what breaks, and the rounds kept are in the calendar file', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await page.getByRole('link', { name: 'Rounds', exact: true }).click();
  const round = page.locator('[data-round]').first();
  await round.click();
  const day = page.getByLabel('Day of the round');
  const laid = await day.inputValue();
  const late = new Date(Date.parse(laid) + 40 * 86_400_000).toISOString().slice(0, 10);
  await day.fill(late);
  await expect(page.getByTestId('rounds-breaks')).toContainText('OW-001 would be done on');
  await visitor.press('Back to the days as laid');
  await expect(page.getByTestId('rounds-breaks')).toBeEmpty();
  await visitor.press('Keep to these rounds');
  await expect(page.getByRole('button', { name: 'These are the rounds kept' })).toBeDisabled();
  // what is shown at once is recorded a moment later
  let calendar = '';
  await expect(async () => {
    calendar = await (await fetch(`${zeolite.address}api/calendar.ics`)).text();
    expect(calendar).toContain('Round: cellar');
  }).toPass();
  expect(calendar).toContain(`DTSTART;VALUE=DATE:${laid.replaceAll('-', '')}`);
});

test('five more people move the reach under the hand, and nothing is kept until it is said', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await page.getByRole('link', { name: /^2 Plan/ }).click();
  const slider = page.getByRole('slider', { name: 'More people come' });
  await slider.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  // 592.8 L ÷ (8 × 3.785 L)
  await expect(page.getByTestId('reach-preview')).toHaveText('→ 19.5');
  await expect(page.getByTestId('what-if')).toContainText('It would last 19.5 days');
  await visitor.press('Back to how it is');
  await expect(page.getByTestId('reach-preview')).toHaveCount(0);
  await visitor.fill('Water heater', '100');
  await visitor.choose('Does it count', 'counts, I have looked');
  // 692.8 L ÷ 15.14 L
  await expect(visitor.reach).toContainText('45.7 days');
});
