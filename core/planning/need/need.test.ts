import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countedL } from './building.ts';
import { dailyNeed, type NeedGroup, needSchools, stockNeedL } from './need.ts';
import { beverageIntakeL, bornFor, type Person } from './people.ts';
import { type Climate, climateFactor, rateRange } from './rates.ts';
import { reachOf } from './reach.ts';

const DAY = '2026-11-25';
const aged = (years: number, more: Person = {}): Person => ({ born: bornFor(years, DAY), ...more });
const group = (people: readonly Person[], more: Partial<NeedGroup> = {}): NeedGroup => ({
  people,
  climate: 'temperate',
  day: DAY,
  ...more,
});

describe('what one person drinks', () => {
  // US National Academies 2005, total beverages by age and sex (L/day)
  it.each([
    [0.3, 'f', 0],
    [0.75, 'f', 0.6],
    [2, 'm', 0.9],
    [6, 'f', 1.2],
    [11, 'm', 1.8],
    [11, 'f', 1.6],
    [16, 'm', 2.6],
    [16, 'f', 1.8],
    [40, 'm', 3.0],
    [40, 'f', 2.2],
  ] as const)('at %s years, %s: %s L', (years, sex, litres) => {
    expect(beverageIntakeL(aged(years, { sex }), DAY)).toBe(litres);
  });

  it('is more when nursing, and 0.7 L from a bottle', () => {
    expect(beverageIntakeL(aged(30, { sex: 'f', condition: 'nursing' }), DAY)).toBe(3.1);
    expect(beverageIntakeL(aged(30, { sex: 'f', condition: 'pregnant' }), DAY)).toBe(2.3);
    expect(beverageIntakeL(aged(0.2, { condition: 'formula-fed' }), DAY)).toBe(0.7);
  });

  it('is taken as the most where age or sex is not known', () => {
    expect(beverageIntakeL({}, DAY)).toBe(3.0);
  });
});

describe('the need of a group', () => {
  it('by the flat gallon: four people keep 15.14 L a day, 212 L for a fortnight', () => {
    const need = dailyNeed('flat-gallon', group([{}, {}, {}, {}]));
    expect(need.drinkingL).toBeCloseTo(15.14, 2);
    expect(need.utilityL).toBe(0);
    expect(stockNeedL(need.drinkingL, 14, 0)).toBeCloseTo(211.98, 2);
    expect(stockNeedL(need.drinkingL, 14, 0.25)).toBeCloseTo(264.98, 2);
  });

  it('by person: two adults, a child of nine and a bottle-fed baby, by hand', () => {
    const people = [
      aged(40, { sex: 'm' }),
      aged(38, { sex: 'f' }),
      aged(9, { sex: 'f' }),
      aged(0.25, { condition: 'formula-fed' }),
    ];
    // 3.0 + 2.2 + 1.6 drunk, 3 × 1 cooking, 3 × 1 hygiene, 0.7 + 1.0 for the baby
    expect(dailyNeed('by-person', group(people)).drinkingL).toBeCloseTo(14.5, 9);
    // in hot weather what is drunk grows by half: (6.8 + 0.7) × 0.5
    expect(dailyNeed('by-person', group(people, { climate: 'hot' })).drinkingL).toBeCloseTo(14.5 + 3.75, 9);
  });

  it('by the humanitarian rule: 7.5 drinking and 7.5 utility, pupils and goats by hand', () => {
    const need = dailyNeed(
      'humanitarian',
      group(
        Array.from({ length: 47 }, () => ({})),
        {
          institutions: [{ kind: 'pupil', users: 11 }],
          animals: [
            { kind: 'goat', count: 14 },
            { kind: 'dog', count: 6, massKg: 20 },
          ],
        },
      ),
    );
    expect(need.drinkingL).toBeCloseTo(47 * 7.5 + 33, 9);
    expect(need.utilityL).toBeCloseTo(47 * 7.5 + 98 + 7.2, 9);
  });

  it('is the sum of its lines, by every rule, and never falls when it gets hotter or one more comes', () => {
    const climates = Object.keys(climateFactor) as Climate[];
    const people = fc.array(
      fc.record({
        sex: fc.constantFrom<'f' | 'm'>('f', 'm'),
        born: fc.integer({ min: 0, max: 90 }).map(y => bornFor(y, DAY)),
      }),
      { maxLength: 30 },
    );
    fc.assert(
      fc.property(
        people,
        fc.integer({ min: 0, max: 2 }),
        fc.constantFrom(...needSchools.map(s => s.id)),
        (list, c, school) => {
          const cooler = dailyNeed(school, group(list, { climate: climates[c]! }));
          const hotter = dailyNeed(school, group(list, { climate: climates[c + 1]! }));
          const more = dailyNeed(school, group([...list, {}], { climate: climates[c]! }));
          const sum = cooler.lines.reduce((total, l) => total + l.litres, 0);
          expect(cooler.drinkingL + cooler.utilityL).toBeCloseTo(sum, 6);
          return hotter.drinkingL >= cooler.drinkingL && more.drinkingL > cooler.drinkingL;
        },
      ),
    );
  });
});

