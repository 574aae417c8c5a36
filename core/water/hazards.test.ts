import { describe, expect, it } from 'vitest';
import { type Feared, fearsOf, type SourceCase } from './hazards.ts';

const spring: SourceCase = { kind: 'spring', upstream: ['nobody'], events: [], risks: [], eColi: 0 };
const stream: SourceCase = { kind: 'stream', upstream: ['nobody'], events: [], risks: [] };
const seen = (more: Partial<NonNullable<SourceCase['seen']>>) => ({
  seen: { looks: ['clear'] as const, smell: 'none' as const, ...more },
});

/** Each rule: a case in which it holds, the nearest one in which it does not, and what is feared by it. */
const rules: readonly [string, SourceCase, SourceCase, readonly Feared[]][] = [
  ['surface', stream, { ...stream, kind: 'spring' }, ['bacteria', 'protozoa', 'crypto']],
  ['upstream-unknown', { ...stream, upstream: [] }, { ...stream, upstream: ['stock'] }, ['viruses']],
  ['people', { ...spring, upstream: ['people'] }, spring, ['bacteria', 'viruses', 'protozoa', 'crypto']],
  ['stock', { ...spring, upstream: ['stock'] }, spring, ['bacteria', 'protozoa', 'crypto', 'nitrate-metals']],
  ['fields', { ...spring, upstream: ['fields'] }, spring, ['turbidity', 'nitrate-metals', 'organics']],
  ['industry', { ...spring, upstream: ['industry'] }, spring, ['nitrate-metals', 'organics']],
  ['mine', { ...spring, upstream: ['mine'] }, spring, ['nitrate-metals']],
  ['spill', { ...spring, upstream: ['spill'] }, spring, ['organics']],
  ['spill', { ...spring, events: ['spill'] }, { ...spring, events: ['ash'] }, ['organics']],
  [
    'latrine',
    { ...spring, risks: ['latrine-uphill'] },
    { ...spring, risks: ['no-fence'] },
    ['bacteria', 'viruses', 'protozoa', 'crypto'],
  ],
  ['open', { ...spring, risks: ['no-lid'] }, { ...spring, risks: ['no-fence'] }, ['bacteria', 'protozoa']],
  [
    'roof-soiled',
    { ...spring, kind: 'rain', risks: ['gutters-dirty'] },
    { ...spring, kind: 'rain', risks: ['tap-dirty'] },
    ['bacteria', 'protozoa', 'crypto'],
  ],
  ['untested', { kind: 'borehole', upstream: [], events: [], risks: [] }, spring, ['bacteria']],
  [
    'e-coli',
    { ...spring, eColi: 0.2 },
    { ...spring, eColi: 0 },
    ['bacteria', 'viruses', 'protozoa', 'crypto'],
  ],
  ['nitrate', { ...spring, nitrateMgL: 50.1 }, { ...spring, nitrateMgL: 50 }, ['nitrate-metals']],
  [
    'cloudy',
    { ...spring, ...seen({ turbidityNtu: 5 }) },
    { ...spring, ...seen({ turbidityNtu: 4.9 }) },
    ['turbidity'],
  ],
  ['cloudy', { ...spring, ...seen({ looks: ['brown'] }) }, { ...spring, ...seen({}) }, ['turbidity']],
  ['cloudy', { ...stream, kind: 'silty-river' }, stream, ['turbidity']],
  [
    'sewage',
    { ...spring, ...seen({ smell: 'sewage' }) },
    { ...spring, ...seen({ smell: 'earthy' }) },
    ['bacteria', 'viruses', 'protozoa', 'crypto'],
  ],
  ['rotten-egg', { ...spring, ...seen({ smell: 'rotten-egg' }) }, { ...spring, ...seen({}) }, ['taste']],
  [
    'fuel',
    { ...spring, ...seen({ smell: 'solvent' }) },
    { ...spring, ...seen({ smell: 'earthy' }) },
    ['organics'],
  ],
  [
    'fuel',
    { ...spring, ...seen({ looks: ['sheen'] }) },
    { ...spring, ...seen({ looks: ['floating'] }) },
    ['organics'],
  ],
  [
    'scum',
    { ...stream, ...seen({ looks: ['scum-blue'] }) },
    { ...stream, ...seen({ looks: ['cloudy'] }) },
    ['toxin'],
  ],
  ['salt', { ...stream, kind: 'brackish' }, stream, ['salt']],
  [
    'flood',
    { ...spring, events: ['flood'] },
    spring,
    ['bacteria', 'viruses', 'protozoa', 'crypto', 'turbidity', 'organics'],
  ],
  ['ash', { ...spring, events: ['smoke'] }, spring, ['turbidity', 'nitrate-metals', 'taste']],
  ['spraying', { ...spring, events: ['spraying'] }, spring, ['organics']],
  ['works', { ...spring, events: ['works'] }, spring, ['bacteria', 'viruses', 'protozoa', 'crypto']],
  ['snow', { ...spring, kind: 'snow' }, spring, ['bacteria', 'protozoa']],
  ['pool', { ...spring, kind: 'pool' }, spring, ['salt', 'organics']],
];

describe('what is feared in a water', () => {
  it.each(rules)('%s: in its case, and not in the nearest other', (why, holds, not, of) => {
    expect(
      fearsOf(holds)
        .filter(f => f.why === why)
        .map(f => f.of),
    ).toEqual(of);
    expect(fearsOf(not).filter(f => f.why === why)).toEqual([]);
  });

  it('is nothing for a sound spring that was tested, and salt water is no stream', () => {
    expect(fearsOf(spring)).toEqual([]);
    expect(fearsOf({ ...stream, kind: 'sea' }).map(f => f.of)).toEqual(['salt']);
  });
});

/** Each stop with the nearest water that is none. */
