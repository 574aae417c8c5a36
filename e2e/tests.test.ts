import type { Page } from '@playwright/test';
import { checksumOf } from '#core/water/instruments/protocol.ts';
import {
  expect,
  expectAccessible,
  expectRecorded,
  settle,
  stepTo,
  test,
  Visitor,
  Zeolite,
} from './zeolite.ts';

const tap = /^treated tap/;
const judged = (page: Page) => page.getByTestId('judged');

/** Types into a blank as a hand does, and leaves it. */
async function type(page: Page, label: string, text: string): Promise<void> {
  const blank = page.getByLabel(label, { exact: true });
  await blank.click();
  // a hand goes on at the end of what stands there
  await blank.press('End');
  await blank.pressSequentially(text);
  await blank.press('Tab');
}

async function read(visitor: Visitor, subject: string, parameter: string, method: string): Promise<void> {
  const { page } = visitor;
  await visitor.press('Write down a reading');
  await type(page, 'What is tested', subject);
  await visitor.choose('What is read', parameter);
  await visitor.choose('How it is read', method);
}

test('nitrate is never taken without saying as what, and judged by both authorities', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await stepTo(page, 'tests');
  await read(visitor, 'ow-001', 'Nitrate', 'a laboratory');
  await type(page, 'Reading', '45');
  await expect(page.getByText('Say as what the figure is written')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep the reading' })).toBeDisabled();
  await visitor.choose('Written as', /as nitrate/);
  await expect(judged(page)).toHaveAttribute('data-standing', 'watch');
  await expect(judged(page)).toContainText('past US EPA: 44.3');
  await expect(judged(page)).toContainText('within WHO: 50');
  await expect(judged(page)).toContainText('An infant under six months must not get it');
  await visitor.choose('Written as', /as nitrogen/);
  await expect(judged(page)).toHaveAttribute('data-standing', 'fail');
  await expect(judged(page)).toContainText('199');
  await page.getByRole('dialog').getByLabel('Photo').setInputFiles('docs/screenshots/walk-phone.png');
  await expect(page.getByText('The photo goes with this reading.')).toBeVisible();
  await visitor.press('Keep the reading');
  await expect(
    page.getByRole('link', { name: /OW-001 failed \(Nitrate\)\. Next: Stop drinking it/ }),
  ).toBeVisible();
  await page.getByRole('link', { name: /OW-001 failed/ }).click();
  await expect(page.getByRole('link', { name: 'Photo of it' })).toBeVisible();
});

test('what cannot be is answered beside its blank, and nothing typed is lost', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await stepTo(page, 'tests');
  await read(visitor, 'OW-001', 'pH', 'a meter');
  await type(page, 'Reading', '75');
  await expect(page.getByRole('alert')).toContainText('Reading');
  await expect(page.getByLabel('Reading', { exact: true })).toHaveValue('75');
  await expect(page.getByRole('button', { name: 'Keep the reading' })).toBeDisabled();
  await visitor.choose('What is read', 'Free chlorine');
  await type(page, 'Reading', '-1');
  await expect(page.getByRole('alert')).toBeVisible();
  await visitor.choose('What is read', 'Lead');
  await visitor.choose('How it is read', 'a laboratory');
  await type(page, 'Reading', '12');
  await expect(page.getByRole('alert')).toContainText('12 µg/L or 12 mg/L');
  await type(page, 'Reading', ' ug/l');
  await expect(judged(page)).toHaveAttribute('data-standing', 'fail');
  await visitor.choose('What is read', 'Taste');
  await expect(page.getByText('Nobody tastes water to test it')).toBeVisible();
  // a moment that has not come
  await visitor.choose('What is read', 'Turbidity');
  await visitor.choose('How it is read', 'a turbidity tube');
  await type(page, 'Depth at which the mark is lost', '60');
  await expect(judged(page)).toContainText(/8\.3\d?\sNTU/);
  await visitor.choose('When it was done', /earlier/);
  await page.getByLabel('Day it was done').fill('2099-01-01');
  await expect(page.getByRole('alert')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep the reading' })).toBeDisabled();
});

