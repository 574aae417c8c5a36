import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runTank, tankDay, yieldRules } from './balance.ts';
import { Catching, catchOfDay, flushDue } from './catching.ts';
import { ManyTanks } from './manyTanks.ts';

const roof = { areaM2: 96, coefficient: 0.8, flushMm: 1 };

/**
 * Thirty days worked by hand for 96 m² of tile (0.8), 1 mm of first flush (96 L) and a 500 L tank with 60 L a day, empty at the
 * beginning: rain (mm), run-off, flushed, caught (L), then used, spilled and stored by both rules. Run-off = 76.8 × (mm − 0.5).
 */
const HAND: readonly (readonly number[])[] = [
  // mm, run-off, flushed, caught | after: used, spilled, store | before: used, spilled, store
  [0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
  [1.5, 76.8, 76.8, 0, 0, 0, 0, 0, 0, 0],
  [2.5, 153.6, 19.2, 134.4, 0, 0, 134.4, 60, 0, 74.4],
  [0.4, 0, 0, 0, 60, 0, 74.4, 60, 0, 14.4],
  [0, 0, 0, 0, 60, 0, 14.4, 14.4, 0, 0],
  [5.5, 384, 0, 384, 14.4, 0, 384, 60, 0, 324],
  [0, 0, 0, 0, 60, 0, 324, 60, 0, 264],
  [0.9, 30.72, 0, 30.72, 60, 0, 294.72, 60, 0, 234.72],
  [0, 0, 0, 0, 60, 0, 234.72, 60, 0, 174.72],
  // three days each under 1 mm: the flush is due whole
  [10.5, 768, 96, 672, 60, 406.72, 440, 60, 286.72, 500],
  [8.5, 614.4, 0, 614.4, 60, 554.4, 440, 60, 554.4, 500],
  [0, 0, 0, 0, 60, 0, 380, 60, 0, 440],
  [0, 0, 0, 0, 60, 0, 320, 60, 0, 380],
  [1, 38.4, 0, 38.4, 60, 0, 298.4, 60, 0, 358.4],
  [0, 0, 0, 0, 60, 0, 238.4, 60, 0, 298.4],
  [0, 0, 0, 0, 60, 0, 178.4, 60, 0, 238.4],
  [0.8, 23.04, 0, 23.04, 60, 0, 141.44, 60, 0, 201.44],
  // due whole again; a day too small to fill it, and what is left of it is carried over
  [1.2, 53.76, 53.76, 0, 60, 0, 81.44, 60, 0, 141.44],
  [1.1, 46.08, 42.24, 3.84, 60, 0, 25.28, 60, 0, 85.28],
  [0, 0, 0, 0, 25.28, 0, 0, 60, 0, 25.28],
  [0, 0, 0, 0, 0, 0, 0, 25.28, 0, 0],
  [0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
  [0.7, 15.36, 15.36, 0, 0, 0, 0, 0, 0, 0],
  // still the same spell: whole again
  [2.5, 153.6, 96, 57.6, 0, 0, 57.6, 57.6, 0, 0],
  [3.5, 230.4, 0, 230.4, 57.6, 0, 230.4, 60, 0, 170.4],
  [0, 0, 0, 0, 60, 0, 170.4, 60, 0, 110.4],
  [0, 0, 0, 0, 60, 0, 110.4, 60, 0, 50.4],
  [12.5, 921.6, 0, 921.6, 60, 532, 440, 60, 412, 500],
  [0, 0, 0, 0, 60, 0, 380, 60, 0, 440],
  [0, 0, 0, 0, 60, 0, 320, 60, 0, 380],
];

describe('thirty days worked by hand', () => {
  it.each(yieldRules)('are caught, used and spilled to the litre, yield %s', rule => {
    let flush = flushDue(roof);
    let storeL = 0;
    const at = rule === 'after-spillage' ? 4 : 7;
    HAND.forEach(([mm, runoff, flushed, caught, ...rest], day) => {
      const got = catchOfDay(roof, mm!, flush);
      const tank = tankDay(storeL, got.caughtL, 60, 500, rule);
      flush = got.after;
      storeL = tank.storeL;
      const [used, spilled, store] = rest.slice(at - 4);
      const said = [got.runoffL, got.flushedL, got.caughtL, tank.usedL, tank.spilledL, tank.storeL];
      for (const [i, wanted] of [runoff, flushed, caught, used, spilled, store].entries())
        expect(said[i], `day ${day + 1}, figure ${i + 1}`).toBeCloseTo(wanted!, 6);
    });
  });

  it('are the same in one run as day by day', () => {
    const caughtL = new Float64Array(HAND.length);
    const mm = HAND.map(([rain]) => rain!);
    const sums = new Catching(roof).add(mm, new Uint8Array(HAND.length), caughtL);
    for (const [day, [, , , caught]] of HAND.entries()) expect(caughtL[day]).toBeCloseTo(caught!, 6);
    expect(sums.runoffL).toBeCloseTo(sums.flushedL + sums.caughtL, 6);
  });
});

describe('a day below freezing', () => {
  it('brings nothing and rinses nothing', () => {
    const before = { leftL: 12, dryDays: 1 };
    expect(catchOfDay(roof, 20, before, true)).toEqual({
      runoffL: 0,
      flushedL: 0,
      caughtL: 0,
      after: { leftL: 12, dryDays: 2 },
    });
  });
});

const rain = fc.array(fc.oneof(fc.constant(0), fc.double({ min: 0, max: 60, noNaN: true })), {
  minLength: 40,
  maxLength: 400,
});
const caughtOf = (mm: readonly number[], catcher = roof): Float64Array => {
  const caughtL = new Float64Array(mm.length);
  new Catching(catcher).add(mm, new Uint8Array(mm.length), caughtL);
  return caughtL;
};
const shares = (
  mm: readonly number[],
  sizeL: number,
  needL: number,
  rule: (typeof yieldRules)[number],
  catcher = roof,
) => {
  const sums = runTank(caughtOf(mm, catcher), () => needL, { sizeL, rule });
  return { ...sums, volume: sums.usedL / sums.needL, time: sums.metDays / sums.days };
};
const EPS = 1e-9;

describe('whatever falls', () => {
  it('closes: run-off is flushed or caught, and what is caught is used, spilled or still there', () => {
    fc.assert(
      fc.property(
        rain,
        fc.double({ min: 50, max: 5000, noNaN: true }),
        fc.constantFrom(...yieldRules),
        (mm, sizeL, rule) => {
          const caughtL = new Float64Array(mm.length);
          const sums = new Catching(roof).add(mm, new Uint8Array(mm.length), caughtL);
          const tank = runTank(caughtL, () => 80, { sizeL, rule });
          expect(Math.abs(sums.runoffL - sums.flushedL - sums.caughtL)).toBeLessThan(0.001);
          expect(Math.abs(tank.caughtL - tank.usedL - tank.spilledL - (tank.toL - tank.fromL))).toBeLessThan(
            0.001,
          );
        },
      ),
    );
  });

  it.each(yieldRules)(
    'serves never less with more tank, roof or rain, and never more of a greater need; yield %s',
    rule => {
      const positive = fc.double({ min: 1, max: 2, noNaN: true });
      fc.assert(
        fc.property(rain, positive, positive, (mm, more, size) => {
          const [sizeL, needL] = [400 * size, 70];
          const base = shares(mm, sizeL, needL, rule);
          const larger = shares(mm, sizeL * more, needL, rule);
          expect(larger.volume).toBeGreaterThanOrEqual(base.volume - EPS);
          expect(larger.time).toBeGreaterThanOrEqual(base.time - EPS);
          const wetter = shares(
            mm.map(one => one * more),
            sizeL,
            needL,
            rule,
          );
          expect(wetter.volume).toBeGreaterThanOrEqual(base.volume - EPS);
          if (rule === 'before-spillage') expect(wetter.time).toBeGreaterThanOrEqual(base.time - EPS);
          // the flush grows with the roof: what is caught of each rain grows in proportion
          const roomier = shares(mm, sizeL, needL, rule, { ...roof, areaM2: roof.areaM2 * more });
          expect(roomier.volume).toBeGreaterThanOrEqual(base.volume - EPS);
          const greedier = shares(mm, sizeL, needL * more, rule);
          expect(greedier.volume).toBeLessThanOrEqual(base.volume + EPS);
          if (rule === 'after-spillage') return;
          expect(roomier.time).toBeGreaterThanOrEqual(base.time - EPS);
          expect(greedier.time).toBeLessThanOrEqual(base.time + EPS);
        }),
      );
    },
  );
});

describe('many tanks at once', () => {
  it('are what each is alone, to the last digit', () => {
    const days = 365;
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 900, noNaN: true }), { minLength: days * 3, maxLength: days * 3 }),
        fc.array(fc.double({ min: 10, max: 9000, noNaN: true }), { minLength: 1, maxLength: 9 }),
        fc.constantFrom(...yieldRules),
        (caught, sizes, rule) => {
          const needL = Float64Array.from({ length: days }, (_, day) => 90 + (day % 31));
          const many = new ManyTanks(sizes, { needL, yearsAtOnce: 2, rule, holdL: 250 });
          const met = new Uint16Array(3 * sizes.length);
          many.caughtL.set(caught.slice(0, 2 * days));
          many.run(2, met);
          many.caughtL.set(caught.slice(2 * days));
          many.run(1, met.subarray(2 * sizes.length));
          sizes.forEach((sizeL, i) => {
            let heldDays = 0;
            const metOf = [0, 0, 0];
            const alone = runTank(
              caught,
              day => needL[day % days]!,
              { sizeL, rule },
              (day, storeL, isMet) => {
                if (storeL >= 250) heldDays += 1;
                if (isMet) metOf[Math.floor(day / days)]! += 1;
              },
            );
            expect(many.usedL[i]).toBe(alone.usedL);
            expect(many.storeL[i]).toBe(alone.toL);
            expect(many.heldDays[i]).toBe(heldDays);
            expect([0, 1, 2].map(y => met[y * sizes.length + i])).toEqual(metOf);
          });
        },
      ),
      { numRuns: 20 },
    );
  });
});
