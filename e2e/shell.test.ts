import {
  begin,
  expect,
  expectAccessible,
  expectRecorded,
  quiet,
  settle,
  test,
  Visitor,
  Zeolite,
} from './zeolite.ts';

test.describe('on the demo', () => {
  const demo = new Zeolite('demo/main.ts');
  test.beforeAll(() => demo.start());
  test.afterAll(async () => {
    await demo.stop();
    demo.remove();
  });

  const screens = {
    day: ['today', 'plan', 'store', 'store?view=table', 'bench', 'store/rounds', 'rain'],
    lamp: ['today', 'store', 'bench'],
  };
  for (const [theme, paths] of Object.entries(screens)) {
    for (const path of paths) {
      test(`${path} is accessible in the ${theme} theme`, async ({ page }) => {
        await page.addInitScript(
          t => localStorage.setItem('zeolite.person', JSON.stringify({ theme: t })),
          theme,
        );
        await page.goto(demo.address + path);
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
        await expectAccessible(page);
      });
    }
  }

  test('a container and a sheet are accessible at phone width', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`${demo.address}store`);
    await page.locator('[data-container="TH-005"]').click();
    await expect(page.getByRole('heading', { name: /^TH-005/ })).toBeVisible();
    await expectAccessible(page);
    await page.goto(`${demo.address}today`);
    await page.getByRole('link', { name: /TH-081 stands until/ }).click();
    await expect(page.getByRole('button', { name: 'Leave this sheet' })).toBeVisible();
    await expect(page.getByRole('timer')).toBeVisible();
    await expectAccessible(page);
  });

  test('no page is taller than its window: End scrolls the layer, and nothing else away', async ({
    page,
  }) => {
    test.setTimeout(300_000);
    for (const viewport of [
      { width: 1280, height: 800 },
      { width: 390, height: 844 },
    ]) {
      await page.setViewportSize(viewport);
      for (const path of [
        'today',
        'plan',
        'store',
        'rain/catch',
        'sources',
        'bench?method=alum',
        'tests',
        'supplies',
      ]) {
        await page.goto(demo.address + path);
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
        await quiet(page);
        const over = await page.evaluate(() => document.documentElement.scrollHeight - innerHeight);
        expect([path, over]).toEqual([path, 0]);
      }
    }
  });

  test('g explains the words of the page, and / finds a vessel by its kind and a statement with its verdict', async ({
    page,
  }) => {
    await page.goto(`${demo.address}bench`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.locator('#layer').press('g');
    const here = page.getByRole('region', { name: 'On this page' });
    await expect(here).toContainText('What the water itself uses up of a dose of chlorine');
    await expectAccessible(page, '[role="dialog"]');
    await page.keyboard.press('Escape');
    await page.locator('#layer').press('/');
    await page.getByRole('combobox', { name: 'Find' }).waitFor();
    const found = page.getByRole('option');
    await page.keyboard.type('208 l drum');
    await expect(found.filter({ hasText: /^\s*TH-/ }).first()).toBeVisible();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('double dose');
    await expect(found.filter({ hasText: 'A double dose is safer.' })).toContainText(/^.*No, and it harms$/);
  });

  test('every state of water is drawn, and every day has its duties', async ({ page }) => {
    await page.goto(`${demo.address}store`);
    for (const state of [
      'ready',
      'due',
      'open',
      'limited',
      'waiting',
      'utility',
      'past',
      'failed',
      'empty',
    ]) {
      await expect(page.locator(`[data-state="${state}"]`).first()).toBeAttached();
    }
    await page.goto(demo.address);
    await expect(page).toHaveURL(/today$/);
    await expect(page.getByText(/stands until/).first()).toBeVisible();
  });

  test('keys jump to layers, find, and open the table', async ({ page }) => {
    await page.goto(`${demo.address}today`);
    await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
    await page.keyboard.press('2');
    await expect(page.getByRole('heading', { name: 'Plan', exact: true })).toBeVisible();
    await page.keyboard.press('t');
    await expect(page.getByRole('table', { name: 'Containers' })).toBeVisible();
    await page.keyboard.press('/');
    await page.getByPlaceholder('a code, a place, a state, a layer').fill('TH-034');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /^TH-034/ })).toBeVisible();
    await page.keyboard.press('?');
    await expect(page.getByRole('heading', { name: 'Keys and preferences' })).toBeVisible();
    await page.getByRole('button', { name: 'Turn single keys off' }).click();
    await page.keyboard.press('Escape');
    await page.keyboard.press('1');
    await expect(page.getByRole('heading', { name: /^TH-034/ })).toBeVisible();
  });

  test('an action previews its effect in the reach', async ({ page }) => {
    await page.goto(`${demo.address}store`);
    await page.locator('[data-container="TH-003"]').click();
    await page.getByRole('complementary').getByRole('button', { name: 'Empty', exact: true }).click();
    await page.getByRole('button', { name: 'Empty it' }).hover();
    await expect(page.getByTestId('reach-preview')).toBeVisible();
    await page.getByRole('heading', { name: /^Store/ }).hover();
    await expect(page.getByTestId('reach-preview')).toHaveCount(0);
  });
});

