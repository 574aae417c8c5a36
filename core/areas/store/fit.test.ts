import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { measured } from '../../base/units/amount.ts';
import type { ContainerKind } from '../../storage/containers/kinds.ts';
import { planDose } from '../../treatment/chlorine/instruct.ts';
import { credit } from '../../treatment/credit/credit.ts';
import type { Origin, Water } from '../../water/waters.ts';
import { dutiesAt } from '../duties.ts';
import type { EntryData } from '../entries.ts';
import { fold, guard } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { promiseOfDose, promiseOfRun } from '../sheets/expected.ts';
import { offeredActs } from './acts.ts';
import { earnedIn, vesselOf, waterCase } from './fit.ts';
import { stateAt } from './wholeState.ts';

const START = '2026-11-02T08:00:00.000Z';
const DAY = 1440;
let h: Hand;
let drum: Subject;
let place: Subject;

const at = (minutes: number) => addMinutes(START, minutes);
const facts = () => fold(h.entries);
const stateIn = (minutes: number) => stateAt(facts(), at(minutes)).containers[drum]!;
const fill = (water: Water, more: { origin?: Origin; residualMgL?: number } = {}) =>
  h.write('filled', drum, { volumeL: { value: 100, known: 'measured' }, water, sealed: true, ...more });
const read = (minutes: number, mgL: number) =>
  h.at(at(minutes)).write('read', drum, readingOfChlorine({ method: 'dpd', mgL }));
const told = (minutes: number) => {
  const now = at(minutes);
  return dutiesAt(facts(), stateAt(facts(), now)).map(d => d.what.id);
};
const begun: EntryData['batch.begun'] = {
  school: 'drops-rule',
  strengthSchool: 'replace-yearly',
  volumeL: 100,
  strengthMgMl: 61.8,
  targetMgL: 6.5,
  doseMl: 10.5,
  way: 'tool',
  contactMin: 60,
  clarity: 'clear',
};
const dose = (more: Partial<EntryData['batch.begun']> = {}) => {
  h.write('batch.begun', drum, { ...begun, ...more });
  h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
  h.write('dosed', drum, { doseMl: 10.5, strengthMgMl: 61.8 });
  h.write('mixed', drum, {});
};
const reasons = (kind: 'batch.begun' | 'filled' | 'drawn', data: never, minutes: number) => {
  const before = facts();
  const entry = h.at(at(minutes)).write(kind, drum, data);
  h.entries.pop();
  return guard(before, entry, at(minutes)).map(j => `${j.verdict} ${j.reason.id}`);
};

beforeEach(() => {
  h = hand(START, 'Odile', () => 0.5);
  const building = h.subject('building');
  place = h.subject('place');
  drum = h.subject('container');
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', place, {
    name: 'Cellar',
    building,
    level: 0,
    widthM: 4,
    heightM: 2,
    shelves: [],
    meanC: 14,
  });
  h.write('container.added', drum, {
    code: 'A-1',
    kind: 'drum-114l',
    place,
    role: 'clean',
    heldBefore: 'new',
  });
});

