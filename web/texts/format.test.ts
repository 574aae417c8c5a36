import { describe, expect, it } from 'vitest';
import { type Dimension, parseQuantity } from '#core/base/units/quantity.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import { sayTo } from './catalogue.ts';
import * as dates from './dates.ts';
import * as format from './format.ts';

/** Narrow spaces are for the eye; the test reads plain ones. */
const plain = (text: string): string => text.replaceAll('\u00a0', ' ');

describe('volumes', () => {
  it.each([
    [198, 'metric', '198 L'],
    [1234.5, 'metric', '1,235 L'],
    [0.5, 'metric', '500 mL'],
    [0, 'metric', '0 L'],
    [18.927, 'US', '5 gal'],
    [0.946352946, 'US', '32 fl oz'],
    [3.785, 'US', '1 gal'],
    [22.73045, 'imperial', '5 imp gal'],
  ] as const)('%s L for %s: %s', (litres, units, text) => {
    expect(plain(format.litres(litres, units))).toBe(text);
  });

  it.each([
    [208, 'US', '55 gal'],
    [18.9, 'US', '5 gal'],
    [114, 'US', '30 gal'],
    [1040, 'US', '275 gal'],
    [26, 'US', '7 gal'],
    [3.785, 'US', '1 gal'],
    // no round figure lies near a can of twenty litres
    [20, 'US', '5.3 gal'],
    [0.5, 'US', '16.9 fl oz'],
    [208, 'metric', '208 L'],
    [208, 'imperial', '45 imp gal'],
  ] as const)('of a vessel are called as the trade calls them: %s L for %s', (litres, units, text) => {
    expect(plain(format.nominal(litres, units))).toBe(text);
  });

  it('stand in both units where a slip would hurt', () => {
    expect(plain(format.bothVolumes(198, 'US'))).toBe('52.3 gal (198 L)');
    expect(plain(format.bothVolumes(198, 'metric'))).toBe('198 L');
  });

  it('of a working can be added up by hand', () => {
    expect(plain(format.exactLitres(385.5, 'metric'))).toBe('385.5 L');
    expect(plain(format.exactLitres(3.785411784, 'US'))).toBe('1 gal');
  });
});

describe('a value in a blank', () => {
  it.each([
    [1500, 'volumeL', 'metric', '.', '1500 L'],
    [1234.5, 'volumeL', 'metric', ',', '1235 L'],
    [1.5, 'volumeL', 'metric', ',', '1,5 L'],
    [18.927, 'volumeL', 'US', '.', '5 gal'],
    [22.73045, 'volumeL', 'imperial', '.', '5 imp gal'],
    [10, 'temperatureC', 'US', '.', '50 °F'],
    [2.2, 'doseMl', 'metric', ',', '2,2 mL'],
    [0.25, 'energyWhL', 'metric', ',', '0,25'],
    [7, 'ph', 'US', '.', '7'],
  ] as const)('%s of %s for %s (%s) is %s', (value, dimension, units, decimal, text) => {
    expect(format.blank(value, dimension, units, decimal)).toBe(text);
    const read = parseQuantity(text, dimension, { units, decimal });
    expect(read.ok && Math.abs(read.value / value - 1)).toBeLessThan(0.005);
  });
});

