import * as v from 'valibot';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { InspectionRisk } from '../../water/inspection.ts';
import type { NoticeKind } from '../../water/notices.ts';
import type { SourceKind } from '../../water/sourceKinds.ts';
import { requiredOf, type Water } from '../../water/waters.ts';
import { dutiesAt } from '../duties.ts';
import { fold, guard, kinds } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { labelOf } from '../store/label.ts';
import { stateAt } from '../store/wholeState.ts';
import type { SourceFields } from './fields.ts';
import { sourcedOf } from './known.ts';

const START = '2026-06-01T08:00:00.000Z';
const later = (days: number) => addMinutes(START, days * 1440);
const full = { bacteria: 6, viruses: 6, protozoa: 6, crypto: 6 };

let h: Hand;
let place: Subject;
let tap: Subject;
let drum: Subject;

const source = (kind: SourceKind, more: Partial<SourceFields> = {}): Subject => {
  const id = h.subject('source');
  h.write('source.set', id, {
    name: `${kind} ${h.entries.length}`,
    kind,
    upstream: [],
    distanceM: 0,
    climbM: 0,
    ...more,
  });
  return id;
};
const vessel = (code: string): Subject => {
  const id = h.subject('container');
  h.write('container.added', id, { code, kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
  return id;
};
const fill = (id: Subject, water: Water, from?: Subject, litres = 100) =>
  h.write('filled', id, {
    volumeL: { value: litres, known: 'measured' },
    water,
    sealed: true,
    ...(from ? { source: from } : {}),
  });
const give = (kind: NoticeKind, more: object = {}): Subject => {
  const id = h.subject('notice');
  h.write('notice.given', id, {
    kind,
    authority: 'Water board',
    sources: [tap],
    givenOn: '2026-06-05',
    suspectedFrom: '2026-06-03',
    ...more,
  });
  return id;
};
const boil = (id: Subject) => {
  const sheet = h.subject('sheet');
  h.write(
    'sheet.begun',
    sheet,
    {
      method: 'boil',
      inputs: {},
      headline: { id: 'boil.headline' },
      steps: [{ id: 'boil', text: { id: 'x' }, kind: 'do' }],
      uses: [],
      credit: full,
      barrier: 'heat',
    },
    [id],
  );
  h.write('sheet.ended', sheet, { outcome: 'finished', method: 'boil', credit: full }, [id]);
};
const at = (days: number) => {
  const facts = fold(h.entries);
  return { facts, state: stateAt(facts, later(days)) };
};
const stateOf = (id: Subject, days: number) => at(days).state.containers[id]!;
const inspect = (id: Subject, ...yes: InspectionRisk[]) =>
  h.write('source.inspected', id, { form: 'spring', yes });

beforeEach(() => {
  h = hand(START);
  place = h.subject('place');
  h.write('place.set', place, {
    name: 'Cellar',
    building: h.subject('building'),
    level: -1,
    widthM: 6,
    heightM: 2,
    shelves: [],
    dark: true,
  });
  tap = source('tap');
  drum = vessel('D-1');
});

describe('what a source asks before its water is drunk', () => {
  /** Every row of the required credit: what is known of the source, and the aim (bacteria, viruses, Giardia, Cryptosporidium). */
  const rows: readonly [string, () => Subject, readonly number[] | undefined][] = [
    ['a treated tap: nothing', () => source('tap'), [0, 0, 0, 0]],
    ['a spring nobody inspected', () => source('spring', { isProtected: true }), [2, 3, 2, 2]],
    [
      'a protected spring, inspected with two risks',
      () => {
        const id = source('spring', { isProtected: true });
        inspect(id, 'no-fence', 'spills-flood');
        return id;
      },
      [2, 3, 0, 0],
    ],
    [
      'with three risks',
      () => {
        const id = source('spring', { isProtected: true });
        inspect(id, 'no-fence', 'spills-flood', 'overflow-unscreened');
        return id;
      },
      [2, 3, 2, 2],
    ],
    [
      'with three risks of which one was mended',
      () => {
        const id = source('spring', { isProtected: true });
        inspect(id, 'no-fence', 'spills-flood', 'no-lid');
        h.write('source.mended', id, { risk: 'no-lid' });
        return id;
      },
      [2, 3, 0, 0],
    ],
    ...(
      [
        ['stock within thirty metres', 'stock-near', [2, 3, 2, 2]],
        ['no ditch that keeps rain off', 'no-ditch-above', [2, 3, 2, 2]],
        ['no lid', 'no-lid', [2, 3, 2, 2]],
        ['a cracked box', 'box-cracked', [2, 3, 2, 2]],
        ['a latrine uphill', 'latrine-uphill', [4, 5, 4, 4]],
      ] as const
    ).map(([name, risk, aim]): [string, () => Subject, readonly number[]] => [
      `with one risk that is critical by itself: ${name}`,
      () => {
        const id = source('spring', { isProtected: true });
        inspect(id, risk);
        return id;
      },
      aim,
    ]),
    [
      'after a flood, until it is inspected again',
      () => {
        const id = source('spring', { isProtected: true });
        inspect(id);
        h.write('source.happened', id, { what: 'flood' });
        h.write('source.looked', id, { looks: ['clear'], smell: 'none' });
        return id;
      },
      [2, 3, 2, 2],
    ],
    [
      'with E. coli in its last test',
      () => {
        const id = source('spring', { isProtected: true });
        inspect(id);
        h.write('source.tested', id, { eColi: 1 });
        return id;
      },
      [2, 3, 2, 2],
    ],
    ['an open well', () => source('dug-well', { isProtected: false }), [2, 3, 2, 2]],
    [
      'a sound roof',
      () => {
        const id = source('rain', { roof: 'fit' });
        h.write('source.inspected', id, { form: 'rain-tank', yes: ['tap-dirty'] });
        return id;
      },
      [2, 3, 0, 0],
    ],
    [
      'a roof without a first flush',
      () => {
        const id = source('rain', { roof: 'fit' });
        h.write('source.inspected', id, { form: 'rain-tank', yes: ['no-first-flush'] });
        return id;
      },
      [2, 3, 2, 2],
    ],
    ['a roof nobody inspected', () => source('rain', { roof: 'fit' }), [2, 3, 2, 2]],
    ['a roof of lead or thatch: never', () => source('rain', { roof: 'unfit' }), undefined],
    ['snow', () => source('snow'), [2, 3, 2, 2]],
    ['a stream of which nobody said who lives upstream', () => source('stream'), [4, 5, 4, 4]],
    ['a stream with nobody upstream', () => source('stream', { upstream: ['nobody'] }), [2, 3, 2, 2]],
    ['a stream with people upstream', () => source('stream', { upstream: ['people'] }), [4, 5, 4, 4]],
    ['a pond', () => source('pond'), [4, 5, 4, 4]],
    ['a ditch', () => source('ditch'), [4, 5, 4, 4]],
    ['a carrier', () => source('carrier'), [4, 5, 4, 4]],
    ['a store of others', () => source('stored', { upstream: ['nobody'] }), [4, 5, 4, 4]],
    ['a pool: never', () => source('pool'), undefined],
    ['flood water: never', () => source('flood'), undefined],
    ['a stream below a mine: never', () => source('stream', { upstream: ['mine'] }), undefined],
  ];
  it.each(rows)('%s', (_, make, aim) => {
    const id = make();
    const { facts } = at(1);
    const { water, origin } = sourcedOf(facts, facts.source[id]!, later(1));
    const required = requiredOf(water, origin);
    expect(required && Object.values(required.aim)).toEqual(aim);
  });

  it('is drunk fresh from a protected spring that was tested within a year, and not a day longer', () => {
    const id = source('spring', { isProtected: true });
    inspect(id);
    h.write('source.tested', id, { eColi: 0 });
    const { facts } = at(1);
    const on = (day: string) => sourcedOf(facts, facts.source[id]!, `${day}T08:00:00.000Z`).origin;
    expect(on('2027-05-31')).toEqual({ protection: 'tested' });
    // the inspection is as old as the test: nobody knows
    expect(on('2027-06-01')).toBeUndefined();
  });
});

describe('a vessel that names its source', () => {
  it('is judged by what is found there later, and never better than it was said to be', () => {
    const spring = source('spring', { isProtected: true });
    inspect(spring);
    h.write('source.tested', spring, { eColi: 0 });
    fill(drum, 'spring', spring);
    expect(stateOf(drum, 0.5).state).toBe('due');
    h.at(later(0.2)).write('source.tested', spring, { eColi: 15 });
    expect(stateOf(drum, 0.5)).toMatchObject({ state: 'utility', counts: 'utility' });
    // a clean test of other water brings none of it back
    h.at(later(0.25)).write('source.tested', spring, { eColi: 0 });
    expect(stateOf(drum, 0.5)).toMatchObject({ state: 'utility', counts: 'utility' });
    h.at(later(0.3)).write('filled', drum, {
      volumeL: { value: 100, known: 'measured' },
      water: 'spring',
      origin: { protection: 'exposed' },
      sealed: true,
      source: spring,
    });
    h.write('source.tested', spring, { eColi: 0 });
    expect(stateOf(drum, 0.5).counts).toBe('utility');
  });

  it('holds nothing fit below a mine, and says which word it was called by wrongly', () => {
    const beck = source('stream', { upstream: ['mine'] });
    const entry = fill(drum, 'treated-tap', beck);
    expect(stateOf(drum, 1)).toMatchObject({ state: 'failed', judgement: { reason: { id: 'stop.mine' } } });
    h.entries.pop();
    expect(guard(at(1).facts, entry, later(1)).map(j => [j.verdict, j.reason.id])).toContainEqual([
      'refuse',
      'stop.mine',
    ]);
    const pond = source('pond');
    const called = fill(drum, 'treated-tap', pond);
    expect(stateOf(drum, 1).counts).toBe('utility');
    expect(guard(at(1).facts, called, later(1)).map(j => j.reason.id)).toContain('guard.source-other');
  });

  it('holds nitrate that boiling leaves in it', () => {
    const well = source('borehole', { isProtected: true });
    inspect(well);
    h.write('source.tested', well, { eColi: 0, nitrateMgL: 70 });
    fill(drum, 'well', well);
    boil(drum);
    expect(stateOf(drum, 0.5)).toMatchObject({
      counts: 'utility',
      judgement: { reason: { id: 'dissolved.nobody', params: { figure: 70, limit: 44.3 } } },
    });
  });

  it('keeps its source from being removed while there is water in it', () => {
    const spring = source('spring');
    fill(drum, 'spring', spring);
    const removal = h.write('source.removed', spring, {});
    h.entries.pop();
    expect(guard(at(1).facts, removal, later(1))[0]).toMatchObject({
      verdict: 'refuse',
      reason: { id: 'guard.source-in-use', params: { code: 'D-1', count: 1 } },
    });
    // taken off the list all the same, it goes on judging what was filled there
    h.write('source.looked', spring, { looks: ['sheen'], smell: 'fuel' });
    h.entries.push(removal);
    expect(stateOf(drum, 1).judgement.reason.id).toBe('stop.fuel-smell');
    h.entries.pop();
    h.write('emptied', drum, { to: 'utility' });
    expect(guard(at(1).facts, removal, later(1))).toEqual([]);
  });
});

describe('a notice', () => {
  /** Drums filled from the tap before and since the suspected day, from another tap, and from one nobody wrote down. */
  const drums = () => {
    const before = vessel('BEFORE');
    const since = vessel('SINCE');
    const other = vessel('OTHER');
    const nameless = vessel('NAMELESS');
    h.at(later(1));
    fill(before, 'treated-tap', tap);
    h.at(later(2));
    fill(since, 'treated-tap', tap);
    fill(other, 'treated-tap', source('tap'));
    fill(nameless, 'treated-tap');
    h.at(later(4));
    return { before, since, other, nameless };
  };
  const counts = (ids: Readonly<Record<string, Subject>>, days: number) =>
    Object.fromEntries(Object.entries(ids).map(([name, id]) => [name, stateOf(id, days).counts]));

  it('marks what was drawn from its taps since the suspected day, and what nobody wrote down: reach and label too', () => {
    const all = drums();
    const litres = at(4).state.reach.drinkingL;
    expect(litres).toBe(400);
    give('boil');
    expect(counts(all, 4.1)).toEqual({
      before: 'drinking',
      since: 'utility',
      other: 'drinking',
      nameless: 'utility',
    });
    const { facts, state } = at(4.1);
    expect(state.reach.drinkingL).toBe(200);
    expect(state.containers[all.since]!.judgement.reason.id).toBe('notice.boil.holds');
    const label = labelOf(facts, facts.container[all.since]!, state.containers[all.since]!);
    expect(label.notForDrinking).toBe(true);
    expect(dutiesAt(facts, state).map(d => d.what.id)).toContain('duty.notice.boil');
  });

  it('lets go of what somebody remembers to have filled elsewhere', () => {
    const { nameless } = drums();
    give('boil');
    expect(stateOf(nameless, 4.1).counts).toBe('utility');
    h.write('source.named', nameless, { source: source('tap') });
    expect(stateOf(nameless, 4.1).counts).toBe('drinking');
    h.write('source.named', nameless, { source: tap });
    expect(stateOf(nameless, 4.1).counts).toBe('drinking');
  });

  it('lets through what was boiled, for a day, and leaves chlorine limited unless it names it', () => {
    const { since } = drums();
    give('boil');
    boil(since);
    expect(stateOf(since, 4.1)).toMatchObject({ counts: 'drinking', state: 'due' });
    expect(stateOf(since, 6).counts).toBe('utility');
  });

  it('leaves documented chlorine limited, and lets it through for a day where the notice names it', () => {
    const { since } = drums();
    const notice = give('boil');
    const instruction = {
      school: 'target-dose',
      strengthSchool: 'replace-yearly',
      volumeL: 100,
      strengthMgMl: 61.8,
      targetMgL: 2,
      doseMl: 3.2,
      way: 'tool',
      contactMin: 60,
      clarity: 'clear',
      temperatureC: 12,
      ph: 7,
    } as const;
    h.write('batch.begun', since, instruction);
    h.write('checked', since, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', since, { doseMl: 3.2, strengthMgMl: 61.8 });
    h.write('mixed', since, {});
    h.at(later(4.1)).write('read', since, readingOfChlorine({ method: 'dpd', mgL: 0.6 }));
    expect(stateOf(since, 4.2)).toMatchObject({ state: 'limited', counts: 'limited' });
    expect(stateOf(since, 4.2).watch?.reason.id).toBe('notice.boil.holds');
    h.write('notice.given', notice, {
      kind: 'boil',
      authority: 'Water board',
      sources: [tap],
      givenOn: '2026-06-05',
      suspectedFrom: '2026-06-03',
      allows: ['chlorine'],
    });
    expect(stateOf(since, 4.2).counts).toBe('drinking');
    expect(stateOf(since, 5.5).counts).toBe('utility');
  });

  it('that forbids drinking is not met by boiling, and one that forbids all use counts it for nothing', () => {
    const { since } = drums();
    const notice = give('do-not-drink');
    boil(since);
    expect(stateOf(since, 4.1).counts).toBe('utility');
    h.write('notice.given', notice, {
      kind: 'do-not-use',
      authority: 'Water board',
      sources: [tap],
      givenOn: '2026-06-05',
      suspectedFrom: '2026-06-03',
    });
    expect(stateOf(since, 4.1)).toMatchObject({ counts: null, state: 'failed' });
  });

  it('brings back after the all-clear and the flushing what may come back, and nothing else', () => {
    const all = drums();
    const notice = give('boil');
    const between = vessel('BETWEEN');
    const after = vessel('AFTER');
    h.at(later(6)).write('notice.all-clear', notice, { at: later(6), found: 'mended' });
    h.at(later(6.5));
    fill(between, 'treated-tap', tap);
    h.at(later(7));
    for (const part of ['lines', 'heater', 'ice', 'cartridges'] as const)
      h.write('notice.flushed', notice, { part });
    expect(at(7.1).facts.notice[notice]!.flushedAt).toBeUndefined();
    expect(dutiesAt(at(7.1).facts, at(7.1).state).map(d => d.what.id)).toContain('duty.flush');
    h.write('notice.flushed', notice, { part: 'filters', isNone: true });
    h.at(later(8));
    fill(after, 'treated-tap', tap);
    expect(counts({ ...all, between, after }, 9)).toEqual({
      before: 'drinking',
      since: 'utility',
      other: 'drinking',
      nameless: 'utility',
      between: 'utility',
      after: 'drinking',
    });
    expect(stateOf(all.since, 9).judgement.reason.id).toBe('notice.boil.holds.after');
  });

  it('for which nothing was found after all gives back all that was drawn', () => {
    const all = drums();
    const notice = give('boil');
    h.at(later(6)).write('notice.all-clear', notice, { at: later(6), found: 'nothing-found' });
    expect(new Set(Object.values(counts(all, 7)))).toEqual(new Set(['drinking']));
  });

  it('takes what stands in the heater out of the reach, until the house is flushed', () => {
    h.write('plan.set', 'plan', { building: { heaterL: 200, pressureL: 10, cisternL: 9, counts: true } });
    expect(at(1).state.reach).toMatchObject({ drinkingL: 210, utilityL: 9 });
    const notice = give('boil');
    expect(at(5).state.reach).toMatchObject({ drinkingL: 0, utilityL: 219 });
    h.at(later(6)).write('notice.all-clear', notice, { at: later(6), found: 'mended' });
    expect(at(6.5).state.reach.drinkingL).toBe(0);
    for (const part of ['lines', 'heater', 'ice', 'cartridges', 'filters'] as const)
      h.write('notice.flushed', notice, { part });
    expect(at(7).state.reach.drinkingL).toBe(210);
  });

  it('holds a vessel of which only a part was drawn in its time', () => {
    h.at(later(2));
    fill(drum, 'treated-tap', tap, 50);
    const notice = give('boil');
    h.at(later(6)).write('notice.all-clear', notice, { at: later(6), found: 'mended' });
    for (const part of ['lines', 'heater', 'ice', 'cartridges', 'filters'] as const)
      h.write('notice.flushed', notice, { part });
    h.at(later(7));
    fill(drum, 'treated-tap', tap, 100);
    expect(stateOf(drum, 8).counts).toBe('utility');
    h.write('emptied', drum, { to: 'utility' });
    fill(drum, 'treated-tap', tap, 100);
    expect(stateOf(drum, 8).counts).toBe('drinking');
  });

  it('is not lifted before it was given, nor flushed before it is lifted', () => {
    const notice = give('boil');
    const said = (kind: 'notice.all-clear' | 'notice.flushed', data: never) => {
      const entry = h.write(kind, notice, data);
      h.entries.pop();
      return guard(at(9).facts, entry, later(9)).map(j => j.reason.id);
    };
    expect(said('notice.all-clear', { at: later(3), found: 'mended' } as never)).toEqual([
      'guard.all-clear-before',
    ]);
    expect(said('notice.flushed', { part: 'lines' } as never)).toEqual(['guard.flush-early']);
    expect(said('notice.all-clear', { at: later(6), found: 'mended' } as never)).toEqual([]);
  });
});

describe('what cannot be', () => {
  it.each([
    ['source.inspected', { form: 'spring', yes: ['no-lid', 'no-lid'] }],
    ['source.inspected', { form: 'spring', yes: ['tank-dirty'] }],
    ['source.looked', { looks: ['clear'], smell: 'none', turbidityNtu: -3 }],
    ['source.set', { name: 'Far', kind: 'spring', upstream: [], distanceM: 5_000_000, climbM: 0 }],
    ['source.set', { name: 'Both', kind: 'spring', upstream: ['nobody', 'people'], distanceM: 1, climbM: 0 }],
    [
      'notice.given',
      { kind: 'boil', authority: 'A', sources: [], givenOn: '2026-06-05', suspectedFrom: '2026-06-03' },
    ],
  ] as const)('is refused by the fields of %s: %j', (kind, data) => {
    expect(v.safeParse(kinds[kind].data, data).success).toBe(false);
  });

  it('a notice is not suspected after it was given; illness and an all-clear do not lie ahead', () => {
    const notice = { kind: 'boil', authority: 'A', sources: [tap], givenOn: '2026-06-05' };
    const given = kinds['notice.given'].data;
    expect(v.safeParse(given, { ...notice, suspectedFrom: '2026-06-06' }).success).toBe(false);
    expect(v.safeParse(given, { ...notice, suspectedFrom: '2026-06-05' }).success).toBe(true);
    const ill = h.write('made-ill', tap, { people: 1, fellIllOn: '2026-06-03' });
    h.entries.pop();
    expect(guard(at(1).facts, ill, later(1)).map(j => j.reason.id)).toEqual(['guard.ill-ahead']);
    expect(guard(at(2).facts, ill, later(2))).toEqual([]);
  });
});

describe('people who fell ill', () => {
  it('put what they drank on stop, two of them within three days, until it is tested', () => {
    fill(drum, 'treated-tap', tap);
    h.write('made-ill', tap, { people: 1, fellIllOn: '2026-06-02' });
    expect(stateOf(drum, 3).counts).toBe('drinking');
    h.write('made-ill', tap, { people: 1, fellIllOn: '2026-06-04' });
    expect(stateOf(drum, 4)).toMatchObject({
      counts: 'utility',
      judgement: { reason: { id: 'stop.illness' } },
    });
    // E. coli says nothing of viruses, protozoa or chemicals
    h.at(later(5)).write('source.tested', tap, { eColi: 0 });
    expect(stateOf(drum, 6).counts).toBe('utility');
    h.at(later(6)).write('finding.ended', tap, { of: 'illness', by: 'authority', who: 'Health office' });
    expect(stateOf(drum, 7).counts).toBe('drinking');
  });

  it('is drunk after a rolling boil all the same, and not where a chemical is suspected', () => {
    fill(drum, 'treated-tap', tap);
    h.write('made-ill', tap, { people: 2, fellIllOn: '2026-06-02' });
    h.at(later(2));
    boil(drum);
    expect(stateOf(drum, 2.5)).toMatchObject({ counts: 'drinking' });
    h.write('made-ill', tap, { people: 1, fellIllOn: '2026-06-03', isChemical: true });
    expect(stateOf(drum, 2.5).counts).toBe('utility');
  });

  it('ends by the cause, an inspection, two clean tests a day apart and a quiet fortnight, and not by three of them', () => {
    fill(drum, 'treated-tap', tap);
    h.write('made-ill', tap, { people: 2, fellIllOn: '2026-06-02' });
    h.at(later(3)).write('finding.ended', tap, { of: 'illness', by: 'cause', who: 'a broken seal' });
    h.write('source.inspected', tap, { form: 'standpipe', yes: [] });
    h.write('source.tested', tap, { eColi: 0 });
    expect(stateOf(drum, 20).counts).toBe('utility');
    h.at(later(4.1)).write('source.tested', tap, { eColi: 0 });
    expect(stateOf(drum, 14).counts).toBe('utility');
    expect(stateOf(drum, 20).counts).toBe('drinking');
  });

  it('put a vessel on stop by itself', () => {
    fill(drum, 'treated-tap');
    h.write('made-ill', drum, { people: 2, fellIllOn: '2026-06-02' });
    expect(stateOf(drum, 3).counts).toBe('utility');
  });
});

describe('what waits at a source', () => {
  it('is an inspection where nobody has inspected a well yet, on the day that it was written down and on no other', () => {
    const h = hand('2026-06-01T08:00:00.000Z');
    const [well, stream] = [h.subject('source'), h.subject('source')];
    h.write('source.set', well, { name: 'Well', kind: 'dug-well', upstream: [], distanceM: 0, climbM: 0 });
    h.write('source.set', stream, { name: 'Beck', kind: 'stream', upstream: [], distanceM: 0, climbM: 0 });
    const asked = (now: string) => {
      const facts = fold(h.entries);
      return dutiesAt(facts, stateAt(facts, now)).flatMap(d =>
        d.what.id.startsWith('duty.inspect') ? [[d.what.id, d.subject, d.day, d.when]] : [],
      );
    };
    expect(asked('2026-06-20T08:00:00.000Z')).toEqual([['duty.inspect-first', well, '2026-06-01', 'now']]);
    h.at('2026-06-21T08:00:00.000Z').write('source.inspected', well, { form: 'dug-well', yes: [] });
    expect(asked('2026-06-22T08:00:00.000Z')).toEqual([['duty.inspect', well, '2027-06-21', 'later']]);
  });
});
