import { describe, expect, it } from 'vitest';
import type { Passing } from '../../water/passing.ts';
import { treatments } from '../methods/treatments.ts';
import { clearWater, context, things } from './exampleThings.ts';
import { brokenEdge, isBroken, type Means, tryStep } from './step.ts';

// Every edge that a method declares, on both sides; a new method is walked with the others.
const edgesOf = ({ accepts, blanks }: (typeof treatments)[number]) => {
  const volume = blanks.find(b => b.id === 'volumeL');
  const litres = volume?.kind === 'quantity' ? volume : undefined;
  return [
    ['cloudy', 'turbidityNtu', accepts.mostNtu, 1],
    ['cold', 'temperatureC', accepts.leastC, -1],
    ['sour', 'ph', accepts.leastPh, -1],
    ['alkaline', 'ph', accepts.mostPh, 1],
    ['little', 'volumeL', litres?.least, -1],
    ['much', 'volumeL', litres?.most, 1],
  ] as const;
};

describe.each(treatments)('$id', treatment => {
  const edges = edgesOf(treatment).filter(([, , at]) => at !== undefined);

  it.each(edges)('is %s beyond its edge, and not on it', (edge, field, at, side) => {
    const reason = (value: number) => brokenEdge(treatment, { ...clearWater, [field]: value })?.reason.id;
    expect(reason(at!)).toBeUndefined();
    expect(reason(at! + side * 0.01 * Math.max(1, Math.abs(at!)))).toBe(`train.edge.${edge}`);
  });

  it('is not kept off by what nobody measured', () => {
    const { temperatureC: _, ph: __, ...unmeasured } = clearWater;
    expect(brokenEdge(treatment, unmeasured)).toBeUndefined();
  });

  it('takes snow only where it melts it', () => {
    const reason = brokenEdge(treatment, { ...clearWater, isSnow: true })?.reason.id;
    expect(reason).toBe(treatment.inTrain.takesSnow ? undefined : 'train.edge.snow');
  });
});

/** What refuses a step, or undefined. */
const refusal = (means: Means, water: Partial<Passing>) => {
  const tried = tryStep(means, { ...clearWater, ...water }, context);
  return tried && isBroken(tried) ? tried.broken.reason.id : undefined;
};
const having = (means: Means, inputs: Means['inputs']): Means => ({
  ...means,
  inputs: { ...means.inputs, ...inputs },
});