describe('the last reading', () => {
  it('rules a vessel that is drawn by its tap: a low one opens it, whatever was read before', () => {
    fill('treated-tap', { residualMgL: 0.6 });
    h.at(at(10)).write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: true });
    read(20, 0.3);
    expect(stateIn(30).state).toBe('ready');
    read(40, 0.05);
    expect(stateIn(50)).toMatchObject({
      state: 'open',
      goodUntil: { rule: { rule: { id: 'rule.opened' } } },
    });
    read(60, 0.2);
    expect(stateIn(70).state).toBe('ready');
    // three days after it the reading is old
    expect(stateIn(60 + 3 * DAY).state).not.toBe('ready');
  });

  it('of total chlorine keeps no tap closed', () => {
    fill('treated-tap');
    h.at(at(10)).write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: true });
    h.at(at(20)).write('read', drum, readingOfChlorine({ method: 'total', mgL: 1 }));
    expect(stateIn(30).state).toBe('open');
  });

  it('when low in sealed store is a watch with a top-up on Today, and the water stays usable', () => {
    fill('treated-tap', { residualMgL: 0.6 });
    read(30 * DAY, 0.19);
    expect(stateIn(31 * DAY)).toMatchObject({
      counts: 'drinking',
      watch: { verdict: 'warn', reason: { id: 'watch.low' } },
    });
    expect(told(31 * DAY)).toContain('duty.watch.low');
    read(32 * DAY, 0.2);
    expect(stateIn(33 * DAY).watch).toBeUndefined();
    expect(told(33 * DAY)).not.toContain('duty.watch.low');
  });

  it('when low ends the hours that an earlier one gave', () => {
    fill('well', { origin: { protection: 'protected' } });
    dose();
    read(65, 0.5);
    read(20 * 60, 0.3);
    expect(stateIn(20 * 60 + 1).goodUntil?.at).toBe(at(20 * 60 + DAY));
    read(22 * 60, 0.1);
    expect(stateIn(22 * 60 + 1).goodUntil?.at).toBe(at(65 + DAY));
  });
});

describe('terms of hours', () => {
  it('end to the minute, and the state holds until then and no longer', () => {
    fill('pond');
    dose();
    read(65, 0.4);
    expect(stateIn(70)).toMatchObject({ state: 'limited', counts: 'limited' });
    expect(stateAt(facts(), at(70)).holdsUntil).toBe(at(65 + DAY));
    expect(stateIn(65 + DAY - 1).state).toBe('limited');
    expect(stateIn(65 + DAY)).toMatchObject({ state: 'past', counts: 'utility' });
    expect(told(70)).toContain('duty.limited');
  });

  it('of water without chlorine are 72 in the cold of a refrigerator, 24 elsewhere', () => {
    fill('pond');
    const boil = () => {
      const sheet = h.subject('sheet');
      h.write(
        'sheet.begun',
        sheet,
        {
          method: 'boil',
          inputs: {},
          headline: { id: 'boil.headline' },
          steps: [],
          uses: [],
          credit: credit(6, 6, 6, 6),
        },
        [drum],
      );
      return h.write('sheet.ended', sheet, { outcome: 'finished', method: 'boil' }, [drum]).happenedAt;
    };
    const end = boil();
    expect(stateIn(10).goodUntil?.at).toBe(addMinutes(end, DAY));
    const fridge = h.subject('place');
    h.write('place.set', fridge, {
      name: 'Larder',
      building: 'building:x',
      level: 0,
      widthM: 1,
      heightM: 1,
      shelves: [],
      meanC: 4,
    });
    h.write('moved', drum, { place: fridge });
    expect(stateIn(10)).toMatchObject({ goodUntil: { at: addMinutes(end, 3 * DAY) } });
  });

  it('of limited protection stay a day in a refrigerator too', () => {
    h.write('place.set', place, {
      name: 'Larder',
      building: 'building:x',
      level: 0,
      widthM: 1,
      heightM: 1,
      shelves: [],
      meanC: 4,
    });
    fill('pond');
    dose();
    read(65, 0.4);
    expect(stateIn(70).goodUntil?.at).toBe(at(65 + DAY));
  });
});

