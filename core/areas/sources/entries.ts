import { nothing } from '../../base/fields.ts';
import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import type { SourceSmell } from '../../water/hazards.ts';
import { readingsOfTested, withReading } from '../readings/readings.ts';
import { stoodAt, withFill } from '../store/vessel.ts';
import type { SourceFacts } from './facts.ts';
import {
  allClear,
  ending,
  event,
  flushed,
  flushParts,
  hazard,
  type Illness,
  illness,
  inspected,
  look,
  mended,
  notice,
  type SourceFields,
  source,
  tested,
} from './fields.ts';
import {
  onAllClear,
  onEnded,
  onFlushed,
  onIll,
  onLooked,
  onNotice,
  onRemoved,
  onSource,
  onTested,
} from './guards.ts';

/** Of each kind of finding so many are kept beside a source; the rest stays in the log. */
const KEPT = 24;
const kept = <T>(list: readonly T[], one: T): readonly T[] => [...list, one].slice(-KEPT);

/** Of what holds a water until it ends, the last of each kind: none of it is forgotten for what came after. */
const lastOfEach = <T>(list: readonly T[], one: T, same: (other: T) => boolean): readonly T[] => [
  ...list.filter(other => !same(other)),
  one,
];

/** Looks that are kept: the last ones, and of those before each that showed something which no later look ends. */
function keptLooks(list: SourceFacts['looked'], one: SourceFacts['looked'][number]): SourceFacts['looked'] {
  const all = [...list, one];
  const older = all.slice(0, -KEPT).filter(look => look.looks.some(l => l !== 'clear') || isOdd(look.smell));
  return [...older.slice(-KEPT), ...all.slice(-KEPT)];
}
const isOdd = (smell: SourceSmell): boolean => smell === 'sewage' || smell === 'fuel' || smell === 'solvent';

/** What was found out about a source, beside what it is. */
type Found = Omit<SourceFacts, keyof SourceFields | 'id' | 'setAt'>;
const nothingFound: Found = {
  looked: [],
  inspected: [],
  mended: [],
  happened: [],
  said: {},
  confirmed: [],
  ended: [],
  ill: [],
};

const foundOf = ({
  looked,
  inspected,
  mended,
  tests,
  alarms,
  happened,
  said,
  confirmed,
  ended,
  ill,
  photo,
}: SourceFacts): Found => ({
  looked,
  inspected,
  mended,
  happened,
  said,
  confirmed,
  ended,
  ill,
  ...(tests ? { tests } : {}),
  ...(alarms ? { alarms } : {}),
  ...(photo ? { photo } : {}),
});

/** A case of illness as it is kept. */
const caseOf = ({ fellIllOn, people, home, isChemical }: Illness) => ({
  on: fellIllOn,
  people,
  ...(home ? { home } : {}),
  ...(isChemical ? { isChemical } : {}),
});

const places = {
  'source.set': kind({
    data: source,
    on: ['source'],
    fold: {
      source: {
        begins: (facts, { data, happenedAt }, id) => {
          const found = facts ? foundOf(facts) : nothingFound;
          return { id, setAt: facts?.setAt ?? happenedAt, ...found, ...data };
        },
      },
    },
    guard: onSource,
    restsOn: none,
    words: ({ name }) => message('entry.source.set', { name }),
  }),
  'source.removed': kind({
    data: nothing,
    on: ['source'],
    // what was filled there goes on being judged by it
    fold: { source: (facts, { happenedAt }) => ({ ...facts, removedAt: happenedAt }) },
    guard: onRemoved,
    restsOn: none,
    words: none,
  }),
};

