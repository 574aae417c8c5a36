import { chromium } from '@playwright/test';
import bundlePrograms from '../e2e/bundle.ts';
import { Zeolite } from '../e2e/zeolite.ts';
// usage: look.tmp.ts <demo|fresh> name path [w h]
const [kind, name, path, w = '1280', h = '800'] = process.argv.slice(2);
await bundlePrograms();
const z = kind === 'demo' ? new Zeolite('demo/main.ts') : new Zeolite();
await z.start();
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM });
const page = await browser.newPage({ viewport: { width: Number(w), height: Number(h) }, locale: process.env.LOC ?? 'en-GB', timezoneId: 'Europe/London', reducedMotion: 'reduce' });
page.on('pageerror', e => console.log('pageerror', e.message));
page.on('console', m => m.type() === 'error' && console.log('console', m.text()));
await page.goto(z.address + path);
await page.waitForTimeout(2500);
const act = process.env.ACT;
if (act) await (0, eval)(`(async (page) => { ${act} })`)(page);
await page.waitForTimeout(800);
await page.screenshot({ path: `/tmp/${name}.png`, fullPage: process.env.FULL === '1' });
await browser.close(); await z.stop(); z.remove();