// What an answer itself refuses, on both sides of each figure.
describe('an answer', () => {
  const pack = having(things.tablets, { packL: 20 });
  const both: readonly [string, Means, Partial<Passing>, Partial<Passing>, string][] = [
    ['a lamp in water of 5 NTU', things.lamp, { turbidityNtu: 4.99 }, { turbidityNtu: 5 }, 'uv.cloudy'],
    [
      'the sun through water of 30 NTU',
      things.sun,
      { turbidityNtu: 29.9 },
      { turbidityNtu: 30 },
      'sun.cloudy',
    ],
    ['a tablet in less than half of its litres', pack, { volumeL: 10.1 }, { volumeL: 10 }, 'tablets.over'],
    [
      'a packet in less than half of its litres',
      things.packets,
      { volumeL: 5.1 },
      { volumeL: 5 },
      'tablets.over',
    ],
    [
      'bleach in water of 100 NTU',
      things.bleach,
      { turbidityNtu: 100 },
      { turbidityNtu: 100.1 },
      'train.edge.cloudy',
    ],
    ['bleach in water of pH 10', things.bleach, { ph: 10 }, { ph: 10.1 }, 'train.edge.alkaline'],
    [
      'a membrane behind chlorine',
      things.ro,
      { isChlorinated: false },
      { isChlorinated: true },
      'ro.chlorine',
    ],
    [
      'a household membrane in brackish water',
      things.ro,
      { salt: 'fresh' },
      { salt: 'brackish' },
      'ro.brackish',
    ],
    ['a membrane for sea water', things.seaRo, { salt: 'sea' }, { isChlorinated: true }, 'ro.chlorine'],
  ];

  it.each(both)('refuses %s', (_, means, within, beyond, reason) => {
    expect(refusal(means, within)).toBeUndefined();
    expect(refusal(means, beyond)).toBe(reason);
  });

  const owned: readonly [string, Means, Means, string][] = [
    [
      'a filter at half its flow',
      having(things.micro, { newLH: 20, nowLH: 10 }),
      having(things.micro, { newLH: 20, nowLH: 9.9 }),
      'filter.worn',
    ],
    [
      'a filter faster than new',
      having(things.micro, { newLH: 20, nowLH: 26 }),
      having(things.micro, { newLH: 20, nowLH: 26.1 }),
      'filter.fast',
    ],
    ['a filter that froze', things.micro, having(things.micro, { frozen: 'yes' }), 'filter.frozen'],
    [
      'tablets past their date',
      things.tablets,
      having(things.tablets, { pack: 'expired' }),
      'tablets.expired',
    ],
    ['perfumed bleach', things.bleach, having(things.bleach, { product: 'scented' }), 'bleach.scented'],
    ['old bleach', things.bleach, having(things.bleach, { madeOn: '2025-06-01' }), 'strength.too-old'],
    [
      'a lamp past its hours',
      having(things.lamp, { lampHours: 7999 }),
      having(things.lamp, { lampHours: 8000 }),
      'uv.worn',
    ],
    ['a dim lamp', having(things.lamp, { mjCm2: 12 }), having(things.lamp, { mjCm2: 11.9 }), 'uv.weak'],
    [
      'iodine for whom it harms',
      things.iodine,
      having(things.iodine, { drinkers: 'pregnant' }),
      'iodine.not-for.pregnant',
    ],
    [
      'iodine beyond three weeks',
      having(things.iodine, { days: 21 }),
      having(things.iodine, { days: 22 }),
      'iodine.too-long',
    ],
    [
      'charcoal in a room',
      having(things.boil, { stove: 'charcoal' }),
      having(things.boil, { stove: 'charcoal', where: 'room' }),
      'flame.charcoal',
    ],
    [
      'carbon that is full',
      having(things.carbon, { usedL: 980 }),
      having(things.carbon, { usedL: 981 }),
      'carbon.full',
    ],
    [
      'heat judged by the eye',
      { id: 'p', method: 'pasteurise', inputs: {} },
      { id: 'p', method: 'pasteurise', inputs: { proof: 'by-eye' } },
      'pasteurise.by-eye',
    ],
  ];

  it.each(owned)('refuses %s', (_, sound, unfit, reason) => {
    expect(refusal(sound, {})).toBeUndefined();
    expect(refusal(unfit, {})).toBe(reason);
  });
});

describe('what water is after a step', () => {
  const leftBy = (means: Means, water: Partial<Passing>): Passing => {
    const tried = tryStep(means, { ...clearWater, ...water }, context);
    if (!tried || isBroken(tried)) throw new Error('not taken');
    return tried.after;
  };

  it('is clearer by what clears it, never below what that can promise', () => {
    expect(leftBy(things.settle, { turbidityNtu: 60 }).turbidityNtu).toBe(30);
    expect(leftBy(things.settle, { turbidityNtu: 6 }).turbidityNtu).toBe(4);
    expect(leftBy(things.settle, { turbidityNtu: 2 }).turbidityNtu).toBe(2);
    expect(leftBy(things.settle, { turbidityNtu: 60, grain: 'clay' }).turbidityNtu).toBe(60);
    expect(leftBy(things.alum, { turbidityNtu: 300, grain: 'clay' }).turbidityNtu).toBe(4);
    expect(leftBy(things.ultra, { turbidityNtu: 40 }).turbidityNtu).toBe(0.5);
  });

  it('holds more of what a boil leaves behind, and less of what a membrane holds back', () => {
    // 4 L at 3 kW × 0.5 for a minute: 90 kJ ÷ 2.257 MJ/kg, half of it under a lid ajar, is 20 g
    expect(leftBy(things.boil, { dissolved: { nitrate: 40 }, volumeL: 4 }).dissolved.nitrate).toBeCloseTo(
      40 * (4 / 3.98),
      2,
    );
    expect(leftBy(things.ro, { dissolved: { nitrate: 70 } }).dissolved.nitrate).toBe(70);
    expect(leftBy(things.certified, { dissolved: { nitrate: 70 } }).dissolved.nitrate).toBeCloseTo(14);
    expect(leftBy(things.still, { dissolved: { nitrate: 70, lead: 60 } })).toMatchObject({
      dissolved: { nitrate: 0, lead: 0 },
    });
    expect(leftBy(things.carbon, { dissolved: { nitrate: 70 } }).dissolved.nitrate).toBe(70);
  });
});
