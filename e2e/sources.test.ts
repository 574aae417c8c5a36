import { begin, expect, expectAccessible, expectRecorded, stepTo, test, Zeolite } from './zeolite.ts';

test('a notice marks what was filled from its tap since the suspected day, and the all-clear brings back what may come back', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  // the tap, by typed keys
  await stepTo(page, 'sources');
  await visitor.press('Write down a source');
  await page.getByLabel('Name', { exact: true }).pressSequentially('Kitchen tap');
  await visitor.choose('Kind', /^tap$/);
  await page.getByLabel('Way there').pressSequentially('0');
  await page.keyboard.press('Tab');
  await visitor.press('Keep it');
  await expect(page.getByRole('heading', { name: 'Kitchen tap' })).toBeVisible();
  await expectAccessible(page);
  const expectState = async (code: string, state: string) => {
    await stepTo(page, 'store?view=table');
    await expect(page.getByRole('row', { name: new RegExp(code) })).toContainText(state);
  };
  // two drums from it a week ago, and four since yesterday
  await stepTo(page, 'store');
  const setDown = async (count: string) => {
    await visitor.fill('How many', count);
    await visitor.fill('Place', 'cellar');
    await visitor.choose('From which source', /^Kitchen tap/);
    await visitor.press('Set them down');
    await expect(page.getByText(`${count} containers set down: cellar`)).toBeVisible();
    await expectRecorded(page);
  };
  await setDown('2');
  await expect(visitor.container('OW-002')).toBeVisible();
  await zeolite.pass(6 * 1440);
  await visitor.press('Set down containers', page, true);
  await setDown('4');
  await expectState('OW-006', 'ready');
  await expect(visitor.reach).toContainText('days');
  const before = await visitor.reach.innerText();
  await zeolite.pass(1440);
  // the notice
  await page.goto(`${zeolite.address}sources?do=notice`);
  await page.getByLabel('Who says so').pressSequentially('Water board');
  const now = await zeolite.now();
  const yesterday = new Date(Date.parse(now) - 86_400_000).toISOString().slice(0, 10);
  const tomorrow = new Date(Date.parse(now) + 86_400_000).toISOString().slice(0, 10);
  await visitor.fill('Suspected since', tomorrow);
  await expect(page.getByRole('button', { name: 'Put it in force' })).toBeDisabled();
  await expect(page.getByText(/would lie ahead|not yet|to come/).first()).toBeVisible();
  await visitor.fill('Suspected since', yesterday);
  await expectAccessible(page, '[role=dialog]');
  await visitor.press('Put it in force');
  const notice = page.getByTestId('notice');
  await expect(notice).toContainText('4 vessels are held by it:');
  await expect(notice.getByTestId('notice-holds')).toContainText('cellarOW-003 · OW-004 · OW-005 · OW-006');
  await expect(visitor.reach).not.toHaveText(before);
  await stepTo(page, 'bench');
  await expect(page.getByTestId('notice-in-force')).toContainText('Boil-water notice for Kitchen tap');
  await stepTo(page, 'today');
  await expect(page.getByText('Boil what comes from Kitchen tap (Water board)')).toBeVisible();
  await expectState('OW-006', 'utility');
  await expectState('OW-002', 'ready');
  await page.getByRole('button', { name: 'OW-006', exact: true }).click();
  await expect(page.getByText(/^Boil-water notice of Water board/)).toBeVisible();
  await expect(page.getByText(/Bring it to a rolling boil/)).toBeVisible();
  // the all-clear, and the flushing sheet, which lives through a reload
  await stepTo(page, 'sources');
  await visitor.press('All-clear …');
  await visitor.fill('Day', yesterday < now.slice(0, 10) ? '2020-01-01' : yesterday);
  await expect(page.getByText('The all-clear lies before the notice')).toBeVisible();
  await visitor.fill('Day', now.slice(0, 10));
  await visitor.choose('What was said', /^something was wrong/);
  await visitor.press('Take down the notice');
  const flush = page.getByTestId('flush');
  await expect(flush).toBeVisible();
  await visitor.press(/^Done: every cold tap/, flush);
  await visitor.press(/^Done: the water heater/, flush);
  await expect(flush.getByText('done', { exact: true })).toHaveCount(2);
  await expectRecorded(page);
  await page.reload();
  await expect(flush.getByText('done', { exact: true })).toHaveCount(2);
  await visitor.press(/^We have none: ice/, flush);
  await visitor.press(/^We have none: cartridges/, flush);
  await visitor.press(/^We have none: filters/, flush);
  await expect(page.getByTestId('notice')).toHaveCount(0);
  // what was stored in its time stays held; what is drawn from now on does not
  await expectState('OW-006', 'utility');
  await expectState('OW-001', 'ready');
  await page.getByRole('button', { name: 'OW-003', exact: true }).click();
  await visitor.press(/^Rotate/, page.getByRole('complementary', { name: 'OW-003' }));
  await visitor.press('Emptied and filled');
  await expectState('OW-003', 'ready');
});

