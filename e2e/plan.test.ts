import { expect, expectAccessible, settle, test, Visitor, Zeolite } from './zeolite.ts';

test('people, animals and a school move the need, line by line', async ({ visitor }) => {
  const { page, reach } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.open(/^2 Plan/);
  await visitor.press(/^Home/);
  await visitor.press('Add a person');
  // 592.8 L ÷ (5 × 3.785 L)
  await expect(reach).toContainText('31.3 days');
  await visitor.choose('Rule of need', /^by person/);
  // five adults of unknown sex: 3 L drunk + 1 L cooking + 1 L hygiene each
  await expect(page.getByText('A day: 25 L drinking + 0 L utility')).toBeVisible();
  await visitor.choose('Climate', /^hot weather/);
  await expect(page.getByText('A day: 32.5 L drinking + 0 L utility')).toBeVisible();
  await visitor.fill('goats or sheep', '3');
  await visitor.fill('pupils', '10');
  await expect(page.getByText('A day: 62.5 L drinking + 21 L utility')).toBeVisible();
  await expect(page.getByTestId('plan-answer')).toHaveText(/Keep 875\sL of drinking water/);
  await page.keyboard.press('Escape');
  // four adults are left: 4 × (3 × 1.5 + 2) + 30 L for the pupils
  await page.getByRole('button', { name: 'Remove', exact: true }).first().click();
  await expect(page.getByText('A day: 56 L drinking + 21 L utility')).toBeVisible();
});

test('every rule stands beside the chosen one for the very group, and a mark chooses its rule', async ({
  page,
}) => {
  const demo = new Zeolite('demo/main.ts');
  await demo.start();
  await page.goto(`${demo.address}plan`);
  // by hand for 47 people, 11 pupils, 14 goats, 30 hens and 6 dogs of 20 kg
  const marks = [
    /^flat gallon 211\sL \+ 114\sL/,
    /^humanitarian 15 386\sL \+ 467\sL/,
    /^survival floor 386\sL \+ 114\sL/,
    /^basic access 20 503\sL \+ 584\sL/,
  ];
  for (const mark of marks) await expect(page.getByRole('button', { name: mark })).toBeVisible();
  await page.getByRole('button', { name: /^flat gallon/ }).click();
  await expect(page.getByText('A day: 210.91 L drinking + 114.2 L utility')).toBeVisible();
  await demo.stop();
  demo.remove();
});

test('a place is drawn with its shelf, and its conditions shorten what is kept there', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.press('cellar', page.getByRole('listitem'));
  await visitor.fill('Mean temperature', '33');
  await visitor.choose('Sun on it', 'in direct sun');
  await visitor.press('Add a shelf');
  await visitor.press('Keep it');
  await visitor.select('OW-001');
  // six months in sun and heat are an eighth of them: about 22 days
  await expect(page.getByText(/\(in the sun: × 0.125\)/)).toBeVisible();
});

test('at phone width a draw is logged by the code on the label', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('navigation', { name: 'Layers' }).getByRole('link', { name: /Today/ }).click();
  await visitor.press('Log something');
  await visitor.fill('Code on the label', 'ow-002');
  await visitor.press('Draw off');
  await visitor.fill('How much', '12,5');
  await visitor.press('Draw it off');
  // 592.8 − 12.5 L at 15.14 L a day
  await expect(new Visitor(page).reach).toContainText('38.3 days');
});

test('the theme and the units stay with the person through a reload', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.press('Lamp theme, for a dark room');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'lamp');
  await visitor.press('Keys and preferences');
  await visitor.choose('Units', /^imperial gallons/);
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'lamp');
  await visitor.select('OW-001');
  // 197.6 L ÷ 4.54609
  await expect(page.getByText(/43.5\simp\sgal \(198\sL\)/)).toBeVisible();
});

test('sixty homes come in by one paste', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await page.getByRole('link', { name: /^2 Plan/ }).click();
  const before = visitor.acts;
  await visitor.press('Take in a list of homes');
  await expectAccessible(page);
  const list = Array.from({ length: 60 }, (_, i) => `House ${i + 1}: 2 adults, ${i % 3} kids (5, 8)`);
  // a line that says nothing of its people is said, and nothing else of the list is lost
  await page.getByLabel('The list of homes').fill([...list, 'Barn'].join('\n'));
  await expect(page.getByTestId('homes-read')).toContainText('180 people in 60 homes');
  await expect(page.getByText('Line 61: nobody is counted in “Barn”')).toBeVisible();
  // closed by a slip, and opened again
  await page.keyboard.press('Escape');
  await visitor.press('Take in a list of homes');
  await visitor.press('Write down 60 homes');
  expect(visitor.acts - before).toBeLessThanOrEqual(20);
  await expect(page.getByRole('heading', { name: /184 people in 61 homes/ })).toBeVisible();
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
