import { describe, expect, it } from 'vitest';
import { fold } from '#core/areas/entries.ts';
import { ownedTools } from '#core/areas/plan/tools.ts';
import { hand } from '#demo/hand.ts';
import { type BenchForm, bleachOf, filledFrom, NEW_BLEACH, NO_CONTAINER, questionOf } from './question.ts';

const TODAY = '2026-11-25';
const h = hand('2026-11-25T08:00:00.000Z');
const place = h.subject('place');
const drum = h.subject('container');
const supply = h.subject('supply');
h.write('group.set', 'group', { toolIds: ['dropper', 'syringe-10'], dropsPerMl: 16 });
h.write('place.set', place, {
  name: 'Cellar',
  building: h.subject('building'),
  level: -1,
  widthM: 4,
  heightM: 2,
  shelves: [],
});
h.write('container.added', drum, { code: 'A-1', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
h.write('filled', drum, {
  volumeL: { value: 198, known: 'guessed', spread: 0.1 },
  water: 'treated-tap',
  sealed: true,
  residualMgL: 0.4,
});
h.write('supply.set', supply, {
  name: 'Bleach',
  kind: 'bleach',
  amount: 1000,
  bleach: { product: 'plain', basis: 'wt-naocl', strength: 8.25, keptC: 12 },
});
const facts = fold(h.entries);

const form: BenchForm = {
  container: drum,
  volumeL: 198,
  known: 'measured',
  clarity: 'clear',
  temperatureC: undefined,
  ph: undefined,
  residualMgL: undefined,
  supply: NEW_BLEACH,
  product: 'plain',
  basis: 'wt-naocl',
  strength: 6,
  madeOn: '2026-03-03',
  keptC: 14,
  measuredMgMl: undefined,
  strengthSchool: undefined,
  strengthKnown: 'label' as const,
  usesJars: false,
  school: undefined,
};

describe('the blanks of the bench', () => {
  it('are filled with what the store knows of a container', () => {
    expect(filledFrom(facts, drum)).toEqual({
      container: drum,
      volumeL: 198,
      known: 'guessed',
      residualMgL: 0.4,
    });
    expect(filledFrom(facts, 'container:none').volumeL).toBeUndefined();
  });

  it('ask with what was measured, and leave out what was not', () => {
    const asked = questionOf(form, facts, TODAY)!;
    expect(asked).toMatchObject({
      volumeL: { value: 198, known: 'measured' },
      isTreatedTap: true,
      strengthSchool: 'replace-yearly',
    });
    expect('temperatureC' in asked || 'ph' in asked || 'residualMgL' in asked || 'school' in asked).toBe(
      false,
    );
    expect(questionOf({ ...form, temperatureC: 0, ph: 7 }, facts, TODAY)).toMatchObject({
      temperatureC: 0,
      ph: 7,
    });
  });

  it('ask nothing while the volume or the bleach is not known', () => {
    expect(questionOf({ ...form, volumeL: undefined }, facts, TODAY)).toBeUndefined();
    expect(questionOf({ ...form, volumeL: 0 }, facts, TODAY)).toBeUndefined();
    expect(questionOf({ ...form, strength: undefined }, facts, TODAY)).toBeUndefined();
  });

  it('take the bottle that is among the supplies, else the one described', () => {
    expect(bleachOf({ ...form, supply }, facts)?.strength).toBe(8.25);
    expect(bleachOf(form, facts)).toEqual({
      product: 'plain',
      basis: 'wt-naocl',
      strength: 6,
      keptC: 14,
      madeOn: '2026-03-03',
    });
    expect(bleachOf({ ...form, madeOn: '' }, facts)).not.toHaveProperty('madeOn');
  });

  it('outside of a container treat no water as treated', () => {
    expect(questionOf({ ...form, container: NO_CONTAINER }, facts, TODAY)?.isTreatedTap).toBe(false);
  });

  it('under a notice treat no tap water as treated: it is never left as it is', () => {
    expect(questionOf(form, facts, TODAY)?.isTreatedTap).toBe(true);
    const noticed = hand('2026-11-25T09:00:00.000Z');
    const tap = noticed.subject('source');
    noticed.write('source.set', tap, { name: 'Tap', kind: 'tap', upstream: [], distanceM: 0, climbM: 0 });
    noticed.write('notice.given', noticed.subject('notice'), {
      kind: 'boil',
      authority: 'Water board',
      sources: [tap],
      givenOn: TODAY,
      suspectedFrom: TODAY,
    });
    const under = fold([...h.entries, ...noticed.entries]);
    expect(questionOf(form, under, TODAY)?.isTreatedTap).toBe(false);
  });

  it('know the tools owned, the dropper at the drops counted for it', () => {
    expect(ownedTools(facts.group).map(t => t.id)).toEqual(['dropper', 'syringe-10']);
    expect(ownedTools(facts.group)[0]).toMatchObject({ dropsPerMl: 16, calibrated: true });
  });
});
