import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { attendedPlan, attendedSteps } from './attended.ts';
import { cheapestTanks } from './cost.ts';
import { dipL } from './dip.ts';
import { type CatchMeasured, fitCoefficient, isBlocked } from './fitCatch.ts';
import { flushPipeM, gutterLS, halfRoundLS, planAreaM2 } from './size.ts';
import { judgeSurface, roofOf, type surfaceIds, surfaceRow } from './surfaces.ts';

describe('a roof', () => {
  it('catches on its ground plan, however it was measured', () => {
    expect(planAreaM2({ lengthM: 12, runM: 8, runAlong: 'ground', pitchDeg: 35 })).toBe(96);
    // 8 m up a slope of 60° is 4 m on the ground
    expect(planAreaM2({ lengthM: 12, runM: 8, runAlong: 'slope', pitchDeg: 60 })).toBeCloseTo(48, 6);
  });

  it('needs a gutter for its downpour', () => {
    // 75 mm/h on 96 m² is 7,200 L an hour
    expect(gutterLS(96, 75)).toBeCloseTo(2, 9);
    // EN 12056-3: a half round of 112 mm carries about 1 L/s, one of 150 mm about 2.1
    expect(halfRoundLS(112)).toBeCloseTo(1.03, 2);
    expect(halfRoundLS(150)).toBeCloseTo(2.14, 1);
  });

  it('has its flush in a pipe of this height', () => {
    // 96 L in a pipe of 300 mm: 0.0707 m² of cross section
    expect(flushPipeM(96, 300)).toBeCloseTo(1.358, 3);
  });
});

describe('what it is made of', () => {
  const sound = { form: 'roof' as const, surface: 'tile', trims: [], soiled: [] } as const;

  it('has the coefficients of the design tables', () => {
    const of = (id: (typeof surfaceIds)[number]) => surfaceRow(id).coefficient;
    expect([of('metal'), of('tile'), of('concrete'), of('tarpaulin'), of('membrane')]).toEqual([
      0.9, 0.8, 0.8, 0.9, 0.85,
    ]);
    expect([of('asphalt-shingle'), of('thatch')]).toEqual([0.85, 0.2]);
  });

  it.each([
    ['metal', 'sound'],
    ['tile', 'sound'],
    ['concrete', 'sound'],
    ['tarpaulin', 'sound'],
    ['membrane', 'sound'],
    ['rock', 'sound'],
    ['asphalt-shingle', 'unfit'],
    ['thatch', 'unfit'],
    ['treated-timber', 'unfit'],
    ['bitumen', 'unfit'],
    ['asbestos', 'unfit'],
    ['lead', 'unfit'],
  ] as const)('%s is %s', (surface, roof) => {
    expect(roofOf({ ...sound, surface })).toBe(roof);
    expect(judgeSurface({ ...sound, surface }).some(j => j.verdict === 'refuse')).toBe(roof === 'unfit');
  });

  it.each([
    ['deck', 'concrete'],
    ['deck', 'membrane'],
    ['rock', 'rock'],
  ] as const)('a %s of %s is soiled by who walks on it, and said to be', (form, surface) => {
    expect(roofOf({ ...sound, form, surface })).toBe('soiled');
    expect(judgeSurface({ ...sound, form, surface }).map(j => j.reason.id)).toEqual([
      'catchment.soiled.underfoot',
    ]);
    expect(roofOf({ ...sound, form, surface, trims: ['lead-paint'] })).toBe('unfit');
  });

  it.each([
    ['lead-flashing', 'unfit'],
    ['lead-paint', 'unfit'],
    ['lead-weights', 'unfit'],
    ['copper-gutter', 'sound'],
  ] as const)('with %s is %s', (trim, roof) => {
    expect(roofOf({ ...sound, trims: [trim] })).toBe(roof);
    expect(judgeSurface({ ...sound, trims: [trim] })[0]!.verdict).toBe(roof === 'unfit' ? 'refuse' : 'warn');
  });

  it.each([
    ['trees', 'sound'],
    ['birds', 'soiled'],
    ['climbing-animals', 'soiled'],
    ['no-screen', 'soiled'],
    ['no-first-flush', 'soiled'],
  ] as const)('with %s is %s', (soiled, roof) => {
    expect(roofOf({ ...sound, soiled: [soiled] })).toBe(roof);
    expect(judgeSurface({ ...sound, soiled: [soiled] })).toHaveLength(1);
  });
});

