import { nothing } from '../../base/fields.ts';
import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import { isSpoiling } from '../../storage/containers/fitness.ts';
import {
  building,
  condemning,
  container,
  containerChange,
  containerKind,
  draw,
  emptying,
  failing,
  filling,
  inspection,
  origin,
  photo,
  place,
  printedLabel,
  sourceNamed,
  standing,
  takenUp,
} from './fields.ts';
import { drawn, failed, filledAnew, opened, passedOn, pouredOut, unsealed } from './fill.ts';
import { onFilled, onSourceNamed } from './fillGuards.ts';
import {
  needsWater,
  notBeforeWater,
  ofContainer,
  onAdded,
  onBuildingRemoved,
  onChanged,
  onDrawn,
  onInspected,
  onMoved,
  onPlaceRemoved,
  onTakenUp,
} from './guards.ts';
import { partsOf } from './parts.ts';
import { heldBy, stoodAt, withFill } from './vessel.ts';

/** Something is done to the water in it. */
const hasWater = ofContainer((_, found, { happenedAt }) => needsWater(found, happenedAt));

/** What was emptied before the water that is in it was written down held other water: that is told, and it is recorded all the same. */
const onEmptied = ofContainer((_, found, { happenedAt }) => [
  ...needsWater(found),
  ...notBeforeWater(found, happenedAt).map(j => ({ ...j, verdict: 'warn' as const })),
]);

const section = {
  'building.set': kind({
    data: building,
    on: ['building'],
    fold: { building: { begins: (_, { data }, id) => ({ id, ...data }) } },
    guard: none,
    restsOn: none,
    words: none,
  }),
  'building.removed': kind({
    data: nothing,
    on: ['building'],
    fold: { building: () => undefined },
    guard: onBuildingRemoved,
    restsOn: none,
    words: none,
  }),
  'place.set': kind({
    data: place,
    on: ['place'],
    fold: {
      place: {
        begins: (facts, { data }, id) => ({
          id,
          ...data,
          ...(facts?.photo ? { photo: facts.photo } : {}),
        }),
      },
    },
    guard: none,
    restsOn: none,
    words: none,
  }),
  'place.removed': kind({
    data: nothing,
    on: ['place'],
    fold: { place: () => undefined },
    guard: onPlaceRemoved,
    restsOn: none,
    words: none,
  }),
  /** A kind of container of the group's own. */
  'kind.set': kind({
    data: containerKind,
    on: ['kind'],
    fold: { kind: { begins: (_, { data }) => data } },
    guard: none,
    restsOn: none,
    words: none,
  }),
};

const vessel = {
  'container.added': kind({
    data: container,
    on: ['container'],
    fold: { container: { begins: (_, { happenedAt, data }, id) => ({ id, addedAt: happenedAt, ...data }) } },
    guard: onAdded,
    restsOn: none,
    words: ({ code }) => message('entry.container.added', { code }),
  }),
  'container.changed': kind({
    data: containerChange,
    on: ['container'],
    fold: {
      container: (facts, { data }) => {
        const { setApart, ...rest } = { ...facts, ...data };
        return setApart ? { ...rest, setApart } : rest;
      },
    },
    guard: onChanged,
    restsOn: none,
    words: none,
  }),
  'taken-up': kind({
    data: takenUp,
    on: ['container'],
    fold: {
      container: (facts, { happenedAt, by, data }) => ({
        ...facts,
        takenUp: { at: happenedAt, by, ...data },
      }),
    },
    guard: onTakenUp,
    restsOn: none,
    words: none,
  }),
  moved: kind({
    data: standing,
    on: ['container'],
    fold: { container: ({ shelf: _, ...facts }, { data }) => ({ ...facts, ...data }) },
    guard: onMoved,
    restsOn: none,
    words: (data, facts) => message('entry.moved', { place: facts.place[data.place]?.name ?? '' }),
  }),
  inspected: kind({
    data: inspection,
    on: ['container'],
    fold: {
      container: (facts, entry) => {
        const { found } = entry.data;
        const at = entry.happenedAt;
        const { spoiled, ...vessel } = facts;
        // a look that finds it sound says that it was mended; one that finds something else ends nothing
        const isMended = found === 'sound' || found === 'frozen-sound';
        const bad = isSpoiling(found) ? { at, found } : isMended ? undefined : spoiled;
        const seen = {
          ...vessel,
          ...(bad ? { spoiled: bad } : {}),
          inspected: { at, found },
          ...(found === 'lime-gone' ? { curedAt: at } : {}),
        };
        return found === 'broken-seal' ? withFill(seen, fill => unsealed(fill, entry)) : seen;
      },
    },
    guard: onInspected,
    restsOn: none,
    words: ({ found }) => message('entry.inspected', { found: `finding.${found}` }),
  }),
  condemned: kind({
    data: condemning,
    on: ['container'],
    fold: {
      container: (facts, { happenedAt, data }) => ({ ...facts, condemned: { at: happenedAt, ...data } }),
    },
    guard: none,
    restsOn: none,
    words: ({ why }) => message('entry.condemned', { why }),
  }),
  'label.printed': kind({
    data: printedLabel,
    on: ['container'],
    fold: { container: (facts, { happenedAt, data }) => ({ ...facts, label: { at: happenedAt, ...data } }) },
    guard: none,
    restsOn: none,
    words: none,
  }),
  photographed: kind({
    data: photo,
    on: ['container', 'place', 'sheet', 'source', 'test'],
    fold: {
      container: (facts, { data }) => ({ ...facts, photo: data.digest }),
      place: (facts, { data }) => ({ ...facts, photo: data.digest }),
      sheet: (facts, { data }) => ({ ...facts, photo: data.digest }),
      source: (facts, { data }) => ({ ...facts, photo: data.digest }),
      test: (facts, { data }) => ({ ...facts, photo: data.digest }),
    },
    guard: none,
    restsOn: none,
    words: none,
  }),
};

