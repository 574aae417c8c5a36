import { describe, expect, it } from 'vitest';
import {
  type Finding,
  findings,
  type HeldBefore,
  judgeFinding,
  judgeHeldBefore,
  judgeVessel,
  type VesselCase,
} from './fitness.ts';
import type { Material } from './kinds.ts';

const sound: VesselCase = {
  role: 'clean',
  heldBefore: 'water',
  material: 'HDPE',
  isCured: false,
  isChlorinated: true,
};
/** What is left of the water in a vessel, in short. */
const of = (change: Partial<VesselCase>) => {
  const fitness = judgeVessel({ ...sound, ...change });
  return fitness && [fitness.most, fitness.judgement.verdict, fitness.judgement.reason.id];
};

describe('what a vessel held before', () => {
  it.each<[HeldBefore, string, string | undefined]>([
    ['new', 'ok', undefined],
    ['water', 'ok', undefined],
    ['food', 'warn', 'vessel.food.remedy'],
    ['milk-juice', 'refuse', 'vessel.unfit.remedy'],
    ['chemical', 'refuse', 'vessel.chemical.remedy'],
    ['unknown', 'refuse', 'vessel.unfit.remedy'],
  ])('%s: %s', (held, verdict, remedy) => {
    const judged = judgeHeldBefore(held);
    expect([judged.verdict, judged.remedy?.id]).toEqual([verdict, remedy]);
  });
});

it('a vessel ends with a crack, a leak, a smell, algae or fuel beside it', () => {
  const verdictOf: Record<Finding, string> = {
    sound: 'ok',
    'frozen-sound': 'ok',
    'lime-gone': 'ok',
    'broken-seal': 'warn',
    cracked: 'refuse',
    leaking: 'refuse',
    smell: 'refuse',
    algae: 'refuse',
    'near-fuel': 'refuse',
  };
  for (const found of findings) {
    const judged = judgeFinding(found);
    expect([found, judged.verdict]).toEqual([found, verdictOf[found]]);
    expect(judged.remedy !== undefined).toBe(judged.verdict !== 'ok');
  }
});

describe('what a vessel leaves of the water in it', () => {
  it('nothing speaks against one of plastic that held food or water', () => {
    for (const heldBefore of ['new', 'water', 'food'] as const) expect(of({ heldBefore })).toBeUndefined();
  });

  it('after chemicals nothing at all, not even for washing; after milk or nobody knows what, washing', () => {
    expect(of({ heldBefore: 'chemical' })).toEqual(['never', 'refuse', 'vessel.chemical']);
    expect(of({ heldBefore: 'milk-juice' })).toEqual(['utility', 'refuse', 'vessel.milk-juice']);
    expect(of({ heldBefore: 'unknown' })).toEqual(['utility', 'refuse', 'vessel.unknown']);
  });

  it('copper and raw concrete give off what does not belong in drinking water; cured concrete does not', () => {
    expect(of({ material: 'copper' })).toEqual(['utility', 'refuse', 'vessel.copper']);
    expect(of({ material: 'concrete', heldBefore: 'new' })).toEqual([
      'utility',
      'warn',
      'vessel.concrete-new',
    ]);
    const still = { material: 'concrete', isChlorinated: false } as const;
    expect(of({ ...still, heldBefore: 'new', isCured: true })).toBeUndefined();
    expect(of({ ...still, heldBefore: 'water' })).toBeUndefined();
    expect(of({ heldBefore: 'new' })).toBeUndefined();
  });

  it('what was found in it ends it for drinking; a lost seal does not', () => {
    const spoilt = findings.filter(found => of({ found })?.[0] === 'utility');
    expect(spoilt).toEqual(['leaking', 'cracked', 'smell', 'algae', 'near-fuel']);
    expect(of({ found: 'smell' })).toEqual(['utility', 'refuse', 'found.smell']);
  });

  it('raw water’s vessel holds none to drink; lime and zinc eat chlorine, which is said', () => {
    expect(of({ role: 'raw' })).toEqual(['utility', 'warn', 'state.raw-vessel']);
    const eats = (material: Material, isChlorinated: boolean) => of({ material, isChlorinated });
    expect(eats('concrete', true)).toEqual(['drinking', 'warn', 'vessel.concrete']);
    expect(eats('galvanised', true)).toEqual(['drinking', 'warn', 'vessel.galvanised']);
    expect(eats('galvanised', false)).toBeUndefined();
    expect(eats('steel', true)).toBeUndefined();
  });
});
