import { nothing } from '../fields.ts';
import { message } from '../judgement.ts';
import { kind, none } from '../log/define.ts';
import { withFill } from '../store/vessel.ts';
import { readingsOfTested, withReading } from '../tests/readings.ts';
import type { SourceEvent } from '../water/hazards.ts';
import type { SourceFacts } from './facts.ts';
import {
  allClear,
  event,
  flushed,
  flushParts,
  hazard,
  illness,
  inspected,
  look,
  mended,
  notice,
  type SourceFields,
  source,
  tested,
} from './fields.ts';
import { onAllClear, onFlushed, onIll, onLooked, onNotice, onRemoved, onSource, onTested } from './guards.ts';

/** Of each kind of finding so many are kept beside a source; the rest stays in the log. */
const KEPT = 24;
const kept = <T>(list: readonly T[], one: T): readonly T[] => [...list, one].slice(-KEPT);

/** What may have let germs into a well: what was found before it proves nothing any more. */
const upsets: readonly SourceEvent[] = ['flood', 'works'];

/** What was found out about a source, beside what it is. */
type Found = Omit<SourceFacts, keyof SourceFields | 'id'>;
const nothingFound: Found = {
  looked: [],
  inspected: [],
  mended: [],
  happened: [],
  said: {},
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
  ill,
  upsetAt,
  photo,
}: SourceFacts): Found => ({
  looked,
  inspected,
  mended,
  happened,
  said,
  ill,
  ...(tests ? { tests } : {}),
  ...(alarms ? { alarms } : {}),
  ...(upsetAt ? { upsetAt } : {}),
  ...(photo ? { photo } : {}),
});

const places = {
  'source.set': kind({
    data: source,
    on: ['source'],
    fold: {
      source: {
        begins: (facts, { data }, id) => {
          const found = facts ? foundOf(facts) : nothingFound;
          return { id, ...found, ...data };
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
        looked: kept(facts.looked, { at: happenedAt, ...data }),
        happened: facts.happened.filter(h => h.at > happenedAt),
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
        mended: [],
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
      source: (facts, { data }) =>
        facts.mended.includes(data.risk) ? facts : { ...facts, mended: [...facts.mended, data.risk] },
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
        happened: kept(facts.happened, { at: happenedAt, ...data }),
        ...(upsets.includes(data.what) ? { upsetAt: happenedAt } : {}),
      }),
    },
    guard: none,
    restsOn: none,
    words: ({ what }) => message('entry.source.happened', { what: `source-event.${what}` }),
  }),
  'source.hazard': kind({
    data: hazard,
    on: ['source'],
    fold: { source: (facts, { data }) => ({ ...facts, said: { ...facts.said, [data.of]: data } }) },
    guard: none,
    restsOn: none,
    words: ({ of, is, why = '' }) => message(`entry.source.hazard.${is}`, { of: `feared.${of}`, why }),
  }),
  /** People fell ill who drank of it. */
  'made-ill': kind({
    data: illness,
    on: ['source', 'container'],
    fold: {
      source: (facts, { data }) => ({
        ...facts,
        ill: kept(facts.ill, { on: data.fellIllOn, people: data.people }),
      }),
      container: (facts, { data }) =>
        withFill(facts, fill => ({
          ...fill,
          ill: kept(fill.ill ?? [], { on: data.fellIllOn, people: data.people }),
        })),
    },
    guard: onIll,
    restsOn: none,
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