test('a spring is scouted, inspected, tested, feared for and fetched from', async ({ visitor, zeolite }) => {
  const { page } = visitor;
  await begin(visitor);
  await page.goto(`${zeolite.address}sources?do=add`);
  await page.getByLabel('Name', { exact: true }).pressSequentially('High spring');
  await visitor.fill('Way there', '5000 km');
  await expect(page.getByText(/that is above 50000\sm/)).toBeVisible();
  await expect(page.getByLabel('Way there')).toHaveValue('5000 km');
  await visitor.fill('Way there', '380 m');
  await visitor.fill('How much', '25 m');
  await visitor.fill('What runs', '4');
  await visitor.choose('Closed or open', /^closed/);
  await visitor.press('Keep it');
  const asks = page.getByTestId('source-asks');
  await expect(asks).toContainText('2 / 3 / 2 / 2');
  // the inspection by the keyboard: ten answers, two of them risks
  await visitor.press('Inspect it');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('radio').first().focus();
  for (let i = 0; i < 10; i++) {
    // what is spilt and what has no fence: neither of them critical by itself
    await page.keyboard.press(i === 3 || i === 4 ? 'Space' : 'ArrowRight');
    await page.keyboard.press('Tab');
  }
  await expect(page.getByTestId('inspect-score')).toContainText('2 of 10 risks: Low risk');
  await expectAccessible(page, '[role=dialog]');
  await visitor.press('Keep the inspection');
  await expect(asks).toContainText('2 / 3 / 0 / 0');
  await expect(page.getByTestId('risk')).toContainText('Low risk');
  // a test: nitrate is not taken without saying as what
  await visitor.press('Write down a test');
  await visitor.fill('E. coli in 100 mL', '15');
  await visitor.fill('Nitrate', '10');
  await expect(page.getByRole('button', { name: 'Keep the test' })).toBeDisabled();
  await visitor.choose('Written as', /nitrogen/);
  await visitor.press('Keep the test');
  await expect(page.getByTestId('risk')).toContainText('High risk');
  await expect(page.getByText(/44\.3 mg\/L of nitrate \(as NO₃\)/).first()).toBeVisible();
  await expect(asks).toContainText('2 / 3 / 2 / 2');
  // what is feared, with its reason; one is struck, and asks the same
  const feared = page.getByTestId('feared');
  await expect(feared).toContainText('E. coli was found in it');
  await visitor.press('It is not so: viruses', feared);
  await expect(feared).toContainText('struck: what it asks for stays the same');
  await expect(asks).toContainText('2 / 3 / 2 / 2');
  // the haul, as it is worked out by hand: 12 × 20 L, three who carry
  await visitor.fill('Water for a day', '240 L');
  await visitor.fill('People who carry', '3');
  const haul = page.getByTestId('haul');
  await expect(haul).toContainText('12 trips');
  // out 4.6, filling 3 × 5, back 7.6 + 2.5
  await expect(haul).toContainText('4 rounds of 29.7 min: out 4.6, filling 3 × 5, back 10.1');
  await expect(haul).toContainText('6,000 kg·m');
  await visitor.fill('Water for a day', '705 L');
  await expect(page.getByTestId('yield')).toContainText('2.9 h');
  await visitor.fill('Water for a day', '3000 L');
  await expect(page.getByTestId('yield')).toContainText('Too slow');
  // a film of oil: a stop, and other water
  await visitor.press('Look at it');
  await visitor.press(/^How it looks/);
  await page.getByRole('checkbox', { name: 'a film of oil' }).check();
  await page.keyboard.press('Escape');
  await visitor.choose('Smell', /^none$/);
  await visitor.fill('Turbidity', '-3');
  await expect(page.getByText(/below 0/)).toBeVisible();
  await visitor.fill('Turbidity', '3');
  await visitor.press('Keep what was seen');
  await expect(page.getByText('A film of oil or fuel lies on it.').first()).toBeVisible();
  await expect(page.getByText(/find other water/i).first()).toBeVisible();
  // three fell ill at once, as of a chemical: it is not drunk, boiled or not
  await visitor.press('Somebody fell ill');
  await visitor.fill('How many people', '3');
  await visitor.choose('What it looks like', /^a chemical/);
  await visitor.press('Write it down');
  await expect(page.getByTestId('holds')).toContainText('people fell ill');
  await expect(page.getByText(/A chemical is not boiled away/).first()).toBeVisible();
});

test('the sources of Tarn Hollow stand on the walk, and are accessible', async ({ page }) => {
  const demo = new Zeolite('demo/main.ts');
  await demo.start();
  await page.goto(`${demo.address}sources`);
  await expect(page.getByTestId('sources-answer')).toContainText('5 sources');
  await expectAccessible(page);
  // an act is found by typing, also where its layer is open already
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find' }).waitFor();
  await page.keyboard.type('A notice');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'A notice' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /^Upper spring/ }).click();
  await expect(page.getByTestId('inspections')).toContainText('2 of 10');
  await expect(page.getByText(/6 of 10 with 15 E\. coli in 100 mL: High risk/)).toBeVisible();
  await expectAccessible(page);
  await demo.stop();
  demo.remove();
});
