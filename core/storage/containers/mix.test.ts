import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import type { ContainerKind } from './kinds.ts';
import { planMix } from './mix.ts';
import { costOver, lengthIn, type MixPlan, type MixQuestion, type MixSpot } from './mixProgram.ts';
import { solverOf } from './solve.ts';

// Two kinds and two spots with round figures: every answer here was worked out by hand.
const any = { usableShare: 1, material: 'HDPE', lightProof: true, neck: 'narrow', tap: false } as const;
/** 11 kg full. On the floor four share 0.25 m, two deep and two high; on the shelf each takes its 0.25 m. */
const can: ContainerKind = {
  ...any,
  id: 'can',
  shape: 'can',
  nominalL: 10,
  tareKg: 1,
  widthMm: 200,
  depthMm: 300,
  heightMm: 400,
  stackable: true,
  price: 5,
  serviceYears: 5,
};
/** 105 kg full: nobody carries it. 0.55 m of the floor. */
const barrel: ContainerKind = {
  ...any,
  id: 'barrel',
  shape: 'drum',
  nominalL: 100,
  tareKg: 5,
  diameterMm: 500,
  heightMm: 800,
  stackable: false,
  price: 30,
  serviceYears: 20,
};
const floor: MixSpot = { place: 'place:a', freeM: 2, depthM: 0.7, headroomM: 1 };
const shelf: MixSpot = { place: 'place:a', shelf: 'A', freeM: 1, depthM: 0.3, headroomM: 0.4, freeKg: 40 };
/** Ten years, filled once a year, a penny a litre: a can costs 2 × 5 + 1, a barrel 30 + 10. */
const question: MixQuestion = {
  kinds: [can, barrel],
  spots: [floor, shelf],
  needL: 300,
  carryL: 50,
  liftKg: 25,
  years: 10,
  fillsPerYear: 1,
  litrePrice: 0.01,
  aim: 'cost',
};

const solve = solverOf(await loadHighs());
const best = async (change: Partial<MixQuestion>) => {
  const plan = await planMix({ ...question, ...change }, solve);
  if (!plan.possible) throw new Error('this mix is possible');
  return plan;
};
const ways = async (change: Partial<MixQuestion>) => {
  const plan = await planMix({ ...question, ...change }, solve);
  if (plan.possible) throw new Error('this mix is not possible');
  return plan.ways.map(w => [w.giveUp, Math.round(w.to * 1e6) / 1e6]);
};
const countsOf = (plan: MixPlan & { possible: true }) =>
  Object.fromEntries(plan.counts.map(c => [`${c.kind.id} ${c.spot.shelf ?? 'floor'}`, c.count]));
const bindingOf = (plan: MixPlan & { possible: true }) =>
  plan.binding.map(b => [b.limit, b.by, Math.round(b.saves * 1e6) / 1e6]);

describe('the length that a vessel takes', () => {
  it('is shared by those behind it and those on it, three high at most', () => {
    expect(lengthIn(can, floor)).toBe(0.25 / 4);
    expect(lengthIn(can, { ...floor, headroomM: 2 })).toBe(0.25 / 6);
    expect(lengthIn({ ...can, stackable: false }, floor)).toBe(0.125);
    expect(lengthIn(can, { ...floor, depthM: 0.9 })).toBe(0.25 / 6);
    expect(lengthIn(can, { ...floor, depthM: 0.89 })).toBe(0.25 / 4);
    expect(lengthIn(barrel, floor)).toBe(0.55);
  });

  it('is none where it is too high, too deep, or too wide for its hand’s breadth', () => {
    const just = { place: 'place:a', freeM: 0.25, depthM: 0.3, headroomM: 0.4 } as const;
    expect(lengthIn(can, just)).toBe(0.25);
    expect(lengthIn(can, { ...just, headroomM: 0.39 })).toBeUndefined();
    expect(lengthIn(can, { ...just, depthM: 0.29 })).toBeUndefined();
    expect(lengthIn(can, { ...just, freeM: 0.24 })).toBeUndefined();
  });
});

it('what a vessel costs over the years: bought again when its life is over, filled each time', () => {
  const years = (n: number) => costOver(can, { years: n, fillsPerYear: 2, litrePrice: 0.01 });
  expect(years(5)).toBe(5 + 1);
  expect(years(6)).toBeCloseTo(10 + 1.2, 9);
});