describe('a vessel', () => {
  const own = (material: ContainerKind['material']) => {
    h.write('kind.set', `kind:own-${material}`, {
      id: `own-${material}`,
      shape: 'tank',
      nominalL: 500,
      usableShare: 0.95,
      tareKg: 100,
      widthMm: 900,
      depthMm: 900,
      heightMm: 900,
      stackable: false,
      material,
      lightProof: true,
      neck: 'wide',
      tap: true,
      price: 0,
      serviceYears: 20,
    });
    drum = h.subject('container');
    h.write('container.added', drum, {
      code: `T-${material}`,
      kind: `own-${material}`,
      place,
      role: 'clean',
      heldBefore: 'new',
    });
  };

  it('that held chemicals holds no water, for washing neither, and offers neither dose nor filling', () => {
    h.write('container.changed', drum, { heldBefore: 'chemical' });
    expect(offeredActs(facts(), facts().container[drum]!, stateIn(1), at(1))).not.toContain('fill');
    expect(
      reasons(
        'filled',
        { volumeL: { value: 50, known: 'measured' }, water: 'rain', sealed: true } as never,
        2,
      ),
    ).toContain('refuse vessel.chemical');
    fill('treated-tap');
    expect(stateIn(3)).toMatchObject({
      state: 'failed',
      counts: null,
      judgement: { reason: { id: 'vessel.chemical' } },
    });
    expect(reasons('batch.begun', begun as never, 4)).toContain('refuse vessel.chemical');
    expect(offeredActs(facts(), facts().container[drum]!, stateIn(4), at(4))).not.toContain('dose');
  });

  it.each([
    ['unknown', 'utility'],
    ['milk-juice', 'utility'],
    ['food', 'drinking'],
    ['water', 'drinking'],
  ] as const)('that held %s leaves tap water %s', (heldBefore, counts) => {
    h.write('container.changed', drum, { heldBefore });
    fill('treated-tap');
    expect(stateIn(3).counts).toBe(counts);
  });

  it('of copper is for utility, of new concrete until its lime is gone, of old concrete and zinc with a watch', () => {
    own('copper');
    fill('treated-tap');
    expect(stateIn(3)).toMatchObject({ counts: 'utility', judgement: { verdict: 'refuse' } });
    own('concrete');
    fill('treated-tap');
    expect(stateIn(3)).toMatchObject({
      counts: 'utility',
      judgement: { reason: { id: 'vessel.concrete-new' } },
    });
    h.write('inspected', drum, { found: 'lime-gone' });
    expect(stateIn(3)).toMatchObject({ counts: 'drinking', watch: { reason: { id: 'vessel.concrete' } } });
    own('galvanised');
    fill('treated-tap');
    expect(stateIn(3).watch?.reason.id).toBe('vessel.galvanised');
  });

  it('found cracked, smelling, green or beside fuel is for utility until it was cleaned', () => {
    fill('treated-tap');
    for (const found of ['cracked', 'smell', 'algae', 'near-fuel'] as const) {
      h.write('inspected', drum, { found });
      expect(stateIn(3).counts, found).toBe('utility');
    }
    h.write('inspected', drum, { found: 'sound' });
    expect(stateIn(3).counts).toBe('drinking');
  });

  it('set apart is not counted for the rest, and counts again when it is free', () => {
    fill('treated-tap');
    h.write('container.changed', drum, { setApart: 'the clinic' });
    const { reach, containers } = stateAt(facts(), at(2));
    expect(containers[drum]).toMatchObject({
      state: 'ready',
      counts: null,
      judgement: { reason: { id: 'state.set-apart' } },
    });
    expect([reach.drinkingL, reach.utilityL, reach.limitedL]).toEqual([0, 0, 0]);
    expect(reasons('drawn', { volumeL: 1, use: 'drinking', byTap: true } as never, 3)).toEqual([
      'warn guard.draw-apart',
    ]);
    h.write('container.changed', drum, { setApart: '' });
    expect(facts().container[drum]).not.toHaveProperty('setApart');
    expect(stateIn(4).counts).toBe('drinking');
  });
});

