import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, addMonths, dayOf } from '../../base/day.ts';
import { goodUntil, isFridge, isOver, type KeepingCase, openedDays, placeFactor } from './goodUntil.ts';

const tap: KeepingCase = {
  water: 'treated-tap',
  filledOn: '2026-06-04',
  sealed: true,
  lightProof: true,
  lasting: { by: 'rule' },
  timeZone: 'Europe/London',
  place: { meanC: 14, dark: true },
};

describe('calendar days', () => {
  it('clamp to the end of a month', () => {
    expect(addMonths('2026-08-31', 6)).toBe('2027-02-28');
    expect(addMonths('2027-08-31', 6)).toBe('2028-02-29');
  });

  it('are local: half past eleven at night in London in summer is already tomorrow in Helsinki', () => {
    expect(dayOf('2026-07-01T22:30:00.000Z', 'Europe/London')).toBe('2026-07-01');
    expect(dayOf('2026-07-01T22:30:00.000Z', 'Europe/Helsinki')).toBe('2026-07-02');
  });

  it('are not lost or doubled by summer time', () => {
    expect(addDays('2026-03-28', 1)).toBe('2026-03-29');
    expect(addDays('2026-03-29', 1)).toBe('2026-03-30');
    expect(addDays('2026-10-24', 2)).toBe('2026-10-26');
  });
});

describe('good until', () => {
  it('is six months by the cautious rule, a year and two by the others', () => {
    expect(goodUntil(tap, 'cautious').day).toBe('2026-12-04');
    expect(goodUntil(tap, 'yearly').day).toBe('2027-06-04');
    expect(goodUntil(tap, 'two-year').day).toBe('2028-06-04');
  });

  it('holds the longer rules to sealed and dark', () => {
    expect(goodUntil({ ...tap, sealed: false }, 'two-year').day).toBe('2026-12-04');
    expect(goodUntil({ ...tap, lightProof: false, place: {} }, 'yearly').rule.rule.id).toBe(
      'rule.held-to-cautious',
    );
  });

  it('halves over 30 °C, quarters in the sun, and both multiply, in whole days', () => {
    // 4 June to 4 December are 183 days
    expect(goodUntil({ ...tap, place: { meanC: 31, dark: true } }, 'cautious').day).toBe(
      addDays('2026-06-04', 91),
    );
    expect(goodUntil({ ...tap, place: { directSun: true } }, 'cautious').day).toBe(addDays('2026-06-04', 45));
    expect(goodUntil({ ...tap, place: { meanC: 35, directSun: true } }, 'cautious').day).toBe(
      addDays('2026-06-04', 22),
    );
    expect(placeFactor({ meanC: 30 })).toBe(1);
  });

  it('of bought water is the printed date, else two years; of pouches and jars five', () => {
    expect(goodUntil({ ...tap, water: 'bought', printedUntil: '2027-01-15' }, 'cautious').day).toBe(
      '2027-01-15',
    );
    expect(goodUntil({ ...tap, water: 'bought' }, 'cautious').day).toBe('2028-06-04');
    expect(goodUntil({ ...tap, water: 'canned' }, 'cautious').day).toBe('2031-06-04');
    expect(goodUntil({ ...tap, water: 'pouch' }, 'cautious').day).toBe('2031-06-04');
  });

  it('of opened water is three days cool, five refrigerated, one warm', () => {
    expect(openedDays({ meanC: 15 })).toBe(3);
    expect(openedDays({ meanC: 5 })).toBe(5);
    expect(openedDays({ meanC: 29 })).toBe(1);
    expect(goodUntil({ ...tap, openedOn: '2026-06-10' }, 'cautious').day).toBe('2026-06-13');
  });

  it('of hours is good to the minute, whatever the place, and an opened vessel may end it sooner', () => {
    const hours: KeepingCase = {
      ...tap,
      water: 'stream',
      lasting: {
        by: 'hours',
        until: '2026-06-05T09:30:00.000Z',
        rule: 'rule.no-residual',
        source: 'cdc-sws',
      },
    };
    const inSun = goodUntil({ ...hours, place: { meanC: 35, directSun: true } }, 'two-year');
    expect(inSun).toMatchObject({ day: '2026-06-05', at: '2026-06-05T09:30:00.000Z', placeFactor: 1 });
    expect(isOver(inSun, '2026-06-05T09:29:59.000Z', '2026-06-05')).toBe(false);
    expect(isOver(inSun, '2026-06-05T09:30:00.000Z', '2026-06-05')).toBe(true);
    expect(goodUntil({ ...hours, openedOn: '2026-06-01' }, 'cautious').rule.rule.id).toBe('rule.opened');
  });

  it('of months by a rule of its own is shortened by the place like any other', () => {
    const lasting = { by: 'months', months: 6, rule: 'rule.treated', source: 'cdc-storage' } as const;
    expect(goodUntil({ ...tap, water: 'rain', lasting }, 'two-year').day).toBe('2026-12-04');
    expect(goodUntil({ ...tap, water: 'rain', lasting, place: { meanC: 35 } }, 'two-year').day).toBe(
      addDays('2026-06-04', 91),
    );
  });

  it('is the earliest of all rules that bear on it', () => {
    const place = fc.record({
      meanC: fc.integer({ min: -10, max: 45 }),
      directSun: fc.boolean(),
      dark: fc.boolean(),
    });
    const opened = fc.option(fc.integer({ min: 0, max: 400 }), { nil: undefined });
    fc.assert(
      fc.property(
        place,
        opened,
        fc.constantFrom('cautious', 'yearly', 'two-year' as const),
        (where, after, school) => {
          const until = goodUntil(
            {
              ...tap,
              place: where,
              ...(after === undefined ? {} : { openedOn: addDays(tap.filledOn, after) }),
            },
            school as 'cautious',
          );
          return until.rules.every(r => until.day <= r.day) && until.rules.some(r => r.day === until.day);
        },
      ),
    );
  });
});

