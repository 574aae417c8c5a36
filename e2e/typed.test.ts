import type { Locator, Page } from '@playwright/test';
import type { Subject } from '#core/base/subject.ts';
import { hand } from '#demo/hand.ts';
import { expect, settle, test } from './zeolite.ts';

/** Where a form is, how it is opened there, and what it is told by. */
interface Opened {
  readonly path: string;
  readonly press?: readonly string[];
  readonly types?: string;
}

const forms: Readonly<Record<string, Opened>> = {
  'drawing off': { path: 'store/OW-001', press: ['Draw off'] },
  'filling again': { path: 'store/OW-001', press: ['Rotate'] },
  'a reading of chlorine': { path: 'store/OW-001', press: ['Chlorine'], types: '0.6' },
  'setting apart': { path: 'store/OW-001', press: ['Set apart'], types: 'for the goats' },
  'people who fell ill': { path: 'store/OW-001', press: ['Made ill'], types: '2' },
  'a source': { path: 'sources', press: ['Write down a source'], types: 'Mill spring' },
  'a notice': { path: 'sources', press: ['A notice was given …'], types: 'the water works' },
  'a supply': { path: 'supplies', press: ['Add a supply'], types: 'Bleach in the hall' },
  'a place': { path: 'store', press: ['Add a place'], types: 'Loft' },
  'one found': { path: 'store', press: ['Found one'], types: 'Attic' },
  'the question of a way': { path: 'sources/safe', types: '70' },
  'a laboratory’s sheet': { path: 'tests/sheet', types: 'Sample;E. coli' },
};

/** The first blank of a form that takes a text: in the dialog that it opens, or on its page. */
function blankOf(page: Page, { path, press }: Opened): Locator {
  const within = press && !path.startsWith('store/') ? page.getByRole('dialog') : page.getByRole('main');
  return within.locator('[data-act] input:visible, textarea:visible, input.blank:visible').first();
}

async function open(page: Page, address: string, { path, press = [] }: Opened): Promise<void> {
  const [area, code] = path.split('/');
  if (area === 'store' && code) {
    await page.goto(`${address}store`);
    await page.locator(`[data-container="${code}"]`).click();
  } else await page.goto(address + path);
  for (const name of press) await page.getByRole('button', { name, exact: true }).first().click();
}

test('what a hand typed into a form is there again after Escape, after another page, and after a reload', async ({
  visitor,
  zeolite,
}) => {
  test.setTimeout(300_000);
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  // a notice is given of a source
  const h = hand(await zeolite.now());
  await zeolite.record([
    h.write('source.set', h.subject('source'), {
      ...{ name: 'Old well', kind: 'dug-well', upstream: [], distanceM: 10, climbM: 0, isProtected: true },
    }),
  ]);
  for (const [name, form] of Object.entries(forms))
    await test.step(name, async () => {
      await open(page, zeolite.address, form);
      const blank = blankOf(page, form);
      await expect(blank, name).toBeVisible();
      await blank.clear();
      await blank.pressSequentially(form.types ?? '7');
      await blank.blur();
      const typed = await blank.inputValue();
      expect(typed, name).toContain((form.types ?? '7').slice(0, 3));
      // Escape closes what is open; nothing was recorded
      await page.keyboard.press('Escape');
      await open(page, zeolite.address, form);
      await expect(blankOf(page, form), `${name}, after Escape`).toHaveValue(typed);
      // Back, from another page
      await page.goto(`${zeolite.address}today`);
      await page.goBack();
      await expect(visitor.reach).toBeVisible();
      await page.reload();
      await open(page, zeolite.address, form);
      await expect(blankOf(page, form), `${name}, after a reload`).toHaveValue(typed);
      await page.keyboard.press('Escape');
    });
});

test('a form that is recorded begins anew', async ({ visitor }) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  await visitor.select('OW-001');
  await visitor.press('Set apart');
  const blank = page.locator('[data-act] input:visible').first();
  await blank.pressSequentially('for the goats');
  await visitor.press('Set it apart');
  await expect(page.getByRole('main')).toContainText('for the goats');
  await expect
    .poll(() => page.evaluate(() => Object.keys(sessionStorage).filter(k => k.includes('apart'))))
    .toEqual([]);
});

test('a figure that was typed of one water is not offered for the water that was filled in since', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await settle(visitor, /^treated tap water/);
  const form = forms['a reading of chlorine']!;
  await open(page, zeolite.address, form);
  const drum = decodeURIComponent(page.url().split('/').pop()!) as Subject;
  await blankOf(page, form).pressSequentially('0.6');
  await blankOf(page, form).blur();
  const h = hand(await zeolite.now());
  await zeolite.record([
    h.write('emptied', drum, { to: 'utility' }),
    h.write('filled', drum, {
      ...{ volumeL: { value: 190, known: 'measured' }, water: 'well', sealed: true },
    }),
  ]);
  await open(page, zeolite.address, form);
  await expect(blankOf(page, form)).toHaveValue('');
});
