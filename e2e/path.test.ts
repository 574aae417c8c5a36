import { beginBatch, doseAndStir, expect, settle, test } from './zeolite.ts';

// as most people see it: with what slides and fades
test.use({ contextOptions: { reducedMotion: 'no-preference' } });

test('from empty to a proved drum in at most 25 clicks and fields, through a reload and a restart', async ({
  zeolite,
  visitor,
}) => {
  const { page, reach } = visitor;
  await settle(visitor);
  // well water is utility water until it was treated
  await expect(reach).toContainText('0 days');
  await beginBatch(visitor);

  // 198 L = 52.2 US gal (197.6 L usable of 208): 8 drops a gallon of 6 % bleach
  const answer = page.getByTestId('dose-answer');
  await expect(answer).toContainText('× 8 drops of 6 %');
  await expect(answer).toContainText('Let it stand 30 minutes');
  await doseAndStir(visitor);
  await expect(page.getByRole('timer')).toContainText(/^(30:00|29:)/);

  await zeolite.pass(10);
  await page.reload();
  await expect(page.getByRole('timer')).toContainText(/^(20:00|19:)/);
  await zeolite.stop('SIGKILL');
  await zeolite.start();
  const clock = page.getByRole('timer');
  await expect(clock).toBeVisible();
  // the restarted server's clock is the machine's again: the log has seen later, so the drum stands longer, never shorter
  await expect(page.getByText('Not to be drunk yet.')).toBeVisible();
  await expect(reach).toContainText('0 days');

  await zeolite.pass(45);
  await visitor.fill('Free chlorine in mg/L', '0.4');
  await expect(page.getByText('0.4 mg/L free chlorine: passed.')).toBeVisible();
  await visitor.press('Enter the reading');
  await visitor.press('Labelled');
  // 197.6 L ÷ (4 × 3.785 L a day) = 13.05 days
  await expect(reach).toContainText('13 days');
  await visitor.open(/^1 Today/);
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  expect(visitor.acts).toBeLessThanOrEqual(25);
});

test('a helper without a meter passes by smell, and the drum is marked as the weaker proof', async ({
  zeolite,
  visitor,
}) => {
  const { page, reach } = visitor;
  await settle(visitor);
  await beginBatch(visitor);
  await doseAndStir(visitor);
  await zeolite.pass(31);
  await visitor.choose('How it was read', /^smell only/);
  await visitor.choose('How it smells', 'a faint smell');
  await visitor.press('Enter the reading');
  await expect(reach).toContainText('13 days');
  await expect(page.getByText(/Passed by smell, the weaker proof/).first()).toBeVisible();
});

test('a failed residual walks through the one repeat, and then says find other water', async ({
  zeolite,
  visitor,
}) => {
  const { page, reach } = visitor;
  await settle(visitor);
  await beginBatch(visitor);
  await doseAndStir(visitor);
  await zeolite.pass(31);
  await visitor.fill('Free chlorine in mg/L', '0.05');
  await visitor.press('Enter the reading');
  await expect(page.getByText(/put the same dose in once more/)).toBeVisible();
  await visitor.press('It is in');
  await visitor.press('Stirred, lid on');
  await expect(page.getByRole('timer')).toContainText(/^(15:00|14:)/);
  await zeolite.pass(16);
  await visitor.fill('Free chlorine in mg/L', '0.1');
  await visitor.press('Enter the reading');
  await expect(page.getByText(/No chlorine was left after the dose and its one repeat/)).toBeVisible();
  await expect(page.getByText(/Find other water/).first()).toBeVisible();
  await expect(reach).toContainText('0 days');
});

test('drawing from a standing drum is refused, and recorded when it already happened', async ({
  visitor,
}) => {
  const { page } = visitor;
  await settle(visitor);
  await beginBatch(visitor);
  await doseAndStir(visitor);
  await visitor.open(/^3 Store/);
  await visitor.select('OW-001');
  await visitor.press('Draw off');
  await visitor.fill('How much', '5');
  await expect(page.getByText(/OW-001 stands until .* refused/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Draw it off' })).toHaveCount(0);
  await visitor.press('It already happened');
  await visitor.open(/^1 Today/);
  await expect(
    page.getByText(/5\sL of OW-001 were drunk before its time was over: tell those who drank/),
  ).toBeVisible();
});

test('a mistake is struck: what rests on it is named, and the state is as before', async ({ visitor }) => {
  const { page, reach } = visitor;
  await settle(visitor, /^treated tap water/);
  await expect(reach).toContainText('39.1 days');
  await visitor.select('OW-002');
  await visitor.press('Draw off');
  await visitor.fill('How much', '100');
  await visitor.press('Draw it off');
  // the act is done: nothing is previewed any more
  await expect(page.getByTestId('reach-preview')).toHaveCount(0);
  await expect(reach).toContainText('32.5 days');
  await visitor.press('Strike: Filled with 198 L, treated tap water');
  await visitor.press('Strike it');
  await expect(page.getByText('These rest on it and would be struck too:')).toBeVisible();
  await visitor.press('Leave it');
  await visitor.press(/^Strike: 100 L drawn/);
  await visitor.press('Strike it');
  await expect(reach).toContainText('39.1 days');
  await expect(page.getByText(/struck/).first()).toBeVisible();
});
