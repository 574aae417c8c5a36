import { hand } from '#demo/hand.ts';
import { expect, expectAccessible, expectRecorded, settle, test } from './zeolite.ts';

test('all of a round went through the same: recorded at once, months ago, and undone as one', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await zeolite.pass(200 * 1440);
  await visitor.open(/^1 Today/);
  await visitor.open(/3 containers in cellar are past/);
  await page.getByText('All 3 the same').click();
  await visitor.choose('Emptied to', 'to the garden');
  await visitor.choose('When it was done', 'earlier');
  const day = new Date(Date.parse(await zeolite.now()) - 20 * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel('Day it was done').fill(day);
  await expectAccessible(page);
  await visitor.press('Record it for 3');
  await expect(page.getByText('The round is done.')).toBeVisible();
  // three drums of 197.6 L at 3.785 L for each of four people
  await expect(visitor.reach).toContainText('39.1 days');
  await visitor.open(/^3 Store/);
  await visitor.select('OW-002');
  await expect(page.getByText(/written up/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Close the drawer' }).click();
  await page.keyboard.press('u');
  await expect(visitor.reach).toContainText('0 days');
});

test('rows of the table are filled, and dosed with one bleach, each with its own dose', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, /^well water/);
  await page.getByRole('link', { name: 'As a table' }).click();
  for (const code of ['OW-001', 'OW-002', 'OW-003']) await page.getByLabel(`Choose ${code}`).check();
  await visitor.choose('What to do with them', 'get a dose of bleach');
  await visitor.press('Work out 3 doses');
  await visitor.choose('Temperature in words', /^cool/);
  const row = page.getByRole('row', { name: /OW-002/ });
  await expect(row).toContainText('mL');
  await expectAccessible(page);
  await visitor.press('Begin 3 sheets');
  await expect(row).toContainText('its sheet runs');
  await visitor.press('All 3 are in, as written');
  await visitor.open(/^6 Bench/);
  for (const code of ['OW-001', 'OW-002', 'OW-003'])
    await expect(page.getByRole('complementary').getByText(code).first()).toBeVisible();
  await expect(visitor.reach).toContainText('0 days');
});

test('a dose of last week is written up with its day', async ({ visitor, zeolite }) => {
  const { page } = visitor;
  await visitor.fill('How many people', '4');
  await visitor.press('Begin');
  const now = Date.parse(await zeolite.now());
  const back = (days: number) => new Date(now - days * 86_400_000).toISOString().slice(0, 10);
  const on = async (day: string, time: string, press: string | RegExp) => {
    // the step before has given way to this one
    await page.getByRole('button', { name: press }).waitFor();
    await visitor.choose('When it was done', 'earlier');
    await page.getByLabel('Day it was done').fill(day);
    await page.getByLabel('Time it was done').fill(time);
    await visitor.press(press);
  };
  await visitor.fill('How many', '1');
  await visitor.fill('Place', 'cellar');
  await visitor.choose('What water', /^well water/);
  await visitor.choose('The well or spring', /^closed and sound/);
  await on(back(6), '09:00', 'Set them down');
  await visitor.select('OW-001');
  await visitor.press('Dose');
  await visitor.fill('Water temperature', '12');
  await on(back(5), '09:00', 'Begin the sheet');
  await on(back(5), '09:05', 'Yes, as asked');
  await on(back(5), '09:10', 'It is in');
  await on(back(5), '09:12', 'Stirred, lid on');
  // the half hour is long over
  await visitor.fill('Free chlorine in mg/L', '0.6');
  await on(back(5), '10:00', 'Enter the reading');
  await visitor.open(/^3 Store/);
  await visitor.select('OW-001');
  const life = page.getByRole('complementary', { name: 'OW-001' });
  await expect(life.getByText(/written up/).first()).toBeVisible();
  // read 0.6 at the end of its half hour, five days ago: no younger reading keeps it
  await expect(visitor.reach).toContainText('0 days');
});

test('what is stopped is left out of an act on many, and named, and the rest is recorded', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-002');
  const id = decodeURIComponent(page.url().split('/').pop()!);
  const h = hand(await zeolite.now(), 'Odile');
  await zeolite.record([h.write('container.changed', id, { heldBefore: 'chemical' })]);
  await page.getByRole('link', { name: 'As a table' }).click();
  for (const code of ['OW-001', 'OW-002', 'OW-003']) await page.getByLabel(`Choose ${code}`).check();
  await visitor.choose('What to do with them', 'are emptied and filled afresh');
  const act = page.getByRole('region', { name: 'The rows chosen' });
  await expect(act.getByText('Left out: OW-002.')).toBeVisible();
  await expectAccessible(page);
  await visitor.press('Record it for the 2 others');
  await expectRecorded(page);
  await expect(page.getByText('Recorded for 2')).toBeVisible();
});