describe('treating', () => {
  it.each(['pool', 'flood', 'tainted'] as const)(
    '%s water is refused by bleach and by every sheet alike',
    water => {
      fill(water);
      expect(reasons('batch.begun', begun as never, 2)).toContain(`refuse guard.never-drunk.${water}`);
      const sheet = h.subject('sheet');
      const entry = h.write(
        'sheet.begun',
        sheet,
        {
          method: 'boil',
          inputs: {},
          headline: { id: 'boil.headline' },
          steps: [],
          uses: [],
          credit: credit(6, 6, 6, 6),
        },
        [drum],
      );
      expect(guard(facts(), entry, at(3)).map(j => `${j.verdict} ${j.reason.id}`)).toContain(
        `refuse guard.never-drunk.${water}`,
      );
    },
  );

  it('water that was dosed within a day is a second dose, by tablets or by bleach, but for a top-up', () => {
    fill('stream');
    const sheet = h.subject('sheet');
    h.write(
      'sheet.begun',
      sheet,
      {
        method: 'tablets',
        inputs: {},
        headline: { id: 'tablets.headline' },
        steps: [],
        uses: [],
        credit: credit(3, 3, 0, 0),
        barrier: 'chlorine',
        holds: 'water',
      },
      [drum],
    );
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'tablets' }, [drum]);
    expect(reasons('batch.begun', begun as never, 60)).toEqual(['refuse guard.second-dose.sheet']);
    expect(reasons('batch.begun', { ...begun, school: 'tap-top-up' } as never, 60)).toEqual([]);
    expect(reasons('batch.begun', begun as never, DAY + 60)).toEqual([]);
  });

  it('counts tablets of chlorine and bleach once, and chlorine beside a filter', () => {
    fill('stream', { origin: { upstream: 'nobody' } });
    const run = (method: string, earned: ReturnType<typeof credit>, barrier: string) => {
      const sheet = h.subject('sheet');
      h.write(
        'sheet.begun',
        sheet,
        { method, inputs: {}, headline: { id: 'x' }, steps: [], uses: [], credit: earned, barrier },
        [drum],
      );
      h.write('sheet.ended', sheet, { outcome: 'finished', method }, [drum]);
    };
    run('tablets', credit(3, 3, 0, 0), 'chlorine');
    dose();
    read(65, 0.5);
    expect(stateIn(70).fitness?.earned).toEqual(credit(3, 3, 0, 0));
    run('filter', credit(2, 0, 2, 2), 'filter:hollow-fibre');
    run('filter', credit(2, 0, 2, 2), 'filter:hollow-fibre');
    expect(stateIn(75).fitness?.earned).toEqual(credit(5, 3, 2, 2));
    run('filter', credit(2, 1, 4, 4), 'filter:ceramic');
    expect(stateIn(76).fitness?.earned).toEqual(credit(7, 4, 6, 6));
  });

  it('limited water drunk is warned of, not refused, and nobody is told that it was unfit', () => {
    fill('pond');
    dose();
    read(65, 0.4);
    expect(reasons('drawn', { volumeL: 1, use: 'drinking', byTap: true } as never, 70)).toEqual([
      'warn guard.draw-limited',
    ]);
    h.at(at(71)).write('drawn', drum, { volumeL: 1, use: 'drinking', byTap: true });
    expect(facts().container[drum]?.fill).not.toHaveProperty('drawnUnfit');
  });
});

describe('what is promised before anything is put in', () => {
  const question = {
    volumeL: measured(100),
    clarity: 'clear',
    isTreatedTap: false,
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: '2026-10-01', keptC: 15 },
    strengthSchool: 'replace-yearly',
    tools: [],
    today: '2026-11-02',
  } as const;
  const promise = () =>
    promiseOfDose(facts(), facts().container[drum]!, question, planDose(question), at(5))?.says.id;

  it.each([
    ['well', { protection: 'protected' }, 'promise.rule.until-read'],
    ['well', {}, 'promise.limited'],
    ['pond', {}, 'promise.limited'],
    ['pool', {}, 'promise.last-resort'],
    ['flood', {}, 'promise.never'],
    ['sea', {}, 'promise.last-resort'],
  ] as const)('of %s %j is %s', (water, origin, says) => {
    fill(water, { origin });
    expect(promise()).toBe(says);
  });

  it.each(['pond', 'stream', 'rain', 'snow', 'well'] as const)(
    'of %s is kept by what the dose then earns',
    water => {
      fill(water);
      const said = promiseOfDose(facts(), facts().container[drum]!, question, planDose(question), at(5))!;
      dose();
      read(70, 0.2);
      expect(stateIn(71).fitness?.grade).toBe(said.fitness.grade);
    },
  );

  it('of a boil is a day, of a second filter of one kind no more than of the first', () => {
    fill('pond');
    const of = (earned: ReturnType<typeof credit>, barrier: string) =>
      promiseOfRun(facts(), facts().container[drum]!, { credit: earned, barrier }, at(5))?.says.id;
    expect(of(credit(6, 6, 6, 6), 'heat')).toBe('promise.rule.no-residual');
    expect(of(credit(2, 0, 2, 2), 'filter:hollow-fibre')).toBe('promise.last-resort');
    expect(of(credit(3, 3, 3, 3), 'filter:ultrafilter')).toBe('promise.human-waste');
  });
});

