import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import type { Told } from '../../log/entry.ts';
import type { Upcast } from '../../log/upcast.ts';
import { type ChlorineReading, readingMethods } from '../../treatment/chlorine/residual.ts';
import { noCredit } from '../../treatment/credit/credit.ts';
import { signsOf } from '../../water/findings/finding.ts';
import type { Purpose } from '../../water/quality/limits.ts';
import { germsOf } from '../../water/quality/testReading.ts';
import { kindRow } from '../../water/sourceKinds.ts';
import { rowOf } from '../../water/waters.ts';
import type { SourceFacts } from '../sources/facts.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { read } from '../store/fill.ts';
import { gradeAt } from '../store/fit.ts';
import { stoodAt, withFill } from '../store/vessel.ts';
import type { SupplyFacts } from '../supplies/facts.ts';
import * as alarms from './alarms.ts';
import { freshSampling, type Kept, type TestFacts } from './facts.ts';
import {
  followed,
  followUpClosed,
  headingMapped,
  kitChecked,
  type ReadingFields,
  samplingSet,
  testBegun,
  testGivenUp,
  testReading,
} from './fields.ts';
import { onBegun, onClosed, onFollowed, onKitChecked, onRead } from './guards.ts';
import { chlorineOf, countsBefore, keptOf, readingOfChlorine, withReading } from './readings.ts';
import { purposeOf } from './standing.ts';
import { wordsOfReading } from './wordsOf.ts';

/** Version 2 knew chlorine alone, of containers. */
const ofChlorine: Upcast = data => {
  const { method, mgL, smell, ...more } = data as ChlorineReading;
  const isWhole = method === 'smell' ? smell !== undefined && mgL === undefined : typeof mgL === 'number';
  // what was none then is not made one now: it stumbles as it came
  return readingMethods.includes(method) && isWhole && Object.keys(more).length === 0
    ? readingOfChlorine({ method, ...(mgL === undefined ? {} : { mgL }), ...(smell ? { smell } : {}) })
    : data;
};

/** Germs in it: a well that was taken for closed is not, a roof is not clean, whatever was believed when it was filled. */
const fouled = (facts: ContainerFacts): ContainerFacts =>
  withFill(facts, fill => {
    const { class: of } = rowOf(fill.water);
    if (of === 'ground') return { ...fill, origin: { ...fill.origin, protection: 'exposed' } };
    return of === 'roof' && fill.origin?.roof !== 'unfit'
      ? { ...fill, origin: { ...fill.origin, roof: 'soiled' } }
      : fill;
  });

/** What germs, or none, say of the water for as long as it stands there. */
function ofGerms(facts: ContainerFacts, reading: Kept): ContainerFacts {
  const germs = germsOf(reading);
  if (germs === undefined) return facts;
  // coliforms without E. coli came in with soil or a dirty tap as often as with dung
  if (germs === 0 || reading.parameter === 'total-coliforms') return facts;
  return undone(fouled(facts), reading.at);
}

/** What was earned before did not hold it back, or it came in since: the water is treated anew. */
const undone = (facts: ContainerFacts, at: string): ContainerFacts =>
  withFill(facts, ({ treated, ...fill }) => ({
    ...fill,
    undoneAt: at,
    ...(treated ? { treated: { ...treated, byMethod: {}, credit: noCredit } } : {}),
  }));

/** Treated water that turns cloudy is not what was put in. */
const ofCloud = (facts: ContainerFacts, { at, entry: _, ...reading }: Kept): ContainerFacts =>
  signsOf({ at, is: 'read', reading }, { water: 'treated-tap' }).includes('cloudy')
    ? undone(facts, at)
    : facts;

/** Fuel and solvent go into the wall of a vessel: it is looked at, and found sound or replaced, before it holds drinking water. */
const ofFuel = (facts: ContainerFacts, { at, found }: Kept): ContainerFacts =>
  found === 'fuel' || found === 'solvent' || found === 'sheen'
    ? { ...facts, spoiled: { at, found: 'near-fuel' } }
    : facts;

/** What is read in a container: its chlorine goes to the water and its batch, the rest stands beside them. */
function readInContainer(facts: ContainerFacts, entry: Told<ReadingFields>): ContainerFacts {
  const reading = keptOf(entry);
  const chlorine = chlorineOf(reading);
  if (facts.fill && reading.at < facts.fill.at && !countsBefore(reading)) return facts;
  if (chlorine) return withFill(facts, fill => read(fill, entry, chlorine));
  const vessel = stoodAt(facts, reading.at);
  const { fill } = vessel;
  // of an empty vessel there is no water that it could be a reading of: it stands in the log alone
  if (!fill || fill.remainingL <= 0) return facts;
  const noted = [ofGerms, ofFuel, ofCloud].reduce(
    (before, of) => of(before, reading),
    withReading(vessel, reading),
  );
  const grade = gradeAt(vessel, fill, entry.happenedAt);
  const purpose: Purpose = grade === 'utility' || grade === 'never' ? 'raw' : 'store';
  return alarms.alarmed(noted, reading, { purpose, since: fill.since }, alarms.partsWithWater(fill));
}