describe('the best mix', () => {
  it('of the least cost: three barrels, and five cans that can be carried out', async () => {
    const plan = await best({});
    expect(plan.counts.reduce((n, c) => n + c.count, 0)).toBe(8);
    expect(plan).toMatchObject({ litres: 350, carryL: 50, price: 115, objective: 175 });
    // 270 L are two barrels and seven cans, 157; five cans are needed for 45 L too
    expect(bindingOf(plan)).toEqual([['need', 30, 18]]);
  });

  it('of the least handling is the fewest vessels', async () => {
    const plan = await best({ aim: 'handling' });
    expect(plan).toMatchObject({ objective: 8, litres: 350 });
    const free = await best({ aim: 'handling', carryL: 0 });
    expect(countsOf(free)).toEqual({ 'barrel floor': 3 });
  });

  it('of the least floor puts on the shelf what the floor does not bear', async () => {
    const spots = [{ ...floor, freeKg: 22 }, shelf];
    const plan = await best({ aim: 'area', spots, kinds: [can], needL: 50, carryL: 0 });
    expect(countsOf(plan)).toEqual({ 'can floor': 2, 'can A': 3 });
    // 2 × 0.0625 × 0.7 + 3 × 0.25 × 0.3 m²; with 72 kg all five stand on the floor
    expect(plan.objective).toBeCloseTo(0.3125, 9);
    expect(bindingOf(plan)).toEqual([['kg', 50, 0.09375]]);
    expect(plan.binding[0]!.spot).toBe(spots[0]);
  });

  it('says first what holds it back most', async () => {
    // one barrel has room and ten cans hold the rest; half a metre more is a second barrel, 180 L two cans fewer
    const spots = [
      { ...floor, freeM: 0.6 },
      { place: 'place:b', freeM: 5, depthM: 0.3, headroomM: 0.4 },
    ];
    const plan = await best({ aim: 'handling', spots, needL: 200, carryL: 0 });
    expect(plan.objective).toBe(11);
    expect(bindingOf(plan)).toEqual([
      ['room', 0.5, 9],
      ['need', 20, 2],
    ]);
  });

  it('is bound by what must be carried out, and by the money', async () => {
    const carry = await best({ needL: 290, carryL: 100 });
    expect(carry).toMatchObject({ objective: 190, carryL: 100 });
    expect(bindingOf(carry)).toEqual([['carry', 10, 11]]);
    // two dear barrels are 160; for 150 one and ten cans must do
    const dear = [can, { ...barrel, price: 80 }];
    const poor = await best({ aim: 'handling', kinds: dear, needL: 200, carryL: 0, budget: 150 });
    expect(poor).toMatchObject({ objective: 11, price: 130 });
    expect(bindingOf(poor)).toEqual([
      ['budget', 15, 9],
      ['need', 20, 2],
    ]);
  });

  it('tells what it has while it works on: the mix at once, then what binds it', async () => {
    const told: [number, boolean, number][] = [];
    const plan = await planMix({ ...question, needL: 290, carryL: 100 }, solve, (share, sofar) =>
      told.push([share, sofar.possible, sofar.possible ? sofar.binding.length : -1]),
    );
    expect(plan.possible).toBe(true);
    expect(told[0]).toEqual([0, true, 0]);
    for (const [i, [share]] of told.entries()) expect(share).toBeCloseTo(i / told.length, 9);
  });
});

describe('where no mix does', () => {
  it('says to how much each demand alone would have to give way', async () => {
    // of 40: eight cans hold 80 L; one barrel and two cans hold 100 and 20 L of it; ten cans cost 50
    expect(await ways({ needL: 100, carryL: 80, budget: 40 })).toEqual([
      ['need', 80],
      ['carry', 20],
      ['budget', 50],
    ]);
  });

  it('names no demand that alone would not help', async () => {
    expect(await ways({ spots: [shelf], needL: 60, carryL: 0, budget: 500 })).toEqual([['need', 30]]);
    expect(await ways({ kinds: [barrel], spots: [shelf] })).toEqual([]);
    expect(await ways({ kinds: [barrel], spots: [shelf], carryL: 0 })).toEqual([['need', 0]]);
  });
});