describe('other figures', () => {
  it('never round a credit up', () => {
    expect(format.log(0.805)).toBe('0.8');
    expect(format.log(1.99)).toBe('1.9');
    expect(format.log(0.3)).toBe('0.3');
    expect(format.log(6)).toBe('6');
  });

  it('follow the person', () => {
    expect(plain(format.temperature(10, 'US'))).toBe('50 °F');
    expect(plain(format.temperature(10, 'imperial'))).toBe('10 °C');
    expect([10, 3].map(n => plain(format.cm(n, 'metric')))).toEqual(['10 cm', '3 cm']);
    expect(plain(format.cm(10, 'US'))).toBe('3.9 in');
    expect(plain(format.mm(3, 'US'))).toBe('0.12 in');
    // 5 ÷ 1.609344
    expect(plain(format.pace(5, 'US'))).toBe('3.11 mph');
    expect(plain(format.pace(5, 'metric'))).toBe('5 km/h');
    expect(plain(format.kg(218, 'metric'))).toBe('218 kg');
    expect(plain(format.kg(218, 'US'))).toBe('480.6 lb');
    expect(plain(format.load(195, 'metric'))).toBe('195 kg/m²');
    // 195 kg/m² is the 40 lb/ft² that dwellings are built for
    expect(plain(format.load(195, 'US'))).toBe('40 lb/ft²');
    expect(plain(format.dose(6.9, 'metric'))).toBe('6.9 mL');
    // 6.9 ÷ 4.92892
    expect(plain(format.dose(6.9, 'US'))).toBe('1½ tsp');
    expect(plain(format.dose(10, 'imperial'))).toBe('2 tsp');
    // 60 ÷ 29.5735
    expect(plain(format.bothDoses(60, 'US'))).toBe('2.03 fl oz (60 mL)');
    expect(plain(format.dose(7570.82, 'US'))).toBe('2 gal');
    expect(plain(format.supply(600, 'mL', 'US'))).toBe('20.3 fl oz');
    // 4,966 of 5,000 mL, a bottle of 1.32 US gal
    expect(format.supplyLeft(4966, 5000, 'mL', 'US')).toBe('1.31');
    expect(format.supplyLeft(4966, 5000, 'mL', 'metric')).toBe('4,966');
    expect(plain(format.percent(0.25))).toBe('25 %');
  });

  it('begin round in the reader’s own measure, and are what they are in metric', () => {
    const begun = (value: number, dimension: Dimension, units: UnitSystem) =>
      plain(format.blank(format.roundStart(value, dimension, units), dimension, units, '.'));
    expect(begun(20, 'volumeL', 'US')).toBe('5 gal');
    expect(begun(100, 'volumeL', 'US')).toBe('25 gal');
    expect(begun(18, 'volumeL', 'US')).toBe('5 gal');
    expect(begun(20, 'volumeL', 'imperial')).toBe('4 imp gal');
    expect(begun(5, 'lengthM', 'US')).toBe('15 ft');
    expect(begun(20, 'volumeL', 'metric')).toBe('20 L');
    expect(format.roundStart(21, 'temperatureC', 'US')).toBe(21);
  });

  it('of bleach is said by the spoons that there are, and never further off than a twelfth', () => {
    // a US teaspoon is 4.929 mL
    const said = [0.3, 0.616, 1.232, 1.85, 2.46, 3.08, 3.7, 4.93, 5.5, 21.2].map(mL =>
      plain(format.dose(mL, 'US')),
    );
    expect(said).toEqual([
      ...['6 drops', '⅛ tsp', '¼ tsp', '3 × ⅛ tsp', '½ tsp', '5 × ⅛ tsp', '¾ tsp', '1 tsp', '1⅛ tsp'],
      '4¼ tsp',
    ]);
    expect(plain(format.bothDoses(21.2, 'US'))).toBe('4¼ tsp (21.2 mL)');
    expect(plain(format.bothDoses(0.3, 'US'))).toBe('6 drops (0.3 mL)');
    expect(plain(format.bothDoses(0.3, 'metric'))).toBe('0.3 mL');
  });

  it('say the year of a day that is far off', () => {
    expect(dates.weekday('2026-12-02', '2026-11-26')).toBe('Wed 2 Dec');
    expect(dates.weekday('2028-12-02', '2026-11-26')).toBe('2 Dec 2028');
    expect(dates.weekday('2025-11-26', '2026-11-26')).toBe('26 Nov 2025');
  });

  it('count in the form that the language has', () => {
    const days = { one: 'day', other: 'days' };
    expect([0, 1, 1.5, 2].map(n => format.counted(n, days))).toEqual([
      '0 days',
      '1 day',
      '1.5 days',
      '2 days',
    ]);
  });

  it('never promise more days than there are', () => {
    expect(plain(format.days(13.99))).toBe('13.9 days');
    expect(plain(format.days(1))).toBe('1 day');
    expect(plain(format.days(420.7))).toBe('420 days');
  });
});

