import { beginBatch, doseAndStir, expect, settle, test } from './zeolite.ts';

test('the normal dose raises no alarm; 15 mL where 0.6 mL is due is stopped with the slip named', async ({
  visitor,
}) => {
  const { page } = visitor;
  await visitor.press('Begin');
  await visitor.fill('How many', '1');
  await visitor.choose('Kind', '3.79 L jug');
  await visitor.fill('Place', 'kitchen');
  await visitor.choose('What water', /^well water/);
  await visitor.choose('The well or spring', /^closed and sound/);
  await visitor.press('Set them down');
  await visitor.select('OW-001');
  await visitor.press('Dose');
  await visitor.fill('Water temperature', '12');
  // one US gallon: ⅛ teaspoon, 0.616 mL of 6 % bleach
  await visitor.press(/⅛ tsp a gallon/);
  await visitor.press('Begin the sheet');
  await visitor.press('Yes, as asked');
  await expect(page.getByRole('button', { name: 'It is in' })).toBeVisible();
  await expect(page.locator('[data-verdict="refuse"]')).toHaveCount(0);

  await visitor.fill('Bleach that went in', '15');
  await expect(page.getByText(/15\smL is 24.\d × the 0.6\d*\smL due. Do not put it in./)).toBeVisible();
  await expect(page.getByText('Likely slip: a tablespoon for ⅛ teaspoon.')).toBeVisible();
  await expect(page.getByLabel('Bleach that went in')).toHaveValue('15 mL');
  // what was typed is there after a reload, and so is its stop
  await page.reload();
  await expect(page.getByLabel('Bleach that went in')).toHaveValue('15 mL');
  await expect(page.getByText('Likely slip: a tablespoon for ⅛ teaspoon.')).toBeVisible();
  await visitor.fill('Bleach that went in', '0.62');
  await visitor.press('It is in');
  await expect(page.getByRole('button', { name: 'Stirred, lid on' })).toBeVisible();
});

test('a second dose on a standing drum is stopped', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor);
  await beginBatch(visitor);
  await doseAndStir(visitor);
  await expect(page.getByText(/OW-001 was dosed and stands until/)).toBeVisible();
  await expect(page.getByText('Likely slip: dosed twice.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
});

test('half a litre leads to a dilution, not to 0.016 mL', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor);
  await visitor.open(/^6 Bench/);
  await visitor.choose('Container', 'no container');
  await visitor.fill('Volume of water', '0.5');
  await page.getByRole('button', { name: 'Tools owned' }).click();
  const syringe = page.getByLabel('1 mL syringe', { exact: true });
  await syringe.click();
  await expect(syringe).toBeChecked();
  await page.keyboard.press('Escape');
  await visitor.press(/^safe-storage dose/);
  const answer = page.getByTestId('dose-answer');
  await expect(answer).toContainText('of the 1 in');
  await expect(answer).toContainText('0.0162 mL is too little to measure');
  await expect(answer).toContainText(/Mix .* bleach .* into .* clean water/);
});

test('198 L, 6 % bleach made 267 days ago and kept at 14 °C: every rule stands on the scale', async ({
  zeolite,
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await visitor.open(/^6 Bench/);
  await visitor.choose('Container', 'no container');
  await visitor.fill('Volume of water', '198');
  await visitor.fill('Water temperature', '12');
  const made = new Date(Date.parse(await zeolite.now()) - 267 * 86_400_000).toISOString().slice(0, 10);
  await visitor.fill('Day it was made or bought', made);
  await visitor.fill('Temperature the bleach is kept at', '14');
  await visitor.choose('Rule for the strength', /^its age/);
  await visitor.press(/^safe-storage dose/);
  const answer = page.getByTestId('dose-answer');
  // Gordon–Adam by hand: 61.8 mg/mL fresh, 57.4 after 267 days at 14 °C; 2 × 198 ÷ 57.4 = 6.9 mL
  await expect(answer).toContainText('it holds 57.4 mg/mL');
  await expect(answer).toContainText('2 mg/L × 198 L ÷ 57.4 mg/mL = 6.9 mL');
  await expect(answer).toContainText('10 mL syringe, to the');
  for (const mark of [
    /^safe-storage dose 2 · 6.9 mL/,
    /^drop table 6.0\d · 20.9 mL/,
    /^⅛ tsp a gallon 9.34 · 32.2 mL/,
  ]) {
    await expect(page.getByRole('button', { name: mark })).toBeVisible();
  }
});

test('what is not understood is said beside the blank, and what was typed stays', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor);
  await visitor.open(/^6 Bench/);
  await visitor.fill('Volume of water', '12 buckets');
  await expect(page.getByText(/Volume of water: “buckets” is not understood here/)).toBeVisible();
  await expect(page.getByLabel('Volume of water')).toHaveValue('12 buckets');
  await visitor.fill('pH', '74');
  await expect(page.getByText(/pH: that is above 12. Likely slip: a decimal point/)).toBeVisible();
});

test('perfumed bleach, muddy water and a guess are answered beside the blanks', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor);
  await visitor.open(/^6 Bench/);
  await visitor.choose('What the bottle is', 'scented bleach');
  await expect(page.getByText(/Perfumed bleach is not for drinking water/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  await visitor.choose('What the bottle is', 'plain bleach');
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toBeVisible();
  await visitor.choose('How clear the water is', /^muddy/);
  await expect(page.getByText(/Chlorine does not reach through water this muddy/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  await visitor.choose('How clear the water is', /^clear/);
  await visitor.choose('How it is known', /^guessed/);
  await expect(page.getByText(/The volume is a guess, 148\sL to 247\sL: in truth it makes/)).toBeVisible();
  await expect(page.getByText(/count the pours of a bottle you know/)).toBeVisible();
});

test('treated tap water of which nothing is read says first that nothing is added', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-001');
  await visitor.press('Dose');
  await expect(page.getByTestId('dose-answer')).toContainText(
    'Treated tap water is stored as it is: add nothing',
  );
});
