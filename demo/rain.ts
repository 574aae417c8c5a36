import type { CatchmentFields } from '#core/areas/rain/fields.ts';
import { rainfallOf } from '#core/areas/rain/known.ts';
import { addMinutes, dayOf, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { climateOf } from '#core/rain/weather/climates.ts';
import { generateRain, modelOf } from '#core/rain/weather/generator.ts';
import { YEAR_DAYS } from '#core/rain/weather/normals.ts';
import type { Hand } from './hand.ts';
import { HANDS, TIME_ZONE } from './people.ts';

/** Years that the made-up gauge of Upper Tarn was read. */
const RECORD_YEARS = 31;
const SEED = 54;

/** The roof of the hall, without the tanks that it runs into. */
export const hall: CatchmentFields = {
  name: 'Hall roof',
  form: 'roof',
  surface: 'tile',
  lengthM: 12,
  runM: 8,
  runAlong: 'ground',
  pitchDeg: 35,
  flushMm: 1,
  flushPipeL: 96,
  gutterMm: 125,
  trims: [],
  soiled: ['birds', 'trees'],
  tanks: [],
};
const barn: CatchmentFields = {
  name: 'Pump barn roof',
  form: 'roof',
  surface: 'bitumen',
  lengthM: 9,
  runM: 4,
  runAlong: 'slope',
  pitchDeg: 20,
  flushMm: 0.5,
  gutterMm: 100,
  trims: ['lead-flashing'],
  soiled: [],
  tanks: [],
};
const awning: CatchmentFields = {
  name: 'School awning',
  form: 'awning',
  surface: 'tarpaulin',
  lengthM: 6,
  runM: 3,
  runAlong: 'slope',
  pitchDeg: 10,
  flushMm: 1,
  trims: [],
  soiled: [],
  tanks: [],
};

/** Rains on the hall roof: days ago, gauge (mm), dipped (L), what the first flush took (L); guessed ones are marked. */
const hallRains: readonly (readonly [number, number, number, number, 'guessed'?])[] = [
  [262, 14.2, 905, 96],
  [231, 8.6, 480, 96],
  [187, 22.4, 1540, 96, 'guessed'],
  [142, 6.1, 330, 60],
  [96, 17.8, 1180, 96],
  [61, 9.4, 560, 96],
  [38, 12.7, 870, 40],
];
/** Since the tank was dipped at three thousand litres, what ran in. */
const hallLately = [
  [14, 6.8, 420, 60],
  [6, 3.4, 180, 40],
] as const;

/** What Tarn Hollow catches: a roof that is measured, one whose gutter is blocked, an awning that soot fell on, a gauge's record. */
export function rained(h: Hand, now: Instant, tank: Subject, source: Subject): void {
  const ago = (days: number, by: string = HANDS.odile) => h.at(addMinutes(now, -days * 1440), by);
  const set = (fields: CatchmentFields, days: number): Subject => {
    const id = h.subject('catchment');
    ago(days, HANDS.sunniva).write('catchment.set', id, fields);
    return id;
  };
  const roof = set({ ...hall, tanks: [tank], source, tankCm: 196 }, 290);
  const rain = (
    on: Subject,
    areaM2: number,
    state: 'soiled' | 'unfit',
    [days, gaugeMm, litres, flushedL, guessed]: readonly [number, number, number, number, 'guessed'?],
    into?: Subject,
  ) =>
    ago(days).write(
      'caught',
      on,
      {
        gaugeMm,
        caughtL: { value: litres, ...(guessed ? { known: guessed, spread: 0.3 } : { known: 'measured' }) },
        flushedL,
        areaM2,
        by: 'dip',
        roof: state,
        ...(into ? { into, source } : {}),
      },
      into ? [into] : undefined,
    );
  for (const one of hallRains) rain(roof, 96, 'soiled', one);
  for (const one of hallLately) {
    rain(roof, 96, 'soiled', one, tank);
    ago(one[0] - 3, HANDS.bram).write('drawn', tank, { volumeL: 300, use: 'utility', byTap: true });
  }
  for (const [what, days] of [
    ['screens', 12],
    ['gutters', 40],
    ['first-flush', 21],
    ['overflow', 100],
    ['tank-clean', 210],
  ] as const)
    ago(days, HANDS.bram).write('catchment.cared', roof, { what });
  const felt = set(barn, 200);
  // leaves since the autumn: a little over half of what should come
  for (const [days, gaugeMm, share] of [
    [54, 11.2, 0.6],
    [41, 7.8, 0.52],
    [33, 16.4, 0.57],
    [20, 9.1, 0.55],
    [9, 13.3, 0.5],
  ] as const) {
    const dueL = 33.83 * (gaugeMm - 0.5) * 0.85;
    rain(felt, 33.83, 'unfit', [days, gaugeMm, Math.round(dueL * share) - 15, 15]);
  }
  const cloth = set(awning, 120);
  ago(3, HANDS.bram).write('catchment.fouled', cloth, { what: 'smoke' });
  const record = gauge(now);
  const rainfall = h.subject('rainfall');
  ago(150, HANDS.sunniva).write(
    'rainfall.taken-in',
    rainfall,
    rainfallOf('Upper Tarn gauge (made up)', record),
  );
  ago(149, HANDS.sunniva).write('rain.planned', 'rain', {
    catchments: [roof],
    needL: Array.from({ length: 12 }, () => 100),
    use: 'utility',
    askedShare: 0.95,
    rule: 'after-spillage',
    weather: 'record',
    climate: 'oceanic-hills',
    record: rainfall,
    years: 1000,
    seed: 20_261_126,
    outagePeople: 47,
    outageDays: 14,
    outageL: 3,
  });
}

/** Daily rain of 31 made-up years up to the last one that is over. */
function gauge(now: Instant) {
  const year = Number(dayOf(now, TIME_ZONE).slice(0, 4)) - RECORD_YEARS;
  const made = generateRain(modelOf(climateOf('oceanic-hills')), RECORD_YEARS, SEED).mm;
  const mm: number[] = [];
  for (let i = 0; i < RECORD_YEARS; i++) {
    const days = [...made.subarray(i * YEAR_DAYS, (i + 1) * YEAR_DAYS)].map(
      rain => Math.round(rain * 10) / 10,
    );
    const isLeap = (year + i) % 4 === 0 && ((year + i) % 100 !== 0 || (year + i) % 400 === 0);
    mm.push(...days.slice(0, 59), ...(isLeap ? [0] : []), ...days.slice(59));
  }
  return { from: `${year}-01-01`, mm, filledDays: 0 };
}
