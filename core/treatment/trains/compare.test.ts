import { describe, expect, it } from 'vitest';
import type { Context } from '../methods/method.ts';
import { treatments } from '../methods/treatments.ts';
import { type Compared, compared, compareMethods, type Trouble } from './compare.ts';

const context: Context = {
  altitudeM: 310,
  today: '2026-06-21',
  dailyNeedL: 20,
  planDays: 14,
  longitudeDeg: 0,
};
const prices = { propane: 5, bleach: 0.003, 'chlorine-tablets': 0.2, filter: 0.04, alum: 0.05 };
const rowsOf = (litres = 20, day = context.today) =>
  compareMethods({ litres, context: { ...context, today: day }, prices });
const row = (id: string, litres?: number): Compared => rowsOf(litres).find(r => r.means.id === id)!;

describe('ways to treat water side by side', () => {
  it('are all treatments that there are; melting makes water of snow, and treats none', () => {
    const shown = new Set(compared.map(m => m.method));
    expect(treatments.map(t => t.id).filter(id => id !== 'melt' && !shown.has(id))).toEqual([]);
    expect(rowsOf().map(r => r.means.id)).toEqual(compared.map(m => m.id));
  });

  it('of which a boil takes out every germ, chlorine no Cryptosporidium, a microfilter no virus, settling none', () => {
    expect(row('stove').credit).toEqual({ bacteria: 6, viruses: 6, protozoa: 6, crypto: 6 });
    expect(row('bleach').credit.crypto).toBe(0);
    expect(row('microfilter').credit).toMatchObject({ viruses: 0, crypto: 2 });
    expect(Object.values(row('settle').credit)).toEqual([0, 0, 0, 0]);
  });

  it('of which a still and a membrane take chemicals out, and a boil leaves more of them', () => {
    const chemicals = rowsOf().filter(r => r.takesOut.includes('nitrate-metals'));
    expect(chemicals.map(r => r.means.method)).toEqual([
      ...['distil', 'distil', 'reverse-osmosis', 'reverse-osmosis'],
    ]);
    expect(row('stove').leavesIn).toContain('nitrate-metals');
    expect(row('iodine').leavesIn).toEqual(['taste', 'iodine']);
  });

  it('take by the litre what their packs and fires say, and cost that', () => {
    // a tablet for 20 L
    expect(row('tablets').perL).toEqual([{ supply: 'chlorine-tablets', amount: 0.05 }]);
    expect(row('tablets').costL).toBeCloseTo(0.01, 9);
    // 5 drops of 0.05 mL of tincture; nobody said what it costs
    expect(row('iodine').perL).toEqual([{ supply: 'iodine', amount: 0.25 }]);
    expect(row('iodine').costL).toBeUndefined();
    expect(row('membrane').costL).toBeUndefined();
    expect(row('pasteuriser').costL).toBeUndefined();
    expect(row('kettle').costL).toBeUndefined();
    // 20 L from 15 to 99 °C are 7.03 MJ, by half 14.07, and two pots of a minute with 3 kW 0.36: 14.4 MJ of 46.4 a kg
    expect(row('stove').perL[0]!.amount * 20).toBeCloseTo(0.311, 2);
  });

  it('take longer for more water where they take it bit by bit, and not where a vessel stands', () => {
    expect(row('microfilter', 40).minutes).toBeGreaterThan(row('microfilter', 20).minutes + 30);
    expect(row('tablets', 40).minutes).toBe(row('tablets', 20).minutes);
    expect([row('layered-filter').untimed, row('pasteuriser').untimed, row('stove').untimed]).toEqual([
      ...['flow', 'heating', undefined],
    ]);
  });

  it.each<[Trouble, string, string | undefined]>([
    ['cold', 'bleach', 'less'],
    ['cold', 'tablets', 'slower'],
    ['cold', 'microfilter', undefined],
    ['cloudy', 'lamp', 'fails'],
    ['cloudy', 'iodine', 'more'],
    ['cloudy', 'stove', undefined],
    ['overcast', 'bottles', 'slower'],
    ['overcast', 'stove', undefined],
    ['dark', 'bottles', 'fails'],
    ['dark', 'lamp', undefined],
    ['frost', 'ceramic', 'fails'],
    ['frost', 'bleach', undefined],
    ['power', 'kettle', 'fails'],
    ['power', 'electric-still', 'fails'],
    ['power', 'lamp', 'fails'],
    ['power', 'stove', undefined],
  ])('on a day of %s %s: %s', (trouble, id, effect) => {
    expect(row(id).troubles[trouble]).toBe(effect);
  });

  it('say why one would not be done on this day: too little sun in December', () => {
    const bottles = rowsOf(20, '2026-12-21').find(r => r.means.id === 'bottles')!;
    expect(bottles.now?.verdict).toBe('refuse');
    expect(bottles.troubles).toEqual({ dark: 'fails', frost: 'fails' });
    expect(row('bottles').now).toBeUndefined();
    expect(row('stove').now).toBeUndefined();
  });
});
