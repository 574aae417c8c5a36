import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { fileURLToPath } from 'node:url';
import { atOnce } from '#core/base/lots.ts';
import { Catching } from '#core/rain/catchment/catching.ts';
import { ManyTanks } from '#core/rain/catchment/manyTanks.ts';
import { sizesFor, sizing } from '#core/rain/catchment/sizing.ts';
import { climateOf } from '#core/rain/weather/climates.ts';
import { modelOf, RainGenerator } from '#core/rain/weather/generator.ts';
import { YEAR_DAYS } from '#core/rain/weather/normals.ts';

const YEARS = 1000;
const SEED = 20_261_126;
const LOT = 20;
/** The best of so many runs: what a machine can, whatever else it does. */
const RUNS = 5;
const roof = { areaM2: 96, coefficient: 0.8, flushMm: 1 };
const normals = climateOf('oceanic-hills');
const sizes = sizesFor({ ownL: 5000, outageL: 1400 });

/** A thousand years through forty tanks, as the worker does it. */
function loops(): { ms: number; used: number; met: number } {
  const from = performance.now();
  const needL = new Float64Array(YEAR_DAYS).fill(120);
  const generator = new RainGenerator(modelOf(normals, 0.18), SEED);
  const catching = new Catching(roof);
  const many = new ManyTanks(sizes, { needL, yearsAtOnce: LOT, rule: 'after-spillage', holdL: 1400 });
  const met = new Uint16Array(YEARS * sizes.length);
  const mm = new Float64Array(LOT * YEAR_DAYS);
  const frozen = new Uint8Array(LOT * YEAR_DAYS);
  for (let year = 0; year < YEARS; year += LOT) {
    generator.fill(mm, frozen);
    // no frost in C++: the catch is told of none here either
    frozen.fill(0);
    many.caughtL.fill(0);
    catching.add(mm, frozen, many.caughtL);
    many.run(LOT, met.subarray(year * sizes.length));
  }
  const ms = performance.now() - from;
  return {
    ms,
    used: many.usedL.subarray(0, sizes.length).reduce((sum, litres) => sum + litres, 0),
    met: met.reduce((sum, days) => sum + days, 0),
  };
}

function inCpp(): { ms: number; used: number; met: number } | undefined {
  const compiler = ['/usr/bin/g++', '/usr/bin/c++', '/usr/bin/clang++'].find(existsSync);
  if (!compiler) return undefined;
  const folder = mkdtempSync(join(tmpdir(), 'zeolite-rain-'));
  const binary = join(folder, 'rain');
  execFileSync(compiler, ['-O2', '-o', binary, fileURLToPath(new URL('./rain.cpp', import.meta.url))]);
  const args = [YEARS, SEED, ...normals.rainMm, ...normals.wetDays, ...sizes].map(String);
  const told = execFileSync(binary, args, { encoding: 'utf8' });
  rmSync(folder, { recursive: true, force: true });
  return JSON.parse(told) as { ms: number; used: number; met: number };
}

/** A thousand years through forty tanks, beside the same loops in C++ where a compiler is there. */
export function benchRain(): void {
  const runs = Array.from({ length: RUNS }, loops);
  const best = runs.reduce((a, b) => (b.ms < a.ms ? b : a));
  const what = `${YEARS.toLocaleString('en')} years × ${sizes.length} tanks`;
  console.log(`\n${what.padEnd(52)}${best.ms.toFixed(0)} ms`);
  const cpp = inCpp();
  if (!cpp) console.log('no C++ compiler here to compare it with');
  else {
    console.log(
      `${'the same loops in C++ -O2'.padEnd(52)}${cpp.ms.toFixed(0)} ms; × ${(best.ms / cpp.ms).toFixed(2)} (wanted: 1.5 at the most)`,
    );
    const differs = Math.abs(best.used - cpp.used) / cpp.used;
    console.log(
      `${'what they find differs by'.padEnd(52)}${differs.toExponential(1)} of the litres, ${Math.abs(best.met - cpp.met)} of ${cpp.met} days`,
    );
  }
  const question = {
    catchers: [roof],
    needL: Array.from({ length: 12 }, () => 120),
    weather: { by: 'normals', yearCv: 0, normals, years: YEARS, seed: SEED },
    rule: 'after-spillage',
    askedShare: 0.95,
    outageL: 1400,
    ownL: 5000,
    perPersonL: 15,
  } as const;
  const from = performance.now();
  atOnce(sizing(question));
  const first = performance.now() - from;
  const again = performance.now();
  atOnce(sizing({ ...question, needL: question.needL.map(l => l + 5) }));
  console.log(`${'every answer of the page, the first time'.padEnd(52)}${first.toFixed(0)} ms`);
  console.log(`${'after a blank was changed'.padEnd(52)}${(performance.now() - again).toFixed(0)} ms`);
}
