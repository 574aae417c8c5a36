import { fold } from '#core/areas/entries.ts';
import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { credit } from '#core/treatment/credit/credit.ts';
import { kindRow, type SourceKind } from '#core/water/sourceKinds.ts';
import { drumInCellar } from './cellar.ts';
import { hand } from './hand.ts';

// A folder that the tests of sources and of the browser share.

/** A borehole of arsenic, a well with E. coli, a brown tap, boiled stream water with fuel in it, and a cloudy tap under a notice. */
export function folderOf(start: Instant) {
  const h = hand(start);
  const at = (hours: number): Instant => addMinutes(start, hours * 60);
  const day = start.slice(0, 10);
  const dayBefore = addMinutes(start, -1440).slice(0, 10);
  const first = drumInCellar(h);
  const { place } = fold(h.entries).container[first]!;
  const vessel = (code: string): Subject => {
    const id = h.subject('container');
    h.write('container.added', id, { code, kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
    return id;
  };
  const source = (name: string, kind: SourceKind, form?: 'borehole' | 'dug-well'): Subject => {
    const id = h.subject('source');
    h.write('source.set', id, { name, kind, upstream: [], distanceM: 10, climbM: 0, isProtected: true });
    if (form) h.write('source.inspected', id, { form, yes: [] });
    return id;
  };
  const sources = {
    borehole: source('Borehole', 'borehole', 'borehole'),
    well: source('Well', 'dug-well', 'dug-well'),
    brown: source('Brown tap', 'tap'),
    stream: source('Stream', 'stream'),
    noticed: source('Cloudy tap', 'tap'),
  };
  const vessels = {
    borehole: vessel('A'),
    well: vessel('B'),
    brown: vessel('C'),
    stream: vessel('D'),
    noticed: vessel('E'),
  };
  const read = (id: Subject, data: object) => h.write('read', id, { method: 'laboratory', ...data } as never);
  read(sources.borehole, { parameter: 'e-coli', value: 0 });
  read(sources.well, { parameter: 'e-coli', value: 0 });
  h.at(at(1));
  for (const name of Object.keys(vessels) as (keyof typeof vessels)[])
    h.write('filled', vessels[name], {
      volumeL: { value: 200, known: 'measured' },
      water: kindRow(fold(h.entries).source[sources[name]]!.kind).water,
      source: sources[name],
      sealed: true,
    });
  h.at(at(2));
  read(sources.borehole, { parameter: 'arsenic', value: 3000 });
  read(sources.well, { parameter: 'e-coli', value: 12 });
  h.write('source.looked', sources.brown, { looks: ['brown'], smell: 'none' });
  const sheet = h.subject('sheet');
  h.write(
    'sheet.begun',
    sheet,
    {
      ...{ method: 'boil', inputs: {}, headline: { id: 'boil.headline' }, uses: [], barrier: 'heat' },
      ...{ steps: [{ id: 'boil', text: { id: 'x' }, kind: 'do' as const }], credit: credit(6, 6, 6, 6) },
    },
    [vessels.stream],
  );
  h.write('sheet.ended', sheet, { outcome: 'finished', method: 'boil' }, [vessels.stream]);
  read(vessels.stream, { parameter: 'smell', method: 'senses', found: 'fuel' });
  read(sources.noticed, { parameter: 'turbidity', value: 22 });
  h.write('notice.given', h.subject('notice'), {
    ...{ kind: 'boil', authority: 'Water board', sources: [sources.noticed] },
    ...{ givenOn: day, suspectedFrom: dayBefore },
  });
  return { entries: h.entries, sources, vessels };
}