test('what is recorded in one browser shows in another, and undo strikes it', async ({
  visitor,
  zeolite,
  browser,
}) => {
  await settle(visitor, /^treated tap water/);
  const other = new Visitor(await browser.newPage());
  await other.page.goto(`${zeolite.address}store`);
  await expect(other.reach).toContainText('39.1 days');
  await visitor.select('OW-003');
  await visitor.press('Empty');
  await visitor.press('Empty it');
  await expect(other.reach).toContainText('26.1 days');
  await visitor.page
    .getByRole('listitem')
    .filter({ hasText: 'OW-003 emptied' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(other.reach).toContainText('39.1 days');
});

test('entries wait in the browser while the server is gone, and are sent when it is back', async ({
  visitor,
  zeolite,
}) => {
  await settle(visitor, /^treated tap water/);
  await zeolite.stop('SIGKILL');
  await visitor.select('OW-001');
  await visitor.press('Draw off');
  await visitor.fill('How much', '50');
  await visitor.press('Draw it off');
  // the drums' own request may have been on its way when the server went
  await expect(visitor.page.getByText(/(1 entry waits|2 entries wait) for the server/)).toBeVisible();
  // 592.8 − 50 L at 15.14 L a day
  await expect(visitor.reach).toContainText('35.8 days');
  await zeolite.start();
  await expect(visitor.page.getByText(/waits? for the server/)).toHaveCount(0, { timeout: 20_000 });
  await visitor.page.reload();
  await expect(visitor.reach).toContainText('35.8 days');
});

test('an American reads gallons and Fahrenheit', async ({ visitor }) => {
  await visitor.choose('Units', /^US gallons/);
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-001');
  await expect(visitor.page.getByText(/52.2\sgal \(198\sL\)/)).toBeVisible();
  await expect(visitor.page.getByText(/457.7\slb/)).toBeVisible();
});

test('the group’s name, its code letters and the address of its labels are changed with the keys', async ({
  visitor,
}) => {
  const { page } = visitor;
  await begin(visitor);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Keys and preferences' }).click();
  const dialog = page.getByRole('dialog');
  await visitor.fill('Name of the group', 'Barn water');
  await visitor.fill('Letters of new codes', 'T H');
  await expect(dialog.getByText('A letter, then up to five letters or figures.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Keep it for the group' })).toBeDisabled();
  await visitor.fill('Letters of new codes', 'BARN');
  await visitor.fill('Address of the labels', 'http://192.168.1.20:4870');
  await visitor.press('Keep it for the group');
  await expectRecorded(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('navigation', { name: 'Layers' })).toContainText('Barn water');
  await visitor.fill('How many', '3');
  await visitor.fill('Place', 'cellar');
  await visitor.choose('What water', /^treated tap water/);
  await visitor.press('Set them down');
  await expect(visitor.container('BARN-001')).toBeVisible();
});
