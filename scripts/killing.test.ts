import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { bundleInto } from './bundle.ts';
import { deeds, KILLED, Killing } from './killing.ts';

const BUNDLES = 'test-results/killed';

it('nothing acknowledged is missing after thirty kills of all that is done to a folder', async () => {
  await bundleInto(BUNDLES, KILLED);
  const folder = mkdtempSync(join(tmpdir(), 'zeolite-killed-'));
  // on a slow machine fewer: two minutes, and each deed once at least
  const { rounds, acknowledged } = await new Killing(folder, BUNDLES, 28).run(30, Date.now() + 100_000);
  expect(Object.keys(rounds)).toEqual([...deeds]);
  expect(acknowledged).toBeGreaterThan(100);
  rmSync(folder, { recursive: true, force: true });
}, 300_000);
