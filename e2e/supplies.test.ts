import { expect, expectAccessible, settle, test, Visitor, Zeolite } from './zeolite.ts';

const supplies = (visitor: Visitor) => visitor.page.getByRole('link', { name: /^8 Supplies/ }).click();

test('a stock made on its sheet is kept as a supply, doses a drum, and is refused after its week', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await page.goto(`${zeolite.address}bench?method=stock`);
  await visitor.press('Begin the sheet');
  const running = page.getByRole('complementary', { name: 'Bench sheets' });
  await visitor.step('Done', running);
  await visitor.step('Done', running);
  await zeolite.pass(31);
  await visitor.step('The time is over: go on', running);
  await visitor.step('Done', running);
  await expect(running).toContainText('Finished');
  await supplies(visitor);
  const row = page.getByRole('row', { name: /^Chlorine stock 1 % of/ });
  await expect(row).toContainText('1,000 of 1,000 mL');
  // 2 mg/L in 197.6 L of a stock of 10 mg/mL
  await page.getByRole('link', { name: /^3 Store/ }).click();
  await visitor.select('OW-001');
  await visitor.press('Dose');
  await visitor.fill('Water temperature', '12');
  await visitor.fill('pH', '7');
  // the drop table knows no stock: it is said, and another rule is asked for
  await expect(page.getByRole('alert').getByText(/The drop table knows 1 %/)).toBeVisible();
  await visitor.press(/^Go by the safe-storage dose/);
  await visitor.press('Begin the sheet');
  await expect(running).toContainText('OW-001');
  await expect(running).toContainText(/39\.\d\smL|40\smL/);
  await zeolite.pass(8 * 1440);
  await supplies(visitor);
  await expect(row).toContainText('replace it');
  await page.goto(`${zeolite.address}bench`);
  await visitor.choose('Container', 'OW-002');
  await expect(page.getByRole('alert').getByText(/a week or so is all it lasts/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
});

test('a kit for each way tells what it lacks, and a sum of money buys the first of it', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await supplies(visitor);
  const kits = page.getByRole('region', { name: 'A kit for each way' });
  await expect(kits).toContainText(/Boil: lacks 1 × pots?/);
  const buys = page.getByTestId('kit-purchase');
  await visitor.fill('Budget', '17');
  // 3 + 2 + 12: chlorine whole, and no boil
  await expect(buys).toContainText('17 in all');
  await expect(buys).not.toContainText('pot');
  await visitor.fill('Budget', '1');
  await expect(buys).toHaveText('Nothing that is missing costs so little.');
  await visitor.press('Add a supply');
  await visitor.choose('Kind', /^chlorine tablets/);
  await visitor.fill('Amount there now', '50');
  await visitor.fill('Months it lasts once opened or in use', '3');
  await visitor.press('Keep it');
  await expect(kits).toContainText(/Tablets: complete/);
});

test('a photo of the jars is kept with their sheet', async ({ visitor, zeolite }) => {
  const { page } = visitor;
  await settle(visitor);
  await page.goto(`${zeolite.address}bench?method=alum-jars`);
  await visitor.press('Begin the sheet');
  const running = page.getByRole('complementary', { name: 'Bench sheets' });
  const picture = await page.screenshot({ clip: { x: 0, y: 0, width: 200, height: 150 } });
  await running
    .getByLabel('Photo', { exact: true })
    .setInputFiles({ name: 'jars.png', mimeType: 'image/png', buffer: picture });
  const photo = running.getByRole('img', { name: 'Jar test, as photographed last' });
  await expect(photo).toBeVisible();
  await page.reload();
  await expect(photo).toBeVisible();
  await expect.poll(() => photo.evaluate(img => (img as HTMLImageElement).naturalWidth)).toBe(200);
});

test.describe('in a village', () => {
  const demo = new Zeolite('demo/main.ts');
  test.beforeAll(() => demo.start());
  test.afterAll(async () => {
    await demo.stop();
    demo.remove();
  });

  test('one filter for every home makes a register with a visit for each, and a way for all', async ({
    page,
  }) => {
    test.setTimeout(90_000);
    await page.goto(`${demo.address}supplies`);
    const homes = page.getByRole('region', { name: 'Two ways for every home' });
    await expect(homes).toContainText('of 19 homes have two ways');
    await expect(homes).not.toContainText('19 of 19');
    await expect(homes).toContainText('None that lasts');
    const visitor = new Visitor(page);
    await visitor.press('Add a supply');
    await visitor.choose('Kind', /^filter/);
    await visitor.fill('Name', 'Round filter');
    await visitor.fill('Amount there now', '3800');
    // a ceramic alone lets viruses through: no second way by itself
    await visitor.choose('Filter', 'ultrafilter');
    await visitor.choose('Who keeps it', 'one for every home');
    await visitor.press('Keep it');
    const register = page.getByRole('region', { name: 'Filter register' });
    await expect(register.getByText(/^Round filter, /)).toHaveCount(19);
    await expect(
      register.getByText(/ultrafilter · holds back bacteria 3, viruses 3, Giardia 3, Cryptosporidium 3 log/),
    ).toHaveCount(19);
    // each home has one way of its own now: a second, for those that boil, and a beginning for the others
    await expect(homes).not.toContainText('None that lasts');
    await expect(homes).toContainText('Only filtering');
    await expectAccessible(page, 'main');
  });
});