const water = {
  filled: kind({
    data: filling,
    on: ['container'],
    // the vessel that it is poured out of
    also: ['container'],
    fold: {
      container: (facts, entry, id) =>
        entry.subject === id ? filledAnew(facts, entry) : pouredOut(facts, entry),
    },
    guard: onFilled,
    restsOn: none,
    ends: ['filled', 'batch.begun', 'dosed', 'mixed'],
    words: data => message('entry.filled', { volumeL: data.volumeL.value, water: `water.${data.water}` }),
  }),
  /** Somebody looked at where the water in it comes from. */
  'origin.seen': kind({
    data: origin,
    on: ['container'],
    fold: {
      container: (facts, { data }) =>
        withFill(facts, fill => ({ ...fill, origin: { ...fill.origin, ...data } })),
    },
    guard: hasWater,
    restsOn: ['filled'],
    words: data => {
      const [asked, answer] = Object.entries(data)[0] ?? [];
      return message('entry.origin.seen', { answer: `origin.${asked}.${answer}` });
    },
  }),
  /** Somebody remembered where it was filled. */
  'source.named': kind({
    data: sourceNamed,
    on: ['container'],
    fold: {
      container: (facts, { data }) =>
        withFill(facts, fill => ({
          ...fill,
          from: partsOf(fill).map(part => (part.source ? part : { ...part, source: data.source })),
        })),
    },
    guard: onSourceNamed,
    restsOn: ['filled'],
    words: ({ source }, facts) => message('entry.source.named', { name: facts.source[source]?.name ?? '' }),
  }),
  opened: kind({
    data: nothing,
    on: ['container'],
    fold: { container: (facts, entry) => withFill(facts, fill => opened(fill, entry)) },
    guard: hasWater,
    restsOn: ['filled'],
    words: none,
  }),
  drawn: kind({
    data: draw,
    on: ['container'],
    fold: { container: (facts, entry) => withFill(facts, fill => drawn(fill, entry, facts)) },
    guard: onDrawn,
    restsOn: ['filled'],
    words: ({ volumeL, use, pieces = 0, into }, facts) => {
      if (into) return message('entry.drawn.into', { code: facts.container[into]?.code ?? '' });
      const id = pieces > 0 ? 'entry.drawn.pieces' : 'entry.drawn';
      return message(id, { volumeL, use: `draw.${use}`, pieces });
    },
  }),
  emptied: kind({
    data: emptying,
    on: ['container'],
    fold: {
      container: (facts, { happenedAt }) =>
        heldBy(passedOn(facts, happenedAt), h => (h.holds === 'vessel' ? h : undefined)),
    },
    guard: onEmptied,
    restsOn: ['filled'],
    ends: ['filled', 'batch.begun', 'dosed', 'mixed'],
    words: ({ to }) => message('entry.emptied', { to: `empty.${to}` }),
  }),
  failed: kind({
    data: failing,
    on: ['container'],
    fold: {
      container: (facts, entry) => withFill(stoodAt(facts, entry.happenedAt), fill => failed(fill, entry)),
    },
    guard: none,
    restsOn: ['filled'],
    tellsOf: { container: 'water' },
    words: ({ why }) => message('entry.failed', { why: `fail.${why}` }),
  }),
};

export const entries = { ...section, ...vessel, ...water };
