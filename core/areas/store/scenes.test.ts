import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import { dutiesAt } from '../duties.ts';
import { type EntryData, type EntryKind, fold, guard } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { exampleBatch } from '../sheets/exampleBatch.ts';
import { offeredActs, offersTopUp } from './acts.ts';
import { labelOf } from './label.ts';
import { stateAt } from './wholeState.ts';

// One drum in every state there is: what is said of it, what it counts for, what its label says, what Today says, what is offered.

const start = '2026-03-02T08:00:00.000Z';
const HOUR = 60;
const DAY = 1440;
let h: Hand;
let building: string;
let shed: string;
let drum: string;

const put = <K extends EntryKind>(kind: K, data: EntryData[K], subject = drum, also?: string[]) =>
  h.write(kind, subject, data, also);

beforeEach(() => {
  h = hand(start);
  [building, shed, drum] = [h.subject('building'), h.subject('place'), h.subject('container')];
  h.write('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
  h.write('home.set', h.subject('home'), { name: 'Home', people: [{}] });
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  put('place.set', { name: 'Shed', building, level: 0, widthM: 9, heightM: 2.4, shelves: [] }, shed);
  put('container.added', { code: 'A-1', kind: 'drum-208l', place: shed, role: 'clean', heldBefore: 'new' });
});

const filled = (water: EntryData['filled']['water'] = 'treated-tap', more = {}) =>
  put('filled', { volumeL: { value: 198, known: 'measured' }, water, sealed: true, ...more });
const begun = () => put('batch.begun', exampleBatch);
const dosed = () => {
  begun();
  put('checked', { clarity: 'clear', chemicalSmell: false });
  put('dosed', { doseMl: 6.6, strengthMgMl: 60 });
};
const sheetOf = (
  method: EntryData['sheet.begun']['method'],
  holds: EntryData['sheet.begun']['holds'] & string,
) => {
  const sheet = h.subject('sheet');
  h.write(
    'sheet.begun',
    sheet,
    {
      method,
      inputs: {},
      headline: { id: `${method}.headline` },
      steps: [{ id: 'wait', text: { id: 'step.settle.wait' }, kind: 'do' }],
      uses: [],
      credit: { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 },
      holds,
    },
    [drum],
  );
  return sheet;
};

/** The drum after so many minutes. */
function seen(minutes: number) {
  const now = addMinutes(start, minutes);
  const facts = fold(h.entries);
  const state = stateAt(facts, now);
  const container = facts.container[drum]!;
  const here = state.containers[drum]!;
  const label = labelOf(facts, container, here);
  return {
    ...here,
    said: `${here.judgement.verdict} ${here.judgement.reason.id}`,
    remedy: here.judgement.remedy?.id,
    label: label.grade.id,
    notForDrinking: label.notForDrinking,
    lines: label.lines.map(l => l.id),
    duties: dutiesAt(facts, state)
      .filter(d => d.subject === drum || d.subject === shed)
      .map(d => `${d.verdict} ${d.what.id} ${d.when} ${d.area}`),
    acts: offeredActs(facts, container, here, now),
    offersTopUp: offersTopUp(here),
    reach: state.reach,
    tally: state.tally,
  };
}

/** What guards say of something meant, with its verdict; it is not recorded. */
function said<K extends EntryKind>(kind: K, data: EntryData[K], minutes = HOUR, subject = drum): string[] {
  const facts = fold(h.entries);
  const meant = h.write(kind, subject, data);
  h.entries.pop();
  return guard(facts, meant, addMinutes(start, minutes)).map(j => `${j.verdict} ${j.reason.id}`);
}
const drawn = (use: 'drinking' | 'utility' = 'drinking', minutes = HOUR, volumeL = 5) =>
  said('drawn', { volumeL, use, byTap: false }, minutes);

describe('an empty drum', () => {
  it('is to be filled, and counts for nothing', () => {
    expect(seen(1)).toMatchObject({
      state: 'empty',
      counts: null,
      said: 'ok state.empty',
      massKg: 10,
      label: 'label.empty',
      notForDrinking: false,
      duties: [],
      acts: ['fill', 'sanitise', 'move', 'inspect', 'condemn'],
    });
    expect(drawn()).toEqual(['refuse guard.is-empty']);
  });

  it('that is condemned is filled no more', () => {
    put('condemned', { why: 'cracked' });
    expect(seen(1)).toMatchObject({
      state: 'empty',
      said: 'refuse state.condemned',
      acts: ['move', 'inspect', 'condemn'],
    });
    expect(
      said('filled', { volumeL: { value: 100, known: 'label' }, water: 'treated-tap', sealed: true }),
    ).toEqual(['refuse guard.condemned']);
  });

  it('that held chemicals is filled no more', () => {
    put('container.changed', { heldBefore: 'chemical' });
    expect(seen(1).acts).toEqual(['move', 'inspect', 'condemn']);
  });
});

describe('a drum of treated tap water', () => {
  beforeEach(() => void filled());

  it('is ready for half a year by the rule of the plan, and weighs what it holds', () => {
    expect(seen(HOUR)).toMatchObject({
      state: 'ready',
      counts: 'drinking',
      litres: 198,
      massKg: 208,
      label: 'label.drinking',
      notForDrinking: false,
      lines: ['label.holds', 'label.filled', 'label.good-until'],
      duties: [],
      acts: [
        'rotate',
        'dose',
        'draw',
        'read',
        'test',
        'move',
        'inspect',
        'empty',
        'fail',
        'ill',
        'apart',
        'condemn',
      ],
      offersTopUp: true,
      reach: { drinkingL: 198, dueL: 0, bySmellL: 0, utilityL: 0, limitedL: 0 },
    });
    expect(seen(HOUR).tally).toMatchObject({
      ready: { count: 1, litres: 198 },
      empty: { count: 0, litres: 0 },
    });
    expect(drawn()).toEqual([]);
    expect(drawn('drinking', HOUR, 198)).toEqual([]);
    expect(drawn('drinking', HOUR, 198.1)).toEqual(['refuse guard.more-than-left']);
  });

  it('opened is used up within its days, and stands with what is due', () => {
    put('drawn', { volumeL: 8, use: 'drinking', byTap: false });
    const open = seen(HOUR);
    expect(open).toMatchObject({ state: 'open', counts: 'drinking', said: 'warn state.open' });
    expect(open.duties[0]).toMatch(/^warn duty\.use-up (?:now|week|later) store$/);
    expect(open.reach).toMatchObject({ drinkingL: 190, dueL: 190 });
  });

  it('set apart counts for nothing, and drinking it is asked about', () => {
    put('container.changed', { setApart: 'the clinic' });
    expect(seen(HOUR)).toMatchObject({
      state: 'ready',
      counts: null,
      said: 'warn state.set-apart',
      lines: ['label.holds', 'label.filled', 'label.good-until', 'label.set-apart'],
      reach: { drinkingL: 0 },
      offersTopUp: false,
    });
    expect(drawn()).toEqual(['warn guard.draw-apart']);
    expect(drawn('utility')).toEqual(['warn guard.draw-apart']);
  });

  it('past its date is utility water, and is told on Today with its day', () => {
    expect(seen(400 * DAY)).toMatchObject({
      state: 'past',
      counts: 'utility',
      said: 'refuse state.past',
      remedy: 'state.past.remedy',
      label: 'label.utility',
      notForDrinking: true,
      lines: ['label.holds', 'label.filled'],
      duties: ['warn duty.past now store'],
      reach: { drinkingL: 0, utilityL: 198 },
      offersTopUp: false,
    });
    expect(seen(400 * DAY).acts).not.toContain('apart');
    expect(drawn('drinking', 400 * DAY)).toEqual(['refuse guard.draw-past']);
    expect(drawn('utility', 400 * DAY)).toEqual([]);
  });

  it('with a low last reading is topped up, with a high one it waits until that falls', () => {
    put('read', readingOfChlorine({ method: 'dpd', mgL: 0.1 }));
    expect(seen(HOUR)).toMatchObject({ counts: 'drinking', offersTopUp: true });
    expect(seen(HOUR).watch?.verdict).toBe('warn');
    expect(seen(HOUR).duties[0]).toMatch(/^warn duty\..* now bench$/);
    put('read', readingOfChlorine({ method: 'dpd', mgL: 5.1 }));
    expect(seen(HOUR)).toMatchObject({
      state: 'waiting',
      counts: null,
      said: 'refuse state.too-strong',
      remedy: 'residual.high.remedy',
      label: 'label.waiting',
      notForDrinking: true,
      offersTopUp: false,
    });
    put('read', readingOfChlorine({ method: 'dpd', mgL: 5 }));
    expect(seen(HOUR)).toMatchObject({ state: 'ready', counts: 'drinking' });
    expect(seen(HOUR).watch).toBeUndefined();
  });

  it.each(['test', 'recall', 'smell', 'broken-seal'] as const)(
    'that failed by %s is drunk by nobody',
    why => {
      put('failed', { why });
      expect(seen(HOUR)).toMatchObject({
        state: 'failed',
        counts: null,
        said: `refuse state.failed.${why}`,
        remedy: 'state.failed.remedy',
        label: 'label.failed',
        notForDrinking: true,
        duties: ['refuse duty.failed now store'],
        acts: ['empty', 'draw', 'read', 'test', 'inspect', 'condemn'],
        reach: { drinkingL: 0, utilityL: 0 },
      });
      expect(drawn()).toEqual(['refuse guard.draw-failed']);
      expect(drawn('utility')).toEqual([]);
    },
  );

  it('in a vessel that is condemned says why', () => {
    put('condemned', { why: 'why.cracked' });
    expect(seen(HOUR)).toMatchObject({
      state: 'failed',
      said: 'refuse state.condemned',
      remedy: 'state.failed.remedy',
    });
    expect(seen(HOUR).judgement.reason.params).toEqual({ why: 'why.cracked' });
  });
});

describe('a drum of well water', () => {
  beforeEach(() => void filled('well'));

  it('is utility water until somebody treats it', () => {
    expect(seen(HOUR)).toMatchObject({
      state: 'utility',
      counts: 'utility',
      label: 'label.utility',
      notForDrinking: true,
      duties: [],
      reach: { drinkingL: 0, utilityL: 198 },
      offersTopUp: false,
    });
    expect(seen(HOUR).acts).toContain('dose');
    expect(drawn()).toEqual(['refuse guard.draw-utility']);
    expect(drawn('utility')).toEqual([]);
  });

  it('with a sheet begun waits for its dose, and is still what it was', () => {
    begun();
    expect(seen(HOUR)).toMatchObject({ state: 'utility', duties: ['ok duty.begun now bench'] });
    put('checked', { clarity: 'clear', chemicalSmell: false });
    expect(seen(HOUR)).toMatchObject({ state: 'utility', duties: ['ok duty.begun now bench'] });
  });

  it('dosed waits: to be mixed, then for its time, then for its reading', () => {
    dosed();
    expect(seen(1)).toMatchObject({
      state: 'waiting',
      counts: null,
      said: 'refuse state.waiting.mix',
      duties: ['warn duty.mix now bench'],
      label: 'label.waiting',
      notForDrinking: true,
      lines: ['label.holds', 'label.filled', 'label.treated', 'label.by'],
    });
    expect(seen(1).acts).toEqual([
      'sheet',
      'draw',
      'read',
      'test',
      'move',
      'inspect',
      'empty',
      'fail',
      'ill',
      'condemn',
    ]);
    put('mixed', {});
    expect(seen(15)).toMatchObject({ said: 'warn state.waiting.stand', duties: ['ok duty.stand now bench'] });
    expect(seen(15).judgement.reason.params).toHaveProperty('untilAt');
    expect(drawn('drinking', 15)).toEqual(['refuse guard.draw-standing']);
    expect(drawn('utility', 15)).toEqual([]);
    expect(seen(HOUR)).toMatchObject({
      said: 'warn state.waiting.read',
      duties: ['warn duty.read now bench'],
    });
    expect(drawn()).toEqual(['refuse guard.draw-waiting']);
    expect(
      said('drawn', { volumeL: 1, use: 'drinking', byTap: false, into: h.subject('container') }),
    ).toEqual(['refuse guard.bottle-unfit']);
  });

  it('with a sheet given up that left something in it is held, on Today, until that is finished', () => {
    const sheet = sheetOf('chlorine-tablets', 'water');
    expect(seen(HOUR)).toMatchObject({
      state: 'waiting',
      counts: null,
      said: 'warn state.held',
      label: 'label.waiting',
      notForDrinking: true,
    });
    expect(seen(HOUR).duties.filter(d => d.includes('held'))).toEqual([]);
    put('sheet.ended', { outcome: 'stopped', method: 'chlorine-tablets' }, sheet, [drum]);
    expect(seen(HOUR)).toMatchObject({
      state: 'waiting',
      said: 'refuse state.held-ended',
      remedy: 'state.held-ended.remedy',
      duties: ['refuse duty.held now bench'],
    });
  });

  it('in which a chemical was smelt is failed; a dose on a reading of nothing failed too', () => {
    begun();
    put('checked', { clarity: 'clear', chemicalSmell: true });
    expect(seen(HOUR)).toMatchObject({
      state: 'failed',
      said: 'refuse state.failed.chemical',
      remedy: 'state.failed.residual.remedy',
    });
  });
});

describe('water of which somebody drank before it was fit', () => {
  it('is told for a week, and not longer', () => {
    filled('well');
    put('drawn', { volumeL: 3, use: 'drinking', byTap: false });
    expect(seen(HOUR).duties).toEqual(['refuse duty.drawn-unfit.utility now store']);
    expect(seen(7 * DAY).duties).toHaveLength(1);
    expect(seen(8 * DAY + HOUR).duties).toEqual([]);
  });

  it('for the plants is no matter', () => {
    filled('well');
    put('drawn', { volumeL: 3, use: 'utility', byTap: false });
    expect(seen(HOUR).duties).toEqual([]);
  });
});

describe('a floor and a shelf that bear too much', () => {
  it('are on Today, each with its place', () => {
    put(
      'place.set',
      {
        name: 'Shed',
        building,
        level: 0,
        widthM: 9,
        heightM: 2.4,
        floorLimitKgM2: 100,
        shelves: [{ id: 'S', heightM: 1, fromM: 0, toM: 2, limitKg: 50 }],
      },
      shed,
    );
    filled();
    expect(seen(HOUR).duties).toEqual(['warn duty.floor now store']);
    put('moved', { place: shed, shelf: 'S' });
    expect(seen(HOUR).duties).toEqual(['refuse duty.shelf now store']);
  });

  it('near poison is warned of where something is put there', () => {
    const barn = h.subject('place');
    put(
      'place.set',
      { name: 'Barn', building, level: 0, widthM: 9, heightM: 2.4, shelves: [], near: ['poison'] },
      barn,
    );
    filled();
    expect(said('moved', { place: barn })).toEqual(['warn place.near-poison', 'warn lift.fixed']);
    expect(said('moved', { place: h.subject('place') })).toEqual(['refuse guard.no-place']);
  });
});

describe('setting down', () => {
  const vessel = { kind: 'can-20l', role: 'clean', heldBefore: 'new' } as const;
  it('asks for a kind and a place that there are, a code of its own, and once', () => {
    const can = h.subject('container');
    const down = (more: Partial<EntryData['container.added']>, subject = can) =>
      said('container.added', { ...vessel, code: 'B', place: shed, ...more }, HOUR, subject);
    expect(down({})).toEqual([]);
    expect(down({ kind: 'no-such' })).toEqual(['refuse guard.no-kind']);
    expect(down({ place: h.subject('place') })).toEqual(['refuse guard.no-place']);
    expect(down({ code: 'a-1' })).toEqual(['refuse guard.code-taken']);
    expect(down({}, drum)).toEqual(['refuse guard.set-down-already']);
    // an unfit vessel may stand there, with a word about it
    expect(down({ heldBefore: 'chemical' })).toEqual(['warn vessel.chemical']);
    expect(down({ heldBefore: 'food' })).toEqual(['warn vessel.food']);
    expect(said('container.changed', { code: 'A-1' })).toEqual([]);
    expect(said('container.changed', { note: 'lid stiff' })).toEqual([]);
    put('container.added', { ...vessel, code: 'B', place: shed }, can);
    expect(said('container.changed', { code: 'b' })).toEqual(['refuse guard.code-taken']);
  });

  it('of an inspection tells what was found, and refuses nothing', () => {
    for (const found of ['leaking', 'broken-seal', 'algae'] as const)
      expect(said('inspected', { found })).toEqual([`warn found.${found}`]);
    expect(said('inspected', { found: 'sound' })).toEqual([]);
  });
});

describe('filling', () => {
  const fill = (litres: number, more: Partial<EntryData['filled']> = {}) =>
    said('filled', {
      volumeL: { value: litres, known: 'label' },
      water: 'treated-tap',
      sealed: true,
      ...more,
    });

  it('goes to the brim and a hand’s error, not beyond', () => {
    expect(fill(212)).toEqual([]);
    expect(fill(212.2)).toEqual(['refuse guard.overfull']);
  });

  it('leaves a tenth where it may freeze', () => {
    put(
      'place.set',
      { name: 'Shed', building, level: 0, widthM: 9, heightM: 2.4, shelves: [], mayFreeze: true },
      shed,
    );
    expect(fill(187.2)).toEqual([]);
    expect(fill(187.3)).toEqual(['warn guard.frost']);
  });

  it('of what is never drunk is refused where it is poison, warned of where it may be made fit elsewhere', () => {
    expect(
      fill(100, { water: 'flood' }).some(
        j => j.startsWith('warn guard.never-drunk') || j.startsWith('refuse guard.never-drunk'),
      ),
    ).toBe(true);
    expect(fill(100, { water: 'rain' }).filter(j => j.includes('never-drunk'))).toEqual([]);
    expect(fill(100, { source: h.subject('source') })).toEqual(['refuse guard.no-source']);
  });

  it('onto what is left in it is warned of', () => {
    filled();
    expect(fill(198)).toEqual(['warn guard.fill-onto']);
  });
});

describe('pond water that bleach made limited', () => {
  beforeEach(() => {
    filled('pond');
    dosed();
    put('mixed', {});
    h.at(addMinutes(start, 35)).write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.5 }));
  });

  it('counts beside the reach, says what is left in it on its label, and is drunk with a warning', () => {
    expect(seen(HOUR)).toMatchObject({
      state: 'limited',
      counts: 'limited',
      said: 'warn state.limited',
      notForDrinking: false,
      lines: [
        'label.holds',
        'label.filled',
        'label.good-until-at',
        'label.left',
        'label.treated',
        'label.by',
      ],
      reach: { drinkingL: 0, limitedL: 198, utilityL: 0 },
    });
    expect(seen(HOUR).duties[0]).toBe('warn duty.limited now bench');
    expect(seen(HOUR).acts).toContain('apart');
    expect(drawn()).toEqual(['warn guard.draw-limited']);
    expect(drawn('utility')).toEqual([]);
  });

  it('set apart counts for nothing', () => {
    put('container.changed', { setApart: 'the goats' });
    expect(seen(HOUR)).toMatchObject({ state: 'limited', counts: null, reach: { limitedL: 0 } });
  });

  it('when its hours are over is past to the minute', () => {
    const { goodUntil } = seen(HOUR);
    const minutes = (Date.parse(goodUntil!.at!) - Date.parse(start)) / 60_000;
    expect(seen(minutes - 1).state).toBe('limited');
    expect(seen(minutes)).toMatchObject({ state: 'past', said: 'refuse state.past.hour' });
  });
});

