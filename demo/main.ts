import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Entry } from '#core/areas/entries.ts';
import type { App } from '#server/app.ts';
import { serveOrSay } from '#server/serve.ts';
import { household } from './household.ts';
import { tarnHollow } from './tarnHollow.ts';

const scenarios: Record<string, (now: string) => Entry[]> = {
  'tarn-hollow': now => tarnHollow(now),
  household: now => household(now),
};

/** Most entries that one append takes. */
const LOT = 500;

async function fill(app: App, entries: readonly Entry[]): Promise<void> {
  for (let i = 0; i < entries.length; i += LOT) await app.log.append(entries.slice(i, i + LOT), 'happened');
}

/**
 * `npm run demo [-- household]`. Each day's demo has a folder of its own, so that dates stay
 * relative to the day it starts; what was entered that day is there after a restart.
 */
const name = process.argv[2] ?? 'tarn-hollow';
const scenario = scenarios[name];
if (!scenario) {
  console.error(`There is no demo "${name}"; there are ${Object.keys(scenarios).join(', ')}.`);
  process.exit(2);
}
const now = new Date().toISOString();
const address = await serveOrSay(
  {
    folder:
      process.env.ZEOLITE_DATA ??
      fileURLToPath(new URL(join('..', 'data', `demo-${name}-${now.slice(0, 10)}`), import.meta.url)),
    port: Number(process.env.ZEOLITE_PORT ?? 4870),
    demo: true,
    testClock: process.env.ZEOLITE_TEST_CLOCK,
  },
  async app => {
    if (app.log.seq() === 0) await fill(app, scenario(now));
  },
);
console.log(`Zeolite demo: ${address}`);
