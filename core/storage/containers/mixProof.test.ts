import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { seedKinds, usableL } from './kinds.ts';
import { floorLoad } from './load.ts';
import { massKg, portability } from './mass.ts';
import { planMix } from './mix.ts';
import { bestMix, costOver, lengthIn, type MixQuestion, type MixSpot } from './mixProgram.ts';
import { solverOf } from './solve.ts';

const solve = solverOf(await loadHighs());

const kind = (id: string) => seedKinds.find(k => k.id === id)!;
const floor: MixSpot = { place: 'place:a', freeM: 3, depthM: 0.7, headroomM: 2 };
const shelf: MixSpot = { place: 'place:a', shelf: 'A', freeM: 1.2, depthM: 0.4, headroomM: 0.6, freeKg: 90 };
const small: MixQuestion = {
  kinds: [kind('drum-208l'), kind('jug-18.9l'), kind('can-20l')],
  spots: [floor, shelf],
  needL: 500,
  carryL: 60,
  liftKg: 25,
  budget: 400,
  years: 10,
  fillsPerYear: 2,
  litrePrice: 0.004,
  aim: 'cost',
};

/** Every mix there is, tried. */
function bruteForce(q: MixQuestion): number | undefined {
  const cells = q.spots.flatMap(spot =>
    q.kinds.flatMap(k => (lengthIn(k, spot) === undefined ? [] : [{ k, spot, length: lengthIn(k, spot)! }])),
  );
  let best: number | undefined;
  const counts = cells.map(() => 0);
  const total = (value: (i: number) => number) => counts.reduce((sum, n, i) => sum + n * value(i), 0);
  const walk = (i: number): void => {
    if (i === cells.length) {
      const litres = total(j => usableL(cells[j]!.k));
      const carry = total(j =>
        portability(massKg(cells[j]!.k, usableL(cells[j]!.k)), q.liftKg) === 'fixed'
          ? 0
          : usableL(cells[j]!.k),
      );
      if (litres < q.needL - 1e-9 || carry < q.carryL - 1e-9) return;
      const objective = total(j =>
        q.aim === 'cost'
          ? costOver(cells[j]!.k, q)
          : q.aim === 'handling'
            ? 1
            : cells[j]!.length * cells[j]!.spot.depthM,
      );
      if (best === undefined || objective < best) best = objective;
      return;
    }
    const { spot, length, k } = cells[i]!;
    for (counts[i] = 0; ; counts[i]!++) {
      const here = (value: (j: number) => number) =>
        cells.reduce((sum, c, j) => (c.spot === spot ? sum + counts[j]! * value(j) : sum), 0);
      const { floor } = spot;
      const standing = cells.flatMap((c, j) =>
        c.spot === spot
          ? Array.from({ length: counts[j]! }, () => ({ kind: c.k, massKg: massKg(c.k, usableL(c.k)) }))
          : [],
      );
      // a load never falls when something is added, so a floor that is over is over for all that follows
      const isOver =
        (floor !== undefined &&
          floorLoad([...floor.standing, ...standing], floor.bay).kgM2 > floor.limitKgM2 + 1e-6) ||
        here(j => cells[j]!.length) > spot.freeM + 1e-9 ||
        (spot.freeKg !== undefined &&
          here(j => massKg(cells[j]!.k, usableL(cells[j]!.k))) > spot.freeKg + 1e-9) ||
        (q.budget !== undefined && total(j => cells[j]!.k.price) > q.budget + 1e-9);
      if (isOver || length * counts[i]! > spot.freeM + 1e-9 || k.price < 0) break;
      walk(i + 1);
    }
    counts[i] = 0;
  };
  walk(0);
  return best;
}

/** The plan where there is one: the ways out of what cannot be are not asked. */
const planIfAny = async (q: MixQuestion) =>
  (await bestMix(q, solve)) ? planMix(q, solve) : { possible: false as const };