it('the reach is litres over need, and utility has days only where a rule asks for it', () => {
  const held = { drinkingL: 280, dueL: 28, bySmellL: 14, utilityL: 70, limitedL: 500 };
  const reach = reachOf(held, { drinkingL: 14, utilityL: 0 }, 14);
  expect(reach).toMatchObject({ days: 20, dueDays: 2, bySmellDays: 1, utilityDays: null });
  expect(reachOf(held, { drinkingL: 14, utilityL: 7 }, 14).utilityDays).toBe(10);
  expect(reachOf(held, { drinkingL: 0, utilityL: 0 }, 14).days).toBeNull();
});

describe('water in the building', () => {
  const building = { heaterL: 150, pressureL: 60, cisternL: 9, counts: true };
  it('counts only when somebody answers for it, and a cistern as utility', () => {
    expect(countedL(building)).toEqual({ drinkingL: 210, utilityL: 9 });
    expect(countedL({ ...building, counts: false })).toEqual({ drinkingL: 0, utilityL: 0 });
    expect(countedL(undefined)).toEqual({ drinkingL: 0, utilityL: 0 });
    expect(countedL(building, 'utility')).toEqual({ drinkingL: 0, utilityL: 219 });
    expect(countedL(building, 'never')).toEqual({ drinkingL: 0, utilityL: 0 });
  });
});

describe('an own rule', () => {
  it('asks its litres a head, and climate works on the drinking grade', () => {
    const need = dailyNeed('own', {
      people: [{}, {}, {}],
      climate: 'hot',
      day: '2026-11-25',
      own: { drinkingL: 5, utilityL: 4 },
    });
    expect(need.drinkingL).toBeCloseTo(3 * 5 * 1.5, 9);
    expect(need.utilityL).toBeCloseTo(12, 9);
  });
});

describe('a child on the bottle', () => {
  const lines = (years: number) =>
    dailyNeed('by-person', group([aged(years, { condition: 'formula-fed' })])).lines.map(
      l => `${l.use} ${l.rateL.toFixed(1)}`,
    );
  it('under six months takes its feed and the sterilising; from six to twelve sips besides, and its share of the house', () => {
    expect(lines(0.25)).toEqual(['drinking 0.7', 'sterilising 1.0']);
    expect(lines(0.67)).toEqual(['drinking 0.9', 'cooking 1.0', 'hygiene 1.0', 'sterilising 1.0']);
    expect(lines(1)).toEqual(['drinking 0.9', 'cooking 1.0', 'hygiene 1.0']);
  });
});

it('the shares of the rule by person, and the rates of institutions that are a range, are the group’s own', () => {
  const need = dailyNeed(
    'by-person',
    group([aged(40, { sex: 'm' })], {
      shares: { cookingL: 2, hygieneL: 0.5 },
      institutions: [
        { kind: 'inpatient', users: 2, rateL: 45 },
        { kind: 'pupil', users: 3 },
      ],
    }),
  );
  expect(need.drinkingL).toBeCloseTo(3 + 2 + 0.5 + 90 + 9, 9);
  expect([rateRange('inpatient'), rateRange('pupil'), rateRange('cistern')]).toEqual([
    [40, 60],
    undefined,
    [20, 40],
  ]);
});