describe('what bleach gave a water', () => {
  const fillOf = () => facts().container[drum]!.fill!;
  const chlorine = (minutes: number) => earnedIn(fillOf(), at(minutes)).chlorine;
  const smelt = (minutes: number) =>
    h.at(at(minutes)).write('read', drum, readingOfChlorine({ method: 'smell', smell: 'faint' }));
  const doseAt = (minutes: number, more: Partial<EntryData['batch.begun']> = {}) => {
    h.at(at(minutes));
    dose(more);
    return fillOf().batches.at(-1)!;
  };
  const dosedOf = (batch: ReturnType<typeof doseAt>) => batch.events.find(e => e.what === 'dosed')!.at;

  it('is nothing before it is proved, and from then on by what proved it', () => {
    fill('well');
    const batch = doseAt(1);
    expect(chlorine(59)).toBeUndefined();
    expect(chlorine(70)).toBeUndefined();
    read(71, 0.5);
    expect(chlorine(72)).toMatchObject({ by: 'residual', isForADay: false, dosedAt: dosedOf(batch) });
    expect(chlorine(72)?.provedAt.slice(0, 16)).toBe(at(71).slice(0, 16));
    expect(chlorine(72)?.credit.viruses).toBeGreaterThan(0);
  });

  it('by a smell is by a smell, until something was read of another dose', () => {
    fill('well');
    const first = doseAt(1);
    smelt(65);
    expect(chlorine(70)).toMatchObject({ by: 'smell', dosedAt: dosedOf(first) });
    const second = doseAt(2000);
    read(2065, 0.5);
    // a top-up makes it neither young nor old again
    expect(chlorine(2070)).toMatchObject({ by: 'residual', dosedAt: dosedOf(first) });
    expect(dosedOf(second) > dosedOf(first)).toBe(true);
  });

  it('for a day is for a day, whichever dose of it was', () => {
    fill('well');
    doseAt(1, { school: 'target-dose' });
    read(65, 0.5);
    expect(chlorine(70)).toMatchObject({ isForADay: true });
    doseAt(2000);
    read(2065, 0.5);
    expect(chlorine(2070)).toMatchObject({ isForADay: true });
  });

  it('that was taken out again is read anew: what was read before tells nothing', () => {
    fill('well');
    doseAt(1);
    read(65, 0.5);
    const sheet = h.at(at(100)).subject('sheet');
    h.write(
      'sheet.begun',
      sheet,
      {
        method: 'dechlorinate',
        inputs: {},
        headline: { id: 'x' },
        steps: [],
        uses: [],
        credit: credit(0, 0, 0, 0),
        dechlorinates: true,
      } as never,
      [drum],
    );
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'dechlorinate' }, [drum]);
    const { dechlorinatedAt } = fillOf();
    expect(dechlorinatedAt?.slice(0, 16)).toBe(at(100).slice(0, 16));
    const now = waterCase(fillOf(), earnedIn(fillOf(), at(110)), {});
    expect(now.readings).toEqual([]);
    expect(now.treatedAt).toBe(dechlorinatedAt);
    read(120, 0.3);
    expect(waterCase(fillOf(), earnedIn(fillOf(), at(121)), {}).readings.map(r => r.mgL)).toEqual([0.3]);
  });
});

