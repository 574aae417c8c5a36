import { describe, expect, it } from 'vitest';
import { afterDaylight, afterWholeDays, clockLongitudeDeg, isDaylight } from './daylight.ts';
import { exposureBetween, type Lying } from './meter.ts';
import { dailyWhM2, dayLengthMin } from './sun.ts';

const whole: Lying = {
  from: '2026-06-21T00:00:00.000Z',
  until: '2026-06-22T00:00:00.000Z',
  latitudeDeg: 54.4,
  longitudeDeg: 0,
  shadeShare: 0,
};

describe('the exposure of what lies in the sun', () => {
  it('of a whole day is the day’s radiation', () => {
    expect(exposureBetween(whole, () => 3)).toBeCloseTo(dailyWhM2(54.4, '2026-06-21', 3, 0), -1);
  });
  it('of a morning and an afternoon together is that of the day, and the noon is the same in each half', () => {
    const noon = '2026-06-21T12:00:00.000Z';
    const morning = exposureBetween({ ...whole, until: noon }, () => 0);
    const afternoon = exposureBetween({ ...whole, from: noon }, () => 0);
    expect(morning).toBeCloseTo(afternoon, 6);
    expect(morning + afternoon).toBeCloseTo(
      exposureBetween(whole, () => 0),
      6,
    );
  });
  it('of a night is nothing, and of no time too', () => {
    const night = { ...whole, from: '2026-12-21T18:00:00.000Z', until: '2026-12-22T05:00:00.000Z' };
    expect(exposureBetween(night, () => 0)).toBe(0);
    expect(exposureBetween({ ...whole, until: whole.from }, () => 0)).toBe(0);
  });
  it('goes by the sun: 90° east the morning is over at 6 h UTC', () => {
    const early = { ...whole, until: '2026-06-21T06:00:00.000Z' };
    const east = exposureBetween({ ...early, longitudeDeg: 90 }, () => 0);
    expect(east).toBeGreaterThan(exposureBetween(early, () => 0) * 3);
  });
  it('takes each day’s own sky and the site’s shade', () => {
    const twoDays = { ...whole, until: '2026-06-23T00:00:00.000Z' };
    const clouded = exposureBetween(twoDays, day => (day === '2026-06-21' ? 0 : 8));
    const clear = exposureBetween(whole, () => 0);
    expect(clouded).toBeCloseTo(clear * 1.25, -1);
    expect(exposureBetween({ ...whole, shadeShare: 0.4 }, () => 0)).toBeCloseTo(clear * 0.6, 6);
  });
});

describe('daylight', () => {
  const equator = { latitudeDeg: 0, longitudeDeg: 0 };
  it('of six hours from noon ends when the next morning has given what the evening did not', () => {
    // at the equinox on the equator the sun sets at 18 h: the five minutes around it are not counted
    const end = afterDaylight('2026-03-21T14:00:00.000Z', 360, equator);
    expect(end > '2026-03-22T07:55:00.000Z' && end < '2026-03-22T08:20:00.000Z').toBe(true);
    expect(afterDaylight('2026-03-21T08:00:00.000Z', 360, equator)).toBe('2026-03-21T14:00:00.000Z');
  });
  it('is none at night, and none in the polar night however long one waits', () => {
    expect(isDaylight('2026-03-21T23:00:00.000Z', equator)).toBe(false);
    expect(isDaylight('2026-03-21T23:00:00.000Z', { ...equator, longitudeDeg: 180 })).toBe(true);
    const north = { latitudeDeg: 66, longitudeDeg: 0 };
    expect(afterDaylight('2026-12-10T08:00:00.000Z', 10_000, north)).toBe('2026-12-24T08:00:00.000Z');
  });
  it('goes by the noon of the group’s clock, summer time aside', () => {
    expect(clockLongitudeDeg('Europe/London', '2026-07-01')).toBe(0);
    expect(clockLongitudeDeg('Asia/Tokyo', '2026-07-01')).toBe(135);
    expect(clockLongitudeDeg('America/New_York', '2026-01-01')).toBe(-75);
    expect(clockLongitudeDeg('Australia/Sydney', '2026-01-01')).toBe(150);
  });
});

it('the cloud may be told by the hour', () => {
  const span = { ...whole, from: '2026-06-21T11:00:00.000Z', until: '2026-06-21T13:00:00.000Z' };
  const clear = exposureBetween(span, () => 0);
  const half = exposureBetween(span, (_, at) => (at < '2026-06-21T12' ? 8 : 0));
  expect(half / clear).toBeCloseTo((0.25 + 1) / 2, 2);
});

describe('whole days', () => {
  const equator = { latitudeDeg: 0, longitudeDeg: 0 };
  const hourOf = (at: string) => Number(at.slice(11, 13)) + Number(at.slice(14, 16)) / 60;

  it('run from sunrise to sunset: what is laid out after sunrise has its first one tomorrow', () => {
    const two = afterWholeDays('2026-03-21T05:00:00.000Z', 2, equator);
    expect([two.slice(0, 10), Math.round(hourOf(two))]).toEqual(['2026-03-22', 18]);
    expect(afterWholeDays('2026-03-21T08:00:00.000Z', 2, equator).slice(0, 10)).toBe('2026-03-23');
  });

  it('are two of them however long each is, and never one long day of the north', () => {
    // a day in June is 18.5 hours long at 60° N: twelve hours of sun are over before its evening
    for (const latitudeDeg of [-60, -35, 0, 35, 54, 60, 66])
      for (const day of ['2026-01-15', '2026-03-20', '2026-06-21', '2026-09-22', '2026-12-21']) {
        const end = afterWholeDays(`${day}T00:00:00.000Z`, 2, { latitudeDeg, longitudeDeg: 0 });
        expect((Date.parse(end) - Date.parse(`${day}T00:00:00.000Z`)) / 86_400_000).toBeGreaterThan(1.4);
      }
  });

  it('are as long as an almanac has them', () => {
    expect(dayLengthMin(0, '2026-03-21') / 60).toBeCloseTo(12, 1);
    // London, 51.5° N: 16 h 38 min at midsummer and 7 h 50 min at midwinter with refraction, some ten minutes less without
    expect(dayLengthMin(51.5, '2026-06-21') / 60).toBeCloseTo(16.4, 0);
    expect(dayLengthMin(51.5, '2026-12-21') / 60).toBeCloseTo(7.7, 0);
    expect([dayLengthMin(70, '2026-06-21'), dayLengthMin(70, '2026-12-21')]).toEqual([1440, 0]);
  });
});