test('a bottle in a cool room wants longer, and says nothing once it is read too late', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await stepTo(page, 'tests');
  const begin = async () => {
    await visitor.press('Set a sample to stand');
    await type(page, 'What is tested', 'OW-002');
    await type(page, 'How warm it stands', '17');
    await visitor.choose('Thiosulphate in the bottle', /^with thio/);
    await expect(page.getByTestId('window')).toContainText('48 to 72 hours');
    await expect(page.getByTestId('window')).toContainText('half its pace');
    await visitor.press('It stands');
    await expect(page.locator('[data-sample]')).toBeVisible();
    await expectRecorded(page);
  };
  await begin();
  await zeolite.pass(50 * 60);
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByText(/Read the sample of OW-002 before/)).toBeVisible();
  await zeolite.pass(30 * 60);
  await page.getByRole('link', { name: /^7 Tests/ }).click();
  await expect(page.locator('[data-sample="void"]')).toContainText('a clear bottle proves nothing');
  await visitor.press('Read it');
  await visitor.choose('What was found', /^none found/);
  await expect(judged(page)).toHaveAttribute('data-standing', 'cannot-say');
  await expect(judged(page)).toContainText('Void');
  // one that turned counts whenever it is seen
  await visitor.choose('What was found', /^present/);
  await expect(judged(page)).toHaveAttribute('data-standing', 'fail');
});