describe('the coefficient out of what was caught', () => {
  const caught = (share: number, gaugeMm = 10.5, spread = 0.05): CatchMeasured => ({
    gaugeMm,
    // 100 m² at 10 mm beyond the wetting: 1,000 L for a coefficient of 1
    caughtL: 1000 * 0.8 * share * ((gaugeMm - 0.5) / 10) - 20,
    flushedL: 20,
    areaM2: 100,
    spread,
  });
  const ten = (share: (i: number) => number) => Array.from({ length: 10 }, (_, i) => caught(share(i)));

  it('is a line through the origin', () => {
    const fit = fitCoefficient([caught(1, 4.5), caught(1, 20.5), caught(1, 9.5)]);
    expect(fit).toMatchObject({ count: 3 });
    expect(fit!.coefficient).toBeCloseTo(0.8, 9);
    expect([fit!.low, fit!.high].map(x => x!.toFixed(6))).toEqual(['0.800000', '0.800000']);
  });

  it('listens less to a guess', () => {
    const fit = fitCoefficient([caught(1), caught(0.5, 10.5, 0.5)]);
    expect(fit!.coefficient).toBeGreaterThan(0.79);
    expect(fit!.low).toBeUndefined();
  });

  it('has a band that holds the truth in nineteen cases of twenty (Student)', () => {
    // 0.76, 0.80, 0.84: mean 0.80, s = 0.04; t(2) = 4.303: ± 0.0994
    const fit = fitCoefficient([caught(0.95), caught(1), caught(1.05)])!;
    expect(fit.coefficient).toBeCloseTo(0.8, 9);
    expect(fit.high! - fit.coefficient).toBeCloseTo((4.303 * 0.04) / Math.sqrt(3), 6);
  });

  it('alarms at ten catches of three fifths, and not at ten that scatter around what is expected', () => {
    expect(
      isBlocked(
        ten(() => 0.6),
        0.8,
      ),
    ).toBe(true);
    expect(
      isBlocked(
        ten(i => 0.6 + (i % 2 ? 0.1 : -0.1)),
        0.8,
      ),
    ).toBe(true);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.75, max: 1.15, noNaN: true }), { minLength: 10, maxLength: 10 }),
        shares => {
          // ten that scatter by a fifth around 95 %: their mean is near that, not at the edge of all of them
          const mean = shares.reduce((a, b) => a + b) / 10;
          expect(
            isBlocked(
              ten(i => shares[i]! - mean + 0.95),
              0.8,
            ),
          ).toBe(false);
        },
      ),
    );
  });

  it('asks for four rains before it alarms, and for rain that runs off', () => {
    expect(isBlocked(ten(() => 0.5).slice(0, 3), 0.8)).toBe(false);
    expect(isBlocked(ten(() => 0.5).slice(0, 4), 0.8)).toBe(true);
    expect(fitCoefficient([{ ...caught(1), gaugeMm: 0.5 }])).toBeUndefined();
  });

  it('forgets what was caught before the last ten', () => {
    expect(isBlocked([...ten(() => 0.5), ...ten(() => 1)], 0.8)).toBe(false);
  });
});

describe('an attended catch', () => {
  const tarp = {
    areaM2: 20,
    coefficient: 0.9,
    flushMm: 1,
    intensityMmH: 10,
    stormMm: 15,
    jugL: 18,
    jugs: 6,
    isSaltSpray: false,
  };

  it('says how long the flush runs, and how often a jug is swapped', () => {
    // 20 m² × 0.9 × 10 mm/h = 180 L/h
    const plan = attendedPlan(tarp);
    expect(plan.runoffLMin).toBeCloseTo(3, 9);
    expect(plan.flushMin).toBeCloseTo(20 / 3, 9);
    expect(plan.minPerJug).toBeCloseTo(6, 9);
    // 270 L less 20 L of flush, in jugs of 18
    expect(plan.jugsToFill).toBe(14);
    expect(plan.jugsLastMin).toBeCloseTo(36, 9);
  });

  it('has a clock for the flush and for each jug, and tastes nothing of the sea', () => {
    const ids = (c: typeof tarp) => attendedSteps(c).map(s => s.id);
    expect(ids(tarp)).toEqual([
      'rig',
      'empties',
      'flush',
      'jug-1',
      'jug-2',
      'jug-3',
      'jug-4',
      'jug-5',
      'jug-6',
      'close',
      'write',
    ]);
    expect(ids({ ...tarp, isSaltSpray: true })).toContain('spray');
    expect(ids({ ...tarp, flushMm: 0 })).not.toContain('flush');
    expect(attendedSteps({ ...tarp, intensityMmH: 0 }).every(s => Number.isFinite(s.waitMin ?? 0))).toBe(
      true,
    );
  });
});

describe('a dip', () => {
  it('is litres in proportion where a tank stands', () => {
    expect(dipL({ form: 'standing', nominalL: 5000, heightCm: 200 }, 50)).toBe(1250);
  });

  it('is a segment where it lies', () => {
    const lying = { form: 'lying', nominalL: 1000, heightCm: 100 } as const;
    expect(dipL(lying, 50)).toBeCloseTo(500, 9);
    // a quarter of the depth holds 19.55 % of a circle (table of segments)
    expect(dipL(lying, 25)).toBeCloseTo(195.5, 1);
    expect([dipL(lying, 0), dipL(lying, 100), dipL(lying, 120)]).toEqual([0, 1000, 1000]);
  });
});

describe('what tanks cost', () => {
  const sale = [
    { id: 'small', litres: 1000, price: 200 },
    { id: 'large', litres: 5000, price: 700 },
  ];
  it('is the cheapest that hold it together', () => {
    expect(cheapestTanks([900, 2000, 4000, 6000], sale)).toEqual([
      { price: 200, tanks: [{ id: 'small', count: 1 }] },
      { price: 400, tanks: [{ id: 'small', count: 2 }] },
      { price: 700, tanks: [{ id: 'large', count: 1 }] },
      {
        price: 900,
        tanks: expect.arrayContaining([
          { id: 'large', count: 1 },
          { id: 'small', count: 1 },
        ]),
      },
    ]);
    expect(cheapestTanks([900], [])).toEqual([undefined]);
  });
});