const findings = {
  'source.looked': kind({
    data: look,
    on: ['source'],
    fold: {
      source: (facts, { happenedAt, data }) => ({
        ...facts,
        looked: keptLooks(facts.looked, { at: happenedAt, ...data }),
        ...(data.flowLMin ? { flowLMin: data.flowLMin } : {}),
      }),
    },
    guard: onLooked,
    restsOn: none,
    words: ({ looks, smell }) =>
      message('entry.source.looked', {
        looks: looks.map(l => `look.${l}`).join(),
        smell: `source-smell.${smell}`,
      }),
  }),
  'source.inspected': kind({
    data: inspected,
    on: ['source'],
    fold: {
      source: (facts, { happenedAt, by, data }) => ({
        ...facts,
        inspected: kept(facts.inspected, { at: happenedAt, by, ...data }),
      }),
    },
    guard: none,
    restsOn: none,
    words: ({ yes }) => message('entry.source.inspected', { score: yes.length }),
  }),
  'source.mended': kind({
    data: mended,
    on: ['source'],
    fold: {
      source: (facts, { happenedAt, data }) => ({
        ...facts,
        mended: kept(facts.mended, { at: happenedAt, risk: data.risk }),
      }),
    },
    guard: none,
    restsOn: ['source.inspected'],
    words: ({ risk }) => message('entry.source.mended', { risk: `inspect.${risk}` }),
  }),
  /** How germs and nitrate were told before readings were one thing (`read`): older logs hold it, nothing writes it. */
  'source.tested': kind({
    data: tested,
    on: ['source'],
    fold: {
      source: (facts, { id, happenedAt, data }) =>
        readingsOfTested({ id, happenedAt, data }).reduce<SourceFacts>(withReading, facts),
    },
    guard: onTested,
    restsOn: none,
    words: ({ eColi, nitrateMgL }) =>
      eColi === undefined
        ? message('entry.source.tested-nitrate', { nitrateMgL: nitrateMgL ?? 0 })
        : message('entry.source.tested', { eColi }),
  }),
  'source.happened': kind({
    data: event,
    on: ['source'],
    fold: {
      source: (facts, { happenedAt, data }) => ({
        ...facts,
        happened: lastOfEach(facts.happened, { at: happenedAt, ...data }, h => h.what === data.what),
      }),
    },
    guard: none,
    restsOn: none,
    words: ({ what }) => message('entry.source.happened', { what: `source-event.${what}` }),
  }),
  'source.hazard': kind({
    data: hazard,
    on: ['source'],
    fold: {
      source: (facts, { happenedAt, data }) => ({
        ...facts,
        said: { ...facts.said, [data.of]: data },
        ...(data.is === 'confirmed'
          ? {
              confirmed: lastOfEach(facts.confirmed, { at: happenedAt, of: data.of }, c => c.of === data.of),
            }
          : {}),
      }),
    },
    guard: none,
    restsOn: none,
    words: ({ of, is, why = '' }) => message(`entry.source.hazard.${is}`, { of: `feared.${of}`, why }),
  }),
  /** What was found there is over, by the word of somebody who may say so. */
  'finding.ended': kind({
    data: ending,
    on: ['source', 'container'],
    fold: {
      source: (facts, { happenedAt, data }) => ({
        ...facts,
        ended: lastOfEach(
          facts.ended,
          { at: happenedAt, ...data },
          e => e.of === data.of && e.by === data.by,
        ),
      }),
      container: (facts, { happenedAt, data }) =>
        withFill(facts, fill => ({
          ...fill,
          ended: lastOfEach(
            fill.ended ?? [],
            { at: happenedAt, ...data },
            e => e.of === data.of && e.by === data.by,
          ),
        })),
    },
    guard: onEnded,
    restsOn: none,
    words: ({ of, by }) => message('entry.finding.ended', { of: `hold.${of}`, by: `word.${by}` }),
  }),
  /** People fell ill who drank of it. */
  'made-ill': kind({
    data: illness,
    on: ['source', 'container'],
    fold: {
      source: (facts, { data }) => ({
        ...facts,
        ill: kept(facts.ill, caseOf(data)),
      }),
      container: (facts, { data, happenedAt }) =>
        withFill(stoodAt(facts, happenedAt), fill => ({
          ...fill,
          ill: kept(fill.ill ?? [], caseOf(data)),
        })),
    },
    guard: onIll,
    restsOn: none,
    tellsOf: { container: 'water' },
    words: ({ people, fellIllOn }) => message('entry.made-ill', { people, onDay: fellIllOn }),
  }),
};

const notices = {
  'notice.given': kind({
    data: notice,
    on: ['notice'],
    fold: {
      notice: {
        begins: (facts, { data }, id) => ({ ...facts, id, flushed: facts?.flushed ?? [], ...data }),
      },
    },
    guard: onNotice,
    restsOn: none,
    words: ({ kind, authority }) => message('entry.notice.given', { kind: `notice.${kind}`, authority }),
  }),
  'notice.all-clear': kind({
    data: allClear,
    on: ['notice'],
    fold: { notice: (facts, { data }) => ({ ...facts, allClear: data }) },
    guard: onAllClear,
    restsOn: none,
    words: ({ found }) => message('entry.notice.all-clear', { found: `all-clear.${found}` }),
  }),
  /** A part of the house was flushed after the all-clear, or is not there. */
  'notice.flushed': kind({
    data: flushed,
    on: ['notice'],
    fold: {
      notice: (facts, { happenedAt, data }) => {
        const done = [...new Set([...facts.flushed, data.part])];
        const isAll = flushParts.every(part => done.includes(part));
        return { ...facts, flushed: done, ...(isAll ? { flushedAt: facts.flushedAt ?? happenedAt } : {}) };
      },
    },
    guard: onFlushed,
    restsOn: ['notice.all-clear'],
    words: ({ part, isNone }) =>
      message(isNone ? 'entry.notice.no-part' : 'entry.notice.flushed', { part: `flush.${part}` }),
  }),
};

export const entries = { ...places, ...findings, ...notices };
