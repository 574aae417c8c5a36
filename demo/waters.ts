import type { EntryData } from '#core/areas/entries.ts';
import type { Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { type Hand, hand } from './hand.ts';

// A household that the tests of the bench and of the browser share.

type SourceSet = EntryData['source.set'];

const waters = {
  tap: { kind: 'tap' },
  noticed: { kind: 'tap' },
  roof: { kind: 'rain', roof: 'fit' },
  openWell: { kind: 'dug-well' },
  closedWell: { kind: 'borehole', isProtected: true },
  stream: { kind: 'stream' },
  river: { kind: 'silty-river' },
} as const satisfies Record<string, Partial<SourceSet>>;

export type Water = keyof typeof waters;

/**
 * The waters of a household, each by its word: a tap, a tap under a boil notice, a clean roof's tank, an open and a closed well, a stream
 * and a silty river. Nobody read, inspected or tested any of them.
 */
function watersOf(h: Hand, day: string): Record<Water, Subject> {
  const source = ([water, data]: [string, Partial<SourceSet>]): [string, Subject] => {
    const id = h.subject('source');
    h.write('source.set', id, {
      ...{ name: `Our ${water}`, upstream: [], distanceM: 0, climbM: 0 },
      ...data,
    } as SourceSet);
    return [water, id];
  };
  const sources = Object.fromEntries(Object.entries(waters).map(source)) as Record<Water, Subject>;
  h.write('notice.given', h.subject('notice'), {
    ...{ kind: 'boil', authority: 'Water board', sources: [sources.noticed] },
    ...{ givenOn: day, suspectedFrom: day },
  });
  return sources;
}

/** Four people with a bottle of bleach that has no date, and a gas ring: no meter and no kit. */
export function householdOf(start: Instant) {
  const h = hand(start);
  h.write('home.set', h.subject('home'), { name: 'Home', people: [{}, {}, {}, { born: '2020-02' }] });
  h.write('supply.set', h.subject('supply'), {
    ...{ name: 'Bleach', kind: 'bleach', amount: 1000 },
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 20 },
  });
  h.write('supply.set', h.subject('supply'), { name: 'Gas', kind: 'propane', amount: 5 });
  const sources = watersOf(h, start.slice(0, 10));
  return { entries: h.entries, sources };
}

/** The same waters, for a group that keeps other things. */
export function watersFor(start: Instant) {
  const h = hand(start);
  const sources = watersOf(h, start.slice(0, 10));
  return { entries: h.entries, sources };
}