describe('the mix planner', () => {
  it('agrees with trying every mix', async () => {
    const questions = fc.record({
      needL: fc.integer({ min: 50, max: 700 }),
      carryL: fc.integer({ min: 0, max: 120 }),
      budget: fc.integer({ min: 60, max: 420 }),
      aim: fc.constantFrom('cost' as const, 'handling' as const, 'area' as const),
      freeM: fc.double({ min: 0.7, max: 2.2, noNaN: true }),
    });
    await fc.assert(
      fc.asyncProperty(questions, async ({ freeM, ...more }) => {
        const q = { ...small, ...more, spots: [{ ...floor, freeM }, shelf] };
        const plan = await planIfAny(q);
        const best = bruteForce(q);
        if (!plan.possible) return best === undefined;
        return best !== undefined && Math.abs(plan.objective - best) < 1e-6;
      }),
      { numRuns: 25 },
    );
  });

  it('agrees with trying every mix on a floor that bears little, as the store judges it', async () => {
    const questions = fc.record({
      needL: fc.integer({ min: 50, max: 450 }),
      limitKgM2: fc.integer({ min: 60, max: 320 }),
      widthM: fc.double({ min: 1, max: 2.2, noNaN: true }),
      drums: fc.integer({ min: 0, max: 1 }),
    });
    let bound = 0;
    await fc.assert(
      fc.asyncProperty(questions, async ({ needL, limitKgM2, widthM, drums }) => {
        const standing = Array.from({ length: drums }, () => ({ kind: kind('drum-57l'), massKg: 57 }));
        const spot: MixSpot = {
          ...floor,
          freeM: widthM - drums * 0.5,
          floor: { bay: { widthM, depthM: 0.7 }, standing, limitKgM2 },
        };
        const q = { ...small, needL, carryL: 0, spots: [spot, shelf] };
        const plan = await planIfAny(q);
        const best = bruteForce(q);
        if (plan.possible && plan.binding.some(b => b.limit === 'load')) bound++;
        const isOverAlready = floorLoad(standing, { widthM, depthM: 0.7 }).kgM2 > limitKgM2;
        if (isOverAlready) return true;
        if (!plan.possible) return best === undefined;
        return best !== undefined && Math.abs(plan.objective - best) < 1e-6;
      }),
      { numRuns: 40, seed: 7 },
    );
    expect(bound).toBeGreaterThan(0);
  });

  it('keeps to the need, the carry-out share, the room, the shelf and the budget', async () => {
    const plan = await planMix(small, solve);
    if (!plan.possible) throw new Error('this mix is possible');
    expect(plan.litres).toBeGreaterThanOrEqual(500);
    expect(plan.carryL).toBeGreaterThanOrEqual(60);
    expect(plan.price).toBeLessThanOrEqual(400);
    const onShelf = plan.counts.filter(c => c.spot === shelf);
    expect(
      onShelf.reduce((sum, c) => sum + c.count * massKg(c.kind, usableL(c.kind)), 0),
    ).toBeLessThanOrEqual(90);
  });

  it('says what binds; what relaxing saves is what solving again saves', async () => {
    const plan = await planMix(small, solve);
    if (!plan.possible) throw new Error('this mix is possible');
    const need = plan.binding.find(b => b.limit === 'need')!;
    const again = await planMix({ ...small, needL: small.needL - need.by }, solve);
    expect(again.possible && plan.objective - again.objective).toBeCloseTo(need.saves, 6);
  });

  it('says which demand to give up, and to what, when it cannot be', async () => {
    const plan = await planMix({ ...small, needL: 3000 }, solve);
    if (plan.possible) throw new Error('three cubic metres do not fit');
    const ways = Object.fromEntries(plan.ways.map(w => [w.giveUp, w.to]));
    expect(ways.need).toBeLessThan(3000);
    // with the budget given up it still does not fit, so no sum of money is named
    expect(ways.budget).toBeUndefined();
    const possible = await planMix({ ...small, needL: ways.need! }, solve);
    expect(possible.possible).toBe(true);
  });

  it('proves 12 kinds in 6 places with all limits', async () => {
    const kinds = seedKinds.filter(k => k.shape !== 'tank' && k.shape !== 'pack').slice(2, 14);
    const spots = Array.from(
      { length: 6 },
      (_, i): MixSpot => ({
        place: `place:${i}`,
        freeM: 2 + i * 0.7,
        depthM: 0.5 + (i % 3) * 0.35,
        headroomM: 1 + (i % 2) * 1.3,
        freeKg: 700 + i * 260,
      }),
    );
    const plan = await planMix({ ...small, kinds, spots, needL: 5000, carryL: 700, budget: 3000 }, solve);
    expect(kinds).toHaveLength(12);
    expect(plan.possible && plan.litres).toBeGreaterThanOrEqual(5000);
  });
});
