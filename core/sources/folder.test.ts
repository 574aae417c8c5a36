import { describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { hand } from '#demo/hand.ts';
import { trainCaseOfContainer, trainCaseOfSource } from '../bench/trainCase.ts';
import { addMinutes } from '../calendar/day.ts';
import { credit } from '../ct/credit.ts';
import { dutiesAt } from '../duties.ts';
import { fold } from '../record.ts';
import { labelOf } from '../store/label.ts';
import { stateAt } from '../store/state.ts';
import type { Subject } from '../subject.ts';
import { stopOf } from '../trains/answer.ts';
import { atTheBeginning, fitnessOnTheWay, tierOf } from '../trains/grade.ts';
import { kindRow, type SourceKind } from '../water/sourceKinds.ts';

const START = '2026-06-01T08:00:00.000Z';
const at = (hours: number) => addMinutes(START, hours * 60);
const found = {
  volumeL: 20,
  turbidityNtu: 1,
  grain: 'silt',
  temperatureC: 15,
  isCryptoFeared: true,
} as const;

/** A borehole of arsenic, a well with E. coli, a brown tap, boiled stream water with fuel in it, and a cloudy tap under a notice. */
function folder() {
  const h = hand(START);
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
    ...{ givenOn: '2026-06-01', suspectedFrom: '2026-05-31' },
  });
  const facts = fold(h.entries);
  return { facts, state: stateAt(facts, at(3)), sources, vessels };
}

describe('a folder of five waters that nobody may drink', () => {
  const { facts, state, sources, vessels } = folder();
  const reasons = {
    borehole: 'dissolved.nobody',
    well: 'stop.germs',
    brown: 'stop.brown-tap',
    stream: 'alarm.found',
    noticed: 'notice.boil.holds',
  } as const;
  const names = Object.keys(reasons) as (keyof typeof reasons)[];

  it('says no days of drinking water', () => {
    expect(state.reach).toMatchObject({ drinkingL: 0, limitedL: 0 });
  });

  it.each(names)('says why in the store, on the label and on Today: %s', name => {
    const container = facts.container[vessels[name]]!;
    const own = state.containers[container.id]!;
    expect([own.judgement.verdict, own.judgement.reason.id]).toEqual([
      name === 'well' ? 'warn' : 'refuse',
      reasons[name],
    ]);
    expect(own.judgement.remedy).toBeDefined();
    expect(labelOf(facts, container, own)).toMatchObject({ notForDrinking: true });
    const duties = dutiesAt(facts, state).filter(d =>
      [d.subject, ...(d.subjects ?? [])].some(id => id === container.id || id === sources[name]),
    );
    const told = name === 'noticed' ? dutiesAt(facts, state).map(d => d.what.id) : duties.map(d => d.what.id);
    expect(told).toContain(
      {
        borehole: 'duty.stopped',
        well: 'duty.follow-up',
        brown: 'duty.hold',
        stream: 'duty.follow-up',
        noticed: 'duty.notice.boil',
      }[name],
    );
  });

  it.each(names)('makes no card that says otherwise, from the source or from the vessel: %s', name => {
    const fromSource = trainCaseOfSource(facts, facts.source[sources[name]]!, found, at(3));
    const fromVessel = trainCaseOfContainer(facts, facts.container[vessels[name]]!, found, at(3))!;
    for (const c of name === 'stream' ? [fromVessel] : [fromSource, fromVessel]) {
      const tier = stopOf(c) ? undefined : tierOf(fitnessOnTheWay(c, atTheBeginning(c.found)));
      expect(tier).toBeUndefined();
    }
  });
});