describe('what a water is, as a vessel leaves it', () => {
  it('is young where it was treated last, by a sheet that takes something out', () => {
    fill('well');
    const run = (minutes: number, earned: ReturnType<typeof credit>) => {
      const sheet = h.at(at(minutes)).subject('sheet');
      h.write(
        'sheet.begun',
        sheet,
        {
          method: 'boil',
          inputs: {},
          headline: { id: 'x' },
          steps: [],
          uses: [],
          credit: earned,
          barrier: 'heat',
        },
        [drum],
      );
      return h.write('sheet.ended', sheet, { outcome: 'finished', method: 'boil' }, [drum]).happenedAt;
    };
    const treated = () => earnedIn(facts().container[drum]!.fill!, at(5000)).treatedAt;
    expect(treated()).toBeUndefined();
    run(10, credit(0, 0, 0, 0));
    expect(treated()).toBeUndefined();
    const boiled = run(20, credit(0, 0, 3, 0));
    expect(treated()).toBe(boiled);
  });

  it('is chlorinated by the mains, or by a dose that went in, and not by a sheet that was only begun', () => {
    const isEaten = () => vesselOf(facts().container[drum]!, 'galvanised')?.judgement.reason.id;
    fill('treated-tap');
    expect(isEaten()).toBe('vessel.galvanised');
    h.write('emptied', drum, { to: 'drain' });
    fill('well');
    expect(isEaten()).toBeUndefined();
    h.write('batch.begun', drum, begun);
    h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
    expect(isEaten()).toBeUndefined();
    h.write('dosed', drum, { doseMl: 10.5, strengthMgMl: 61.8 });
    expect(isEaten()).toBe('vessel.galvanised');
  });

  it('outlives the water: what was found at it holds until it is mended, cleaned or replaced', () => {
    const says = () => vesselOf(facts().container[drum]!, 'HDPE')?.judgement.reason.id;
    const clean = () => h.write('sanitised', drum, { waterL: 2, bleachMl: 10 });
    for (const [found, isWashedAway] of [
      ['smell', true],
      ['algae', true],
      ['cracked', false],
      ['leaking', false],
      ['near-fuel', false],
    ] as const) {
      h.write('inspected', drum, { found });
      fill('treated-tap');
      expect(says(), found).toBe(`found.${found}`);
      // a look at something else ends none of it
      h.write('inspected', drum, { found: 'broken-seal' });
      expect(says(), found).toBe(`found.${found}`);
      h.write('emptied', drum, { to: 'drain' });
      clean();
      fill('treated-tap');
      expect(says(), found).toBe(isWashedAway ? undefined : `found.${found}`);
      h.write('inspected', drum, { found: 'sound' });
      expect(says(), found).toBeUndefined();
    }
  });
});

describe('a drum that was opened', () => {
  const openOn = (minutes: number, byTap = false) =>
    h.at(at(minutes)).write('drawn', drum, { volumeL: 20, use: 'drinking', byTap });
  const upOn = (minutes: number) => {
    h.at(at(minutes));
    h.write('filled', drum, {
      volumeL: { value: 40, known: 'measured' },
      water: 'treated-tap',
      sealed: true,
    });
  };
  beforeEach(() => {
    fill('treated-tap');
    openOn(DAY);
  });

  it('is not closed again by filling it up: neither while its days run nor once they are over', () => {
    upOn(2 * DAY);
    expect(stateIn(2 * DAY + 5)).toMatchObject({ state: 'open', goodUntil: { day: '2026-11-06' } });
    expect(stateIn(9 * DAY)).toMatchObject({ state: 'past', counts: 'utility' });
    upOn(10 * DAY);
    expect(stateIn(10 * DAY + 5)).toMatchObject({ state: 'past', counts: 'utility' });
  });

  it('is closed by emptying and filling it afresh', () => {
    h.at(at(10 * DAY)).write('emptied', drum, { to: 'utility' });
    upOn(10 * DAY + 5);
    expect(stateIn(10 * DAY + 10)).toMatchObject({ state: 'ready', counts: 'drinking' });
  });

  it('is closed by a dose that was read, and by none that was not', () => {
    h.at(at(10 * DAY));
    dose();
    const after = 10 * DAY + 70;
    expect(stateIn(after).counts).not.toBe('drinking');
    read(after, 0.5);
    h.write('labelled', drum, {});
    expect(stateIn(after + 5)).toMatchObject({ counts: 'drinking' });
    openOn(11 * DAY);
    expect(stateIn(15 * DAY)).toMatchObject({ state: 'past', counts: 'utility' });
  });
});
