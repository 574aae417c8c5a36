import { describe, expect, it } from 'vitest';
import type { Supply } from '../../storage/stock/supply.ts';
import { credit, noCredit } from '../credit/credit.ts';
import type { FilterDevice } from './device.ts';
import { flowRatio } from './flow.ts';
import { layeredFilter } from './layered.ts';
import { type FilterPair, judgePair, removalShare } from './pair.ts';
import { filterStanding, type TestedFilter } from './register.ts';

const filter = (log: Supply['log'] = [], more: Partial<Supply> = {}): Supply => ({
  id: 'supply:1',
  name: 'Bucket filter',
  kind: 'filter',
  amount: 3800,
  used: 100,
  setAt: '2026-01-10T08:00:00.000Z',
  log,
  ...more,
});
const TODAY = '2026-11-25';
const on = (day: string) => `2026-${day}T10:00:00.000Z`;
const verdict = (f: TestedFilter) => {
  const { judgement } = filterStanding(f, 'UTC', TODAY);
  return `${judgement.verdict} ${judgement.reason.id}`;
};
const begun = { at: on('01-11'), what: 'commissioned', flowLH: 20 } as const;

describe('the filter register', () => {
  it('asks for commissioning first, then finds it fit, and visits every three months', () => {
    expect(verdict(filter())).toBe('warn register.not-commissioned');
    expect(verdict(filter([begun]))).toBe('ok register.fit');
    // a flow that was measured is no commissioning, and has nothing to be compared with
    const measured = { at: on('01-12'), what: 'flow', flowLH: 20 } as const;
    expect(verdict(filter([measured]))).toBe('warn register.not-commissioned');
    expect(filterStanding(filter([begun]), 'UTC', TODAY).visitOn).toBe('2026-04-11');
  });
  it('takes a filter out of use when germs were read behind it, until a clean test there', () => {
    const germs = (day: string, value: number) =>
      ({ parameter: 'e-coli', method: 'laboratory', at: on(day), value, point: 'outlet' }) as const;
    const tested = (...tests: ReturnType<typeof germs>[]): TestedFilter => ({
      ...filter([begun]),
      tests: { 'e-coli': tests },
    });
    expect(verdict(tested(germs('05-01', 2)))).toBe('refuse register.germs');
    expect(verdict(tested(germs('05-01', 2), germs('05-09', 0)))).toBe('ok register.fit');
  });
  it('condemns a filter that froze wet, whatever came after', () => {
    const log = [
      begun,
      { at: on('02-01'), what: 'frozen' },
      { at: on('03-01'), what: 'flow', flowLH: 20 },
    ] as const;
    expect(verdict(filter(log))).toBe('refuse register.frozen');
  });
  it('is slow below half of new, and worn when a backflush did not help', () => {
    const slow = [begun, { at: on('03-01'), what: 'flow', flowLH: 9 }] as const;
    expect(verdict(filter(slow))).toBe('warn register.slow');
    const washed = [...slow, { at: on('03-02'), what: 'backflushed' }] as const;
    expect(verdict(filter([...washed, { at: on('03-03'), what: 'flow', flowLH: 9.9 }]))).toBe(
      'refuse register.worn',
    );
    expect(verdict(filter([...washed, { at: on('03-03'), what: 'flow', flowLH: 15 }]))).toBe(
      'ok register.fit',
    );
  });
  it('running much faster than new is out of use until its integrity was tested, whatever it gives later', () => {
    const fast = [begun, { at: on('03-01'), what: 'flow', flowLH: 26.1 }] as const;
    expect(verdict(filter([begun, { at: on('03-01'), what: 'flow', flowLH: 26 }]))).toBe('ok register.fit');
    expect(verdict(filter(fast))).toBe('refuse register.fast');
    expect(verdict(filter([...fast, { at: on('03-02'), what: 'flow', flowLH: 20 }]))).toBe(
      'refuse register.fast',
    );
    expect(verdict(filter([...fast, { at: on('03-02'), what: 'sound' }]))).toBe('ok register.fit');
    expect(verdict(filter([...fast, { at: on('03-02'), what: 'leaking' }]))).toBe('refuse register.leaking');
    const again = { at: on('03-03'), what: 'flow', flowLH: 40 } as const;
    expect(verdict(filter([...fast, { at: on('03-02'), what: 'sound' }, again]))).toBe(
      'refuse register.fast',
    );
  });
  it('is compared at the same head and at 20 °C: warm water and a high head run faster by themselves', () => {
    const cold = { ...begun, waterC: 5, headCm: 30 };
    // viscosity 1.52 mPa·s at 5 °C, 0.89 at 25 °C: the same pores give 1.7 times as much
    expect(
      verdict(filter([cold, { at: on('06-01'), what: 'flow', flowLH: 34, waterC: 25, headCm: 30 }])),
    ).toBe('ok register.fit');
    expect(
      verdict(filter([cold, { at: on('06-01'), what: 'flow', flowLH: 34, waterC: 5, headCm: 30 }])),
    ).toBe('refuse register.fast');
    expect(flowRatio({ flowLH: 40, headCm: 60 }, { flowLH: 20, headCm: 30 })).toBeCloseTo(1, 9);
    expect(flowRatio({ flowLH: 20, waterC: 25 }, { flowLH: 20, waterC: 5 })).toBeCloseTo(0.89 / 1.52, 1);
  });
  it('is over when its months of use are, whatever litres are left', () => {
    expect(verdict(filter([begun], { lastsMonths: 12 }))).toBe('ok register.fit');
    expect(verdict(filter([begun], { lastsMonths: 10 }))).toBe('refuse register.months-over');
  });
  it('is over when its litres are', () => {
    expect(verdict(filter([begun], { used: 3800 }))).toBe('refuse register.used-up');
  });
});