describe('a batch of bleach', () => {
  it('with no chlorine left in it failed: another dose does not make it good by itself', () => {
    filled('well');
    dosed();
    put('mixed', {});
    h.at(addMinutes(start, 35)).write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0 }));
    h.write('dosed', drum, { doseMl: 6.6, strengthMgMl: 60 });
    h.write('mixed', drum, {});
    h.at(addMinutes(start, 70)).write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0 }));
    expect(seen(2 * HOUR)).toMatchObject({
      state: 'failed',
      said: 'refuse state.failed.residual',
      remedy: 'state.failed.residual.remedy',
      label: 'label.failed',
    });
  });

  it('that stands is not filled onto', () => {
    filled('well');
    dosed();
    expect(
      said('filled', { volumeL: { value: 100, known: 'label' }, water: 'treated-tap', sealed: true }, 5),
    ).toEqual(['refuse guard.fill-standing']);
  });
});

describe('like duties of a place', () => {
  const another = (code: string, room = shed, day = 0) => {
    const id = h.subject('container');
    h.at(addMinutes(start, day * DAY));
    h.write('container.added', id, { code, kind: 'can-20l', place: room, role: 'clean', heldBefore: 'new' });
    h.write('filled', id, { volumeL: { value: 19, known: 'label' }, water: 'treated-tap', sealed: true });
    return id;
  };
  const lines = (days: number) => {
    const now = addMinutes(start, days * DAY);
    const facts = fold(h.entries);
    return dutiesAt(facts, stateAt(facts, now)).map(d => [
      d.what.id,
      d.what.params?.count,
      d.what.params?.litres,
      d.subjects?.length,
    ]);
  };

  it('are one line, with their number and litres, by the day they fall on', () => {
    another('B-1');
    expect(lines(180)).toEqual([['duty.rotate', undefined, 19, undefined]]);
    another('B-2');
    another('B-3', shed, 1);
    expect(lines(180)).toEqual([
      ['duty.rotate.many', 2, 38, 2],
      ['duty.rotate', undefined, 19, undefined],
    ]);
  });

  it('that are past are one line of their place, whatever their days', () => {
    const barn = h.subject('place');
    put('place.set', { name: 'Barn', building, level: 0, widthM: 9, heightM: 2.4, shelves: [] }, barn);
    another('B-1');
    another('B-2', shed, 1);
    another('B-3', barn, 2);
    expect(lines(400)).toEqual([
      ['duty.past.many', 2, 38, 2],
      ['duty.past', undefined, 19, undefined],
    ]);
  });
});

describe('what is read by a stick', () => {
  it.each([
    ['tank-500l', true],
    ['tote-1040l', true],
    ['drum-57l', false],
  ])('%s: %s', (kind, isTank) => {
    const id = h.subject('container');
    h.write('container.added', id, { code: 'T', kind, place: shed, role: 'clean', heldBefore: 'new' });
    const acts = () => {
      const facts = fold(h.entries);
      const now = addMinutes(start, HOUR);
      return offeredActs(facts, facts.container[id]!, stateAt(facts, now).containers[id]!, now);
    };
    expect(acts().includes('dip')).toBe(isTank);
    h.write('filled', id, { volumeL: { value: 50, known: 'label' }, water: 'treated-tap', sealed: true });
    expect(acts().includes('dip')).toBe(isTank);
  });
});
