import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { haulOf, servedBy, yieldOf } from './haul.ts';

describe('a haul', () => {
  it('of 12 × 20 L over 380 m and 25 m of climb, for three carriers, as worked out by hand', () => {
    const haul = haulOf({
      needL: 240,
      loadL: 20,
      carriers: 3,
      distanceM: 380,
      climbM: 25,
      flowLMin: 10,
    });
    // out: 380 m at 5 km/h is 4.56 min; back: 380 m at 3 km/h is 7.6 min, and 25 m up 2.5 min more; three cans at 2 min
    expect(haul).toMatchObject({ trips: 12, rounds: 4, fillMin: 2 });
    expect(haul.outMin).toBeCloseTo(4.56, 2);
    expect(haul.backMin).toBeCloseTo(10.1, 2);
    expect(haul.roundMin).toBeCloseTo(4.56 + 6 + 10.1, 2);
    expect(haul.minutes).toBeCloseTo(4 * 20.66, 1);
    expect(haul.kgM).toBe(6000);
  });

  it('climbs on the way out where home lies lower, and lifts nothing', () => {
    const down = haulOf({ needL: 20, loadL: 20, carriers: 1, distanceM: 500, climbM: -50 });
    expect(down.outMin).toBeCloseTo(6 + 5, 6);
    expect(down.backMin).toBeCloseTo(10, 6);
    expect(down.kgM).toBe(0);
  });

  it('takes a part of a load as a trip, and never longer with more hands at a source that is quick', () => {
    expect(haulOf({ needL: 41, loadL: 20, carriers: 2, distanceM: 100, climbM: 0 })).toMatchObject({
      trips: 3,
      rounds: 2,
    });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2000 }), fc.integer({ min: 1, max: 20 }), (needL, carriers) => {
        const of = (n: number) =>
          haulOf({ needL, loadL: 20, carriers: n, distanceM: 400, climbM: 10, flowLMin: 10_000 }).minutes;
        expect(of(carriers + 1)).toBeLessThanOrEqual(of(carriers) + 0.1);
      }),
    );
  });
});

describe('a source', () => {
  it('of 4 L/min gives 705 L in 2.94 hours: enough in a day of eight, too slow for one of two', () => {
    expect(yieldOf(705, 4, 8).hoursNeeded).toBeCloseTo(2.9375, 4);
    expect(yieldOf(705, 4, 8).isEnough).toBe(true);
    expect(yieldOf(705, 4, 2.9).isEnough).toBe(false);
    expect(yieldOf(1920, 4, 8)).toMatchObject({ isEnough: true, mostL: 1920 });
    expect(yieldOf(1921, 4, 8).isEnough).toBe(false);
  });

  it('is shared by as many as Sphere says, and by fewer where it is slower', () => {
    expect(servedBy('tap', undefined)).toBe(250);
    expect(servedBy('hand-pump', 17)).toBe(500);
    expect(servedBy('open-well', 25)).toBe(400);
    expect(servedBy('tap', 3.75)).toBe(125);
  });
});