describe('a place that is full', () => {
  const asked = { kinds: [can], carryL: 0, needL: 60 };
  const found = async (change: Partial<MixQuestion>) => {
    const plan = await planMix({ ...question, ...asked, ...change }, solve);
    if (plan.possible) throw new Error('this mix is not possible');
    const full = plan.full.map(f => [f.limit, f.spot.shelf ?? 'floor', Math.round(f.by * 1e6) / 1e6]);
    return { full, nearestL: plan.nearest?.litres };
  };

  it('is named with how much more room or strength of it alone would do, beside the nearest that can be done', async () => {
    // six cans want 1.5 m of the shelf and 66 kg: four stand on its metre, three weigh less than 40 kg
    const long = { ...shelf, freeM: 5 };
    const strong = { ...shelf, freeKg: 1000 };
    expect(await found({ spots: [strong] })).toEqual({ full: [['room', 'A', 0.5]], nearestL: 40 });
    expect(await found({ spots: [long] })).toEqual({ full: [['kg', 'A', 26]], nearestL: 30 });
    // where both are short, neither alone would do
    expect(await found({ spots: [shelf] })).toEqual({ full: [], nearestL: 30 });
  });

  it('has no room for one until its own width is free, whatever could stand on it and behind it', async () => {
    const full = { ...floor, freeM: 0 };
    expect(await found({ spots: [full], needL: 10 })).toEqual({
      full: [['room', 'floor', 0.25]],
      nearestL: undefined,
    });
    expect((await found({ spots: [full], kinds: [barrel], needL: 100 })).full).toEqual([
      ['room', 'floor', 0.55],
    ]);
  });

  it('is not what is short where money is', async () => {
    expect(await found({ spots: [floor], budget: 20 })).toEqual({ full: [], nearestL: 40 });
  });

  it('may be a floor: the load that it would have to bear is one that floors are built for', async () => {
    // thirteen cans bear 143 kg / 1.4 m² = 102
    const weakFloor = { ...floor, floor: { bay: { widthM: 2, depthM: 0.7 }, standing: [], limitKgM2: 100 } };
    expect(await found({ spots: [weakFloor], needL: 130 })).toEqual({
      full: [['load', 'floor', 50]],
      nearestL: 120,
    });
  });
});

describe('a floor that bears only so much', () => {
  const bay = { widthM: 2, depthM: 0.7 } as const;
  const weak = (standing: MixSpot['floor'] & object): MixSpot => ({ ...floor, floor: standing });

  it('takes no vessel that is too much by itself, and as many others as its whole width bears', async () => {
    // a barrel bears 105 kg / (1.0 × 0.7 m) = 150 kg/m²; twelve cans 132 kg / (2 × 0.7 m) = 94, thirteen 102
    const spots = [weak({ bay, standing: [], limitKgM2: 100 })];
    expect(await ways({ spots, needL: 130, carryL: 0 })).toEqual([['need', 120]]);
    expect((await best({ spots, needL: 120, carryL: 0 })).litres).toBe(120);
    expect(
      await ways({ spots: [weak({ bay, standing: [], limitKgM2: 150 })], needL: 300, carryL: 0 }),
    ).toEqual([['need', 190]]);
  });

  it('may be what binds: a tenth more of it saves the room on the shelf', async () => {
    const wide = { ...shelf, freeM: 5, freeKg: 1000 };
    const spots = [weak({ bay, standing: [], limitKgM2: 100 }), wide];
    const plan = await best({ aim: 'area', kinds: [can], spots, needL: 140, carryL: 0 });
    expect(countsOf(plan)).toEqual({ 'can floor': 12, 'can A': 2 });
    expect(plan.objective).toBeCloseTo(12 * 0.0625 * 0.7 + 2 * 0.25 * 0.3, 9);
    // 154 kg / 1.4 m² are 110; a tenth less water are 126 L, one can less on the shelf
    expect(bindingOf(plan)).toEqual([
      ['need', 14, 0.075],
      ['load', 10, 0.0625],
    ]);
  });

  it('that bears too much already bears nothing that makes it worse', async () => {
    const spots = [weak({ bay, standing: [{ kind: barrel, massKg: 105 }], limitKgM2: 100 })];
    // the barrel there bears 150 kg/m²; nine cans beside it make 204 kg / 1.4 m² = 146, ten 154
    expect(await ways({ spots, kinds: [can], needL: 100, carryL: 0 })).toEqual([['need', 90]]);
  });
});
