import { execFileSync } from 'node:child_process';
import type { Page } from '@playwright/test';
import { routes } from '#contract/routes.ts';
import { addMinutes } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { folderOf } from '#demo/unfit.ts';
import { begin, expect, test, Visitor, Zeolite } from './zeolite.ts';

const whys = [
  ['borehole', 'A', /[Aa]rsenic/],
  ['well', 'B', /E\. coli|Germs were found/],
  ['brown', 'C', /brown/],
  ['stream', 'D', /fuel/],
  ['noticed', 'E', /Boil-water notice/],
] as const;

/** What the label of a container says, read back from its PDF. */
async function labelOf(zeolite: Zeolite, container: Subject): Promise<string> {
  const res = await fetch(new URL(routes.labels, zeolite.address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      containers: [container],
      sheet: 'single',
      skip: 0,
      address: 'http://water.example:4870',
      units: 'metric',
    }),
  });
  expect(res.status).toBe(200);
  return execFileSync('pdftotext', ['-layout', '-', '-'], {
    input: Buffer.from(await res.arrayBuffer()),
    encoding: 'utf8',
  });
}

/** The five waters are told on Today, in the store, on their labels, and before a card. */
async function saysWhy(
  page: Page,
  zeolite: Zeolite,
  vessels: Record<(typeof whys)[number][0], Subject>,
  ownsNothing = false,
) {
  await page.goto(`${zeolite.address}today`);
  const main = page.getByRole('main');
  for (const why of ['Arsenic', 'E. coli', 'brown', 'fuel', 'Boil']) await expect(main).toContainText(why);

  // in the store each stands as what it is, with its reason beside it
  for (const [name, code, why] of whys) {
    await page.goto(`${zeolite.address}store/${encodeURIComponent(vessels[name])}`);
    const drawer = page.getByRole('complementary', { name: code, exact: true });
    await expect(drawer.getByRole('paragraph').first()).toHaveText(/^\s*(utility|failed)\s*$/);
    await expect(drawer).toContainText(why);
    const label = await labelOf(zeolite, vessels[name]);
    expect(label).toMatch(/NOT FOR DRINKING/);
    expect(label.replaceAll(/\s+/g, ' ')).toMatch(why);
    await page.goto(`${zeolite.address}sources/safe?container=${encodeURIComponent(vessels[name])}`);
    await expect(page.getByTestId('safe-answer')).toBeVisible();
    // nothing that is owned, where nothing is, makes a card of it
    if (ownsNothing) await expect(page.getByRole('button', { name: 'Begin the sheet' })).toHaveCount(0);
  }
}

test('a folder of five waters that nobody may drink says no days, and why, on Today, in the store, on labels and before a card', async ({
  visitor,
  zeolite,
}) => {
  const { page } = visitor;
  await begin(visitor);
  const { entries, vessels } = folderOf(addMinutes(await zeolite.now(), -4 * 60));
  await zeolite.record(entries);
  await page.goto(`${zeolite.address}today`);
  await expect(visitor.reach).toContainText('0 days');
  await saysWhy(page, zeolite, vessels, true);
});

test('the same five waters among those of Tarn Hollow add not a litre to drink', async ({ page }) => {
  const demo = new Zeolite('demo/main.ts');
  await demo.start();
  try {
    const { reach } = new Visitor(page);
    await page.goto(`${demo.address}today`);
    const before = await reach.innerText();
    const { entries, vessels } = folderOf(addMinutes(await demo.now(), -4 * 60));
    await demo.record(entries);
    await expect(page.getByRole('main')).toContainText('3,000');
    await expect(reach).toHaveText(before);
    await saysWhy(page, demo, vessels);
  } finally {
    await demo.stop();
    demo.remove();
  }
});