test('a failed drum leaves the reach, its neighbours are watched, and only what was tested again comes back', async ({
  visitor,
  zeolite,
}) => {
  const { page, reach } = visitor;
  await settle(visitor, tap);
  const before = await reach.innerText();
  await visitor.press('Labels');
  await visitor.press('Make the PDF of 3 labels');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expectRecorded(page);
  await zeolite.pass(2 * 1440);
  await stepTo(page, 'tests');
  await read(visitor, 'OW-001', 'E. coli', 'a laboratory');
  await type(page, 'Reading', '7');
  await expect(judged(page)).toContainText('any is too many');
  await visitor.press('Keep the reading');
  await expect(reach).not.toHaveText(before);
  const low = await reach.innerText();
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByRole('link', { name: /OW-001 failed \(E\. coli\)/ })).toBeVisible();
  await expect(page.getByText(/OW-002: test it, OW-001 was filled with it and failed/)).toBeVisible();
  await page.getByRole('link', { name: /OW-001 failed/ }).click();
  const sheet = page.getByTestId('follow-up');
  const step = (name: string) => expect(sheet.locator('[aria-current="step"]')).toContainText(name);
  await type(page, 'What was done', 'tap closed');
  await visitor.step('Done', sheet);
  await visitor.step('Done', sheet);
  await visitor.step('Done', sheet);
  // its label, and no other, is to be printed again; it says so in any ink
  await page.getByRole('link', { name: 'Its life' }).click();
  await visitor.press('Print its label');
  await expect(page.getByText(/OW-001 · NOT FOR DRINKING · FAILED/)).toBeVisible();
  await visitor.choose('Which ones', /^only those that changed/);
  await expect(page.getByRole('button', { name: 'Make the PDF of 1 label' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goBack();
  await step('Treat it, or pour it away');
  await expect(sheet.getByRole('button', { name: 'Done' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Its life' }).click();
  await visitor.press('Empty', page, true);
  await page.locator('[data-act]').getByRole('button', { name: /Empty/ }).click();
  await step('Find the cause');
  await visitor.step('Done', sheet);
  await visitor.step('Done', sheet);
  await step('Test again');
  await expect(reach).toHaveText(low);
  await expectRecorded(page);
  await expectAccessible(page);
  // cleaned and filled afresh, the new water waits for its own test
  await visitor.press('Sanitise', page, true);
  await page.locator('[data-act]').getByRole('button', { name: 'Sanitised', exact: true }).click();
  await expect(page.locator('[data-act]')).toHaveCount(0);
  await zeolite.pass(60);
  await visitor.press('Fill', page, true);
  await visitor.choose('What water', tap);
  await page.locator('[data-act]').getByRole('button', { name: /^Fill/ }).click();
  await expectRecorded(page);
  await expect(reach).toHaveText(low);
  await zeolite.pass(60);
  await stepTo(page, 'tests');
  await read(visitor, 'OW-001', 'E. coli', 'a laboratory');
  await type(page, 'Reading', '0');
  await visitor.press('Keep the reading');
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await page.getByRole('link', { name: /OW-001: every step is done\. Close the follow-up/ }).click();
  await visitor.press('Close the follow-up');
  await expect(reach).toHaveText(before);
  // what was not tested again stays on watch
  await page.getByRole('link', { name: /^1 Today/ }).click();
  await expect(page.getByRole('link', { name: /OW-001 failed/ })).toHaveCount(0);
  await expect(page.getByText(/OW-002: test it, OW-001 was filled with it and failed/)).toBeVisible();
  await expectRecorded(page);
});

test('a walk through the cellar takes a figure and Enter for each vessel', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await page.setViewportSize({ width: 390, height: 844 });
  await stepTo(page, 'tests/walk?parameter=free-chlorine');
  for (const [i, figure] of ['0.5', '0.4', '0.1'].entries()) {
    await expect(page.locator('[data-walk-stop]')).toHaveAttribute('data-walk-stop', `OW-00${i + 1}`);
    await page.getByLabel('Reading', { exact: true }).pressSequentially(figure);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByText('That was the last.')).toBeVisible();
  await expectRecorded(page);
  await page.goto(page.url().replace(/tests\/walk.*/, 'today'));
  await expect(page.getByText(/OW-003 reads 0\.1 mg\/L/)).toBeVisible();
});

test('a laboratory’s sheet is taken in with every doubt mended where it stands, and goes out as it came', async ({
  browser,
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await stepTo(page, 'tests/sheet');
  const sheet = [
    'Lab no.,Sample location,Date sampled,E. coli (MPN/100 mL),Nitrate (mg/L),Fe tot,pH',
    'L1,OW-001,2026-03-10,<1,12,,7.1',
    'L2,Big drum,2026-03-10,>2419,12,,6.9',
    'L3,OW-003,10.03.,ND,3,0.2,75',
  ].join('\n');
  await page.getByLabel('Paste it here, headings and all').fill(sheet);
  const doubts = page.getByTestId('doubts');
  await expect(doubts).toContainText('Line 4, Date sampled: “10.03.” has no year.');
  await expect(doubts).toContainText('Line 4, pH: “75” is more or less than there can be.');
  await expect(doubts).toContainText('Line 2, Nitrate (mg/L): “12”: as nitrogen, or as what?');
  await visitor.choose('What “Fe tot” is', 'Iron');
  await visitor.choose('Unit of “Fe tot”', 'mg/L');
  await visitor.choose('“Nitrate (mg/L)” is written', /as nitrate/);
  await visitor.choose('What “Big drum” is', 'OW-002');
  await type(page, 'Line 4, Date sampled', '2026');
  await type(page, 'Line 4, pH', 'x');
  await page.getByLabel('Line 4, pH', { exact: true }).fill('7.5');
  await page.getByLabel('Line 4, pH', { exact: true }).press('Tab');
  await expect(doubts).toHaveCount(0);
  await expect(page.getByTestId('sheet-answer')).toContainText('10 readings understood in 3 rows, 0 doubts');
  await page.getByRole('button', { name: 'Take in what is understood' }).click();
  await expect(page.getByTestId('sheet-answer')).toHaveCount(0);
  await expectRecorded(page);
  // the laboratory's own sheet once more, as it was mended: its rows are known again, though they name no entries
  const mended = sheet
    .replace('10.03.', '2026-03-10')
    .replace(',75', ',7.5')
    .replace('Big drum', 'OW-002')
    .replace('(mg/L)', 'as NO3 (mg/L)')
    .replace('Fe tot', 'Iron (mg/L)');
  await page.getByLabel('Paste it here, headings and all').fill(mended);
  await expect(page.getByText('10 of them are here already')).toBeVisible();
  const out = async () => (await (await fetch(`${zeolite.address}api/readings.csv`)).text()).trim();
  // it is shown before the server has it
  await expect.poll(async () => (await out()).split('\r\n').length).toBe(11);
  const csv = await out();
  // the same table again is the same readings: nothing is there twice
  await page.getByLabel('Paste it here, headings and all').fill(csv);
  await expect(page.getByTestId('sheet-answer')).toContainText('10 readings understood in 10 rows');
  await expect(page.getByText('10 of them are here already')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take in what is understood' })).toBeDisabled();
  // and in another folder, with vessels of the same codes, it comes to the very same table
  const other = new Zeolite();
  await other.start();
  const elsewhere = await browser.newPage({ locale: 'en-GB' });
  await elsewhere.goto(other.address);
  await settle(new Visitor(elsewhere), tap);
  await stepTo(elsewhere, 'tests/sheet');
  await elsewhere.getByLabel('Paste it here, headings and all').fill(csv);
  await expect(elsewhere.getByTestId('sheet-answer')).toContainText('10 readings understood in 10 rows');
  await elsewhere.getByRole('button', { name: 'Take in what is understood' }).click();
  await expect(elsewhere.getByTestId('sheet-answer')).toHaveCount(0);
  const there = async () => (await (await fetch(`${other.address}api/readings.csv`)).text()).trim();
  await expect.poll(there).toBe(csv);
  await elsewhere.close();
  await other.stop();
  other.remove();
});

test('a sheet that nobody could guess is led to its blanks by keys: its headings, its day and what it was taken from', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await stepTo(page, 'tests/sheet');
  const paste = page.getByLabel('Paste it here, headings and all');
  const lines = ['Water round of spring', 'Rundgang', 'Was,Wert', 'Sour,7.1', 'Haze,3 NTU'];
  await paste.focus();
  await page.keyboard.insertText(lines.join('\n'));
  const said = page.getByTestId('sheet-answer');
  await expect(said).toContainText('0 readings understood');
  await visitor.choose('The line of the headings', /^line 3/);
  await expect(page.getByText('Was', { exact: true })).toBeVisible();
  await visitor.choose('How the samples lie', /^a column/);
  await expect(page.getByText('Sour', { exact: true })).toBeVisible();
  await visitor.choose('What “Sour” is', 'pH');
  await visitor.choose('What “Haze” is', 'Turbidity');
  await visitor.choose('What “Wert” is', 'OW-001');
  await expect(page.getByTestId('doubts')).toContainText('It does not say on which day it was taken');
  await page.getByLabel('The day of the whole sheet').focus();
  await page.keyboard.type('10032026');
  await page.keyboard.press('Tab');
  await expect(said).toContainText('2 readings understood in 1 row, 0 doubts');
  await page.getByRole('button', { name: 'Take in what is understood' }).click();
  await expect(said).toHaveCount(0);
  await expectRecorded(page);
  // the next sheet begins without the day and the lines of this one
  await paste.focus();
  await page.keyboard.insertText('Sample,Parameter,Result\nOW-001,pH,7');
  await expect(page.getByLabel('The day of the whole sheet')).toHaveValue('');
  await expect(said).toContainText('0 readings understood');
});

test('tubes give a number with its interval, and a pattern that hardly happens is said', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, tap);
  await stepTo(page, 'tests');
  await read(visitor, 'OW-001', 'E. coli', 'multiple tubes');
  const mpn = page.getByTestId('mpn');
  for (const [row, positive] of ['3', '1', '0'].entries())
    await type(page, `Positive in row ${row + 1}`, positive);
  await expect(mpn).toContainText(/43\sin 100 mL/);
  await expect(mpn).toContainText('95 % interval');
  await expect(mpn).not.toContainText('hardly ever');
  for (const [row, positive] of ['0', '0', '3'].entries()) {
    await page.getByLabel(`Positive in row ${row + 1}`, { exact: true }).fill('');
    await type(page, `Positive in row ${row + 1}`, positive);
  }
  await expect(mpn).toContainText('hardly ever');
});

test('a meter on the cable fills the blank, and a garbled line does not', async ({ page, zeolite }) => {
  const line = (body: string) => `${body}*${checksumOf(body)}\n`;
  const lines = ['Z1,free-chlorine,0.62,mg/L,M7*00\n', line('Z1,free-chlorine,0.62,mg/L,M7')];
  await page.addInitScript((said: string[]) => {
    const port = () => ({
      open: async () => undefined,
      close: async () => undefined,
      // in two pieces, as a line comes over a cable
      readable: new ReadableStream<Uint8Array>({
        start(stream) {
          const bytes = new TextEncoder().encode(said.shift() ?? '');
          stream.enqueue(bytes.slice(0, 9));
          stream.enqueue(bytes.slice(9));
        },
      }),
    });
    Object.defineProperty(navigator, 'serial', { value: { requestPort: async () => port() } });
  }, lines);
  await page.goto(zeolite.address);
  const visitor = new Visitor(page);
  await settle(visitor, tap);
  await stepTo(page, 'tests');
  await visitor.press('Write down a reading');
  await type(page, 'What is tested', 'OW-001');
  await visitor.press('Take it from a meter on the cable');
  await expect(page.getByText('The line was garbled on its way')).toBeVisible();
  await visitor.press('Take it from a meter on the cable');
  await expect(page.getByText('Read from M7.')).toBeVisible();
  await expect(page.getByLabel('Reading', { exact: true })).toHaveValue('0.62');
  await expect(judged(page)).toHaveAttribute('data-standing', 'pass');
});
