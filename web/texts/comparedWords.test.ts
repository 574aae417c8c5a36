import { describe, expect, it } from 'vitest';
import type { UnitSystem } from '#core/base/units/system.ts';
import { compareMethods } from '#core/treatment/trains/compare.ts';
import { sayTo } from './catalogue.ts';
import { comparedCell, comparedColumns } from './comparedWords.ts';
import type { Say } from './texts.ts';

const rows = compareMethods({
  litres: 20,
  context: { altitudeM: 0, today: '2026-12-21', dailyNeedL: 20, planDays: 14, longitudeDeg: 0 },
  prices: { propane: 5, 'chlorine-tablets': 0.2 },
});
const sayIn =
  (units: UnitSystem): Say =>
  (text, params) =>
    sayTo({ units, timeZone: 'UTC' }, text, params);
const cells = (id: string, units: UnitSystem = 'metric') =>
  Object.fromEntries(
    comparedColumns.map(column => {
      const row = rows.find(r => r.means.id === id)!;
      return [column, comparedCell(row, column, units, sayIn(units)).replace(/\s/g, ' ')];
    }),
  );

describe('what is said of a way beside the others', () => {
  it('of a boil: every germ, what it leaves, its fuel and cost by the litre', () => {
    expect(cells('stove')).toMatchObject({
      ...{ name: 'a stove and fuel', bacteria: '6', crypto: '6', out: '–' },
      in: 'salt, nitrate and metals and taste',
      // 20 L from 15 to 100 °C and two minutes of 3 kW: 14.6 MJ of 46.4 a kg are 314 g, at 5 a kg 1.57
      ...{ takes: '15.7 g of propane', cost: '0.079' },
    });
  });

  it('of tablets by pieces, of a filter by its life, of a bed by its flow', () => {
    expect(cells('tablets')).toMatchObject({ takes: '1 piece a day', cost: '0.01', crypto: '–' });
    expect(cells('microfilter')).toMatchObject({ takes: 'as much of its life', viruses: '–', cost: '–' });
    expect(cells('layered-filter').time).toBe('by its flow');
  });

  it('of a bad day: the worst first, and why not today', () => {
    expect(cells('kettle').bad).toMatch(/^no use in a power cut/);
    expect(cells('tablets').bad).toBe('no use in cloudy water; slower in cold water');
    expect(cells('bottles').bad).toMatch(/^no use in the dark and frost; not here today: /);
  });

  it('by the gallon where gallons are measured', () => {
    const names = (units: UnitSystem) => sayIn(units)('compare.takes');
    expect([names('metric'), names('US'), names('imperial')]).toEqual([
      ...['Taken per litre', 'Taken per US gallon', 'Taken per imperial gallon'],
    ]);
    // 0.01 a litre are 0.0379 a US gallon of 3.785 L, 0.0455 an imperial one of 4.546 L
    expect([cells('tablets', 'US').cost, cells('tablets', 'imperial').cost]).toEqual(['0.038', '0.045']);
  });
});
