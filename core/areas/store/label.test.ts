import { describe, expect, it } from 'vitest';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { fold } from '../entries.ts';
import { supplyLabel } from '../supplies/label.ts';
import { labelOf, saysOf } from './label.ts';
import { stateAt } from './wholeState.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const facts = fold(tarnHollow(NOW));
const state = stateAt(facts, NOW);
const label = (code: string) => {
  const container = Object.values(facts.container).find(c => c.code === code)!;
  return labelOf(facts, container, state.containers[container.id]!);
};
const ids = (code: string) => label(code).lines.map(l => l.id);

describe('a label', () => {
  it('of treated tap water says what, since when and until when', () => {
    expect(label('TH-001')).toMatchObject({ grade: { id: 'label.drinking' }, notForDrinking: false });
    expect(ids('TH-001')).toEqual(['label.holds', 'label.from', 'label.filled', 'label.good-until']);
  });

  it('of a proved batch says the treatment and by whom', () => {
    expect(ids('TH-079')).toEqual([
      'label.holds',
      'label.from',
      'label.filled',
      'label.good-until',
      'label.treated',
      'label.by',
    ]);
  });

  it('of what nobody may drink says so, and gives no date to drink it by', () => {
    for (const [code, grade] of [
      ['TH-007', 'failed'],
      ['TH-081', 'waiting'],
      ['TH-RT', 'utility'],
      ['TH-020', 'utility'],
    ] as const) {
      expect(label(code), code).toMatchObject({ grade: { id: `label.${grade}` }, notForDrinking: true });
      expect(ids(code), code).not.toContain('label.good-until');
    }
  });

  it('of an empty vessel is no stop sign', () => {
    expect(label('TH-060')).toMatchObject({ grade: { id: 'label.empty' }, notForDrinking: false, lines: [] });
  });

  it('says where it stands, and how a stranger finds it', () => {
    expect(label('TH-034').where).toContain('Hall kitchen');
    expect(label('TH-034').where).toContain('shelves behind the door');
  });

  it('is another one when its water, its place or its date changed, and the same otherwise', () => {
    const container = Object.values(facts.container).find(c => c.code === 'TH-001')!;
    const at = state.containers[container.id]!;
    const before = saysOf(labelOf(facts, container, at));
    expect(saysOf(labelOf(facts, { ...container }, { ...at }))).toBe(before);
    expect(saysOf(labelOf(facts, container, { ...at, litres: at.litres - 5 }))).not.toBe(before);
    expect(saysOf(labelOf(facts, { ...container, shelf: 'Z' }, at))).not.toBe(before);
    expect(before.length).toBeLessThanOrEqual(400);
  });
});

describe('the label of a chemical', () => {
  it('says what it is, its strength and its dates, and that nobody drinks it', () => {
    const label = supplyLabel({
      id: 'supply:1',
      name: 'Chlorine stock 1 %',
      kind: 'bleach',
      amount: 500,
      used: 0,
      setAt: '2026-11-25T08:00:00.000Z',
      where: 'Cellar, top step',
      openedOn: '2026-11-20',
      bleach: { product: 'plain', basis: 'trade', strength: 1, madeOn: '2026-11-19', keptC: 14 },
    });
    expect(label.notForDrinking).toBe(true);
    expect(label.grade.id).toBe('label.chemical');
    expect(label.where).toBe('Cellar, top step');
    expect(label.lines.map(l => l.id)).toEqual([
      'label.supply',
      'label.strength',
      'label.made',
      'label.opened',
      'label.use-by',
    ]);
    expect(label.lines.at(-1)!.params).toEqual({ untilDay: '2027-11-19' });
  });
});
