import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, addMonths, dayOf } from '../calendar/day.ts';
import { goodUntil, isOver, type KeepingCase, openedDays, placeFactor } from './goodUntil.ts';

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