describe('a layered filter', () => {
  it('in a 280 mm bucket has 6.16 L, 9.9 kg of fine sand', () => {
    const { layers, leftMm } = layeredFilter(280, 360);
    const sand = layers.find(l => l.id === 'fine-sand')!;
    // π/4 × 2.8 dm² × 1 dm
    expect(sand.litres).toBeCloseTo(6.158, 3);
    expect(sand.kg).toBeCloseTo(9.85, 2);
    expect(leftMm).toBe(360 - 230);
    expect(layeredFilter(280, 200).leftMm).toBeLessThan(0);
  });
});

describe('what a filter of the register holds back', () => {
  const creditOf = (device?: FilterDevice) =>
    filterStanding(filter([begun], device ? { device } : {}), 'UTC', TODAY).credit;

  it('goes by its kind, its pores or its certificate, and is not said where nobody knows what it is', () => {
    expect(creditOf()).toBeUndefined();
    expect(creditOf({ kind: 'ceramic' })).toEqual(credit(2, 1, 4, 4));
    expect(creditOf({ kind: 'by-pore', poreUm: 0.1, rating: 'absolute' })).toEqual(credit(2, 0, 2, 2));
    expect(creditOf({ kind: 'by-pore', poreUm: 0.1, rating: 'nominal' })).toEqual(noCredit);
    expect(creditOf({ kind: 'by-pore' })).toEqual(noCredit);
    expect(creditOf({ kind: 'certified', certified: credit(6, 4, 3, 3) })).toEqual(credit(6, 4, 3, 3));
  });
});

describe('readings before and after media', () => {
  const ids = (pair: FilterPair) => judgePair(pair).map(j => j.reason.id);

  it('are doubted when salt seems to have gone, for media take none out', () => {
    expect(ids({ beforeUsCm: 620, afterUsCm: 140 })).toEqual(['pair.implausible']);
    expect(ids({ beforeUsCm: 620, afterUsCm: 600 })).toEqual([]);
    expect(ids({ beforeUsCm: 620 })).toEqual([]);
  });
  it('tell the share of turbidity that went, and a filter that is not flushed yet', () => {
    expect(removalShare({ beforeNtu: 40, afterNtu: 10 })).toBe(0.75);
    expect(removalShare({ beforeNtu: 0, afterNtu: 0 })).toBeUndefined();
    expect(ids({ beforeNtu: 12, afterNtu: 30 })).toEqual(['pair.cloudier']);
  });
});