describe('time', () => {
  it('is of the group’s zone', () => {
    expect(dates.time('2026-07-01T13:24:00.000Z', 'Europe/London')).toBe('14:24');
    expect(dates.dayAndTime('2026-07-01T23:30:00.000Z', 'Europe/London')).toBe('2 Jul 2026, 00:30');
    expect(dates.day('2026-12-04')).toBe('4 Dec 2026');
    expect(dates.weekday('2026-11-25', '2026-11-25')).toBe('Wed 25 Nov');
    expect(dates.month('2026-11-25')).toBe('November 2026');
  });

  it('runs down to nothing and no further', () => {
    expect(dates.countdown(11.1)).toBe('11:06');
    expect(dates.countdown(90)).toBe('1:30:00');
    expect(dates.countdown(-5)).toBe('00:00');
  });
});

describe('a text', () => {
  const reader = { units: 'US' as const, timeZone: 'Europe/London' };
  it('is filled with values in the reader’s units and zone', () => {
    expect(plain(sayTo(reader, 'state.waiting.stand', { untilAt: '2026-07-01T13:24:00.000Z' }))).toBe(
      'Let it stand until 14:24. Not to be drunk yet.',
    );
    expect(plain(sayTo(reader, { id: 'contact.cold', params: { temperatureC: 5 } }))).toBe(
      '41 °F is colder than 50 °F: 60 minutes instead of 30.',
    );
  });

  it('says the figures that are its own in the reader’s units too, where another text names it as well', () => {
    expect(plain(sayTo(reader, 'method.pasteurise'))).toBe('Heat to 149 °F');
    expect(plain(sayTo({ ...reader, units: 'imperial' }, 'method.pasteurise'))).toBe('Heat to 65 °C');
    expect(plain(sayTo(reader, 'dose.icy'))).toContain('Colder than 32.9 °F');
    expect(plain(sayTo(reader, 'entry.checked', { found: 'method.pasteurise' }))).toBe(
      'Looked at: Heat to 149 °F',
    );
  });

  it('may name another text', () => {
    expect(
      sayTo(reader, 'slip.spoon', { entered: 'spoon.metric-tbsp', meant: 'spoon.eighth-tsp', ratio: 24 }),
    ).toBe('Likely slip: a tablespoon for ⅛ teaspoon.');
  });

  it('counts', () => {
    expect(sayTo(reader, 'shell.people', { count: 1 })).toBe('1 person');
    expect(sayTo(reader, 'shell.people', { count: 47 })).toBe('47 people');
  });
});

describe('rain', () => {
  it.each([
    [0.5, '0.02 in'],
    [1, '0.04 in'],
    [12.7, '0.5 in'],
    [800, '31.5 in'],
    [0.1, '<0.01 in'],
    [0, '0 in'],
  ] as const)('of %s mm is %s in a gauge of inches', (mm, text) => {
    expect(plain(format.rain(mm, 'US'))).toBe(text);
  });
});

describe('a clock', () => {
  it.each([
    ['en-GB', '14:24'],
    ['de-DE', '14:24'],
    ['en-US', '2:24 pm'],
  ])('is read as in %s', (locale, text) => {
    const at = new Date('2026-06-01T14:24:00Z');
    const shown = new Intl.DateTimeFormat('en-GB', { ...dates.clockOf(locale), timeZone: 'UTC' }).format(at);
    expect(shown.replaceAll('\u202f', ' ')).toBe(text);
  });

  it('at midnight says no hour 24', () => {
    expect(dates.time('2026-06-01T00:05:00.000Z', 'UTC')).toBe('00:05');
  });
});