function readAtSource(facts: SourceFacts, entry: Told<ReadingFields>): SourceFacts {
  const reading = keptOf(entry);
  const { water } = kindRow(facts.kind);
  const parts = [{ at: entry.happenedAt, source: facts.id, water }];
  return alarms.alarmed(withReading(facts, reading), reading, { purpose: purposeOf(facts) }, parts);
}

/** A test of a kit is used up; what is read before and after a filter stands beside it. */
function readAtSupply(facts: SupplyFacts, entry: Told<ReadingFields>, id: string): SupplyFacts {
  const counted = entry.data.kit?.supply === id ? { ...facts, used: facts.used + 1 } : facts;
  return entry.subject === id ? withReading(counted, keptOf(entry)) : counted;
}

const readInTest = (facts: TestFacts, { happenedAt, data }: Told<ReadingFields>): TestFacts => ({
  ...facts,
  read: { ...facts.read, [data.parameter]: happenedAt },
});

const readings = {
  read: kind({
    data: testReading,
    on: ['container', 'source', 'supply'],
    also: ['test', 'supply'],
    fold: {
      container: readInContainer,
      source: readAtSource,
      supply: readAtSupply,
      test: readInTest,
    },
    guard: onRead,
    restsOn: ['filled', 'batch.begun', 'dosed', 'mixed'],
    tellsOf: { container: 'water' },
    words: wordsOfReading,
    upcasts: { 2: ofChlorine },
  }),
  /** A sample was set to stand warm. */
  'test.begun': kind({
    data: testBegun,
    on: ['test'],
    also: ['container', 'source', 'supply'],
    fold: {
      test: {
        begins: (facts, { happenedAt, by, data }, id) => ({
          ...facts,
          id,
          begunAt: happenedAt,
          by,
          read: facts?.read ?? {},
          ...data,
        }),
      },
      container: none,
      source: none,
      supply: (facts, { data }, id) => (data.kit?.supply === id ? { ...facts, used: facts.used + 1 } : facts),
    },
    guard: onBegun,
    restsOn: none,
    words: ({ parameters, method }) =>
      message('entry.test.begun', {
        names: parameters.map(p => `parameter.${p}`).join(),
        method: `test-method.${method}`,
      }),
  }),
  'test.given-up': kind({
    data: testGivenUp,
    on: ['test'],
    also: ['container', 'source', 'supply'],
    fold: {
      test: (facts, { happenedAt }) => ({ ...facts, givenUp: happenedAt }),
      container: none,
      source: none,
      supply: none,
    },
    guard: none,
    restsOn: none,
    words: ({ why }) => message('entry.test.given-up', { why: `test-given-up.${why}` }),
  }),
};

const followUps = {
  'follow-up.step': kind({
    data: followed,
    on: ['container', 'source'],
    fold: { container: alarms.stepped, source: alarms.stepped },
    guard: onFollowed,
    restsOn: none,
    words: ({ step, way }) =>
      message('entry.follow-up.step', { step: way ? `follow.treat.${way}` : `follow.${step}` }),
  }),
  'follow-up.closed': kind({
    data: followUpClosed,
    on: ['container', 'source'],
    fold: {
      container: (facts, { happenedAt, data }) => alarms.closed(facts, data.of, happenedAt),
      source: (facts, { happenedAt, data }) => alarms.closed(facts, data.of, happenedAt),
    },
    guard: onClosed,
    restsOn: none,
    words: none,
  }),
};

/** Trials of a kit on itself that are kept. */
const CHECKS_KEPT = 12;

const control = {
  'kit.checked': kind({
    data: kitChecked,
    on: ['supply'],
    fold: {
      supply: (facts, { happenedAt, data }) => ({
        ...facts,
        used: facts.used + (data.what === 'duplicate' ? 2 : 1),
        checks: [...(facts.checks ?? []), { at: happenedAt, ...data }].slice(-CHECKS_KEPT),
      }),
    },
    guard: onKitChecked,
    restsOn: none,
    words: ({ what, parameter }) =>
      message('entry.kit.checked', { what: `kit-check.${what}`, name: `parameter.${parameter}` }),
  }),
  'sampling.set': kind({
    data: samplingSet,
    on: ['sampling'],
    fold: {
      sampling: {
        begins: (facts = freshSampling, { data }) => ({
          ...facts,
          everyDays: { ...facts.everyDays, [data.rule]: data.everyDays },
        }),
      },
    },
    guard: none,
    restsOn: none,
    words: ({ rule, everyDays }) =>
      message(everyDays === 0 ? 'entry.sampling.off' : 'entry.sampling.set', {
        rule: `sampling.${rule}`,
        everyDays,
      }),
  }),
  /** What a heading of a laboratory means. */
  'heading.mapped': kind({
    data: headingMapped,
    on: ['sampling'],
    fold: {
      sampling: {
        begins: (facts = freshSampling, { data }) => ({
          ...facts,
          headings: { ...facts.headings, [data.heading.toLowerCase()]: data.means },
        }),
      },
    },
    guard: none,
    restsOn: none,
    words: ({ heading }) => message('entry.heading.mapped', { heading }),
  }),
};

export const entries = { ...readings, ...followUps, ...control };