describe('on both sides of each figure', () => {
  it('a day is over when it is past, a moment when it has come', () => {
    const day = goodUntil(tap, 'cautious');
    expect(isOver(day, '2026-12-04T23:00:00.000Z', '2026-12-04')).toBe(false);
    expect(isOver(day, '2026-12-05T00:30:00.000Z', '2026-12-05')).toBe(true);
    const hours = goodUntil(
      {
        ...tap,
        lasting: { by: 'hours', until: '2026-06-05T10:00:00.000Z', rule: 'rule.day', source: 'practice' },
      },
      'cautious',
    );
    expect(isOver(hours, '2026-06-05T09:59:00.000Z', '2026-06-06')).toBe(false);
    expect(isOver(hours, '2026-06-05T10:00:00.000Z', '2026-06-04')).toBe(true);
  });

  it('eight degrees are a fridge, and a place that nobody measured is none', () => {
    expect([8, 8.1, undefined].map(meanC => isFridge(meanC === undefined ? {} : { meanC }))).toEqual([
      true,
      false,
      false,
    ]);
    expect([8, 8.1, 25, 25.1].map(meanC => openedDays({ meanC }))).toEqual([5, 3, 3, 1]);
  });

  it('thirty degrees leave the term whole, and so does a place that nobody measured', () => {
    expect([30, 30.1].map(meanC => placeFactor({ meanC }))).toEqual([1, 0.5]);
    expect(placeFactor({})).toBe(1);
    // a whole term is told once
    expect(goodUntil({ ...tap, place: { meanC: 30 } }, 'cautious').rules.length).toBe(1);
  });

  it('a longer school holds for what is kept dark by its vessel or by its place, and is sealed', () => {
    const until = (more: Partial<KeepingCase>) => {
      const { rule, day } = goodUntil({ ...tap, ...more }, 'two-year');
      return [rule.rule.id, day];
    };
    const dark = { meanC: 14, dark: true };
    const lit = { meanC: 14, dark: false };
    expect(until({ lightProof: true, place: lit })).toEqual(['rule.two-year', '2028-06-04']);
    expect(until({ lightProof: false, place: dark })).toEqual(['rule.two-year', '2028-06-04']);
    expect(until({ lightProof: false, place: lit })).toEqual(['rule.held-to-cautious', '2026-12-04']);
    expect(until({ sealed: false })).toEqual(['rule.held-to-cautious', '2026-12-04']);
    // the cautious rule holds for whatever stands open in the light, and is not told as a fallback
    const open = goodUntil({ ...tap, sealed: false, lightProof: false, place: lit }, 'cautious');
    expect([open.rule.rule.id, open.day]).toEqual(['rule.cautious', '2026-12-04']);
  });

  it('of two rules that end on one day the moment comes first, else the first told', () => {
    const opened = goodUntil(
      {
        ...tap,
        openedOn: '2026-06-04',
        lasting: { by: 'hours', until: '2026-06-07T10:00:00.000Z', rule: 'rule.day', source: 'practice' },
      },
      'cautious',
    );
    expect(opened.rules.map(r => r.day)).toEqual(['2026-06-07', '2026-06-07']);
    expect(opened.rule.at).toBe('2026-06-07T10:00:00.000Z');
    // half of six months from June is the third of September; opened three days before it ends the same day
    const heat = goodUntil({ ...tap, place: { meanC: 31, dark: true }, openedOn: '2026-09-02' }, 'cautious');
    expect(heat.rules.map(r => r.day)).toEqual(['2026-12-04', '2026-09-03', '2026-09-03']);
    expect(heat.rule.rule.id).toBe('rule.heat');
  });
});
