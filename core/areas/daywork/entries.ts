import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import { batchBegun, batchDone, batchLate, closing, handThere, laid, rearranged } from './fields.ts';
import { changed } from './fold.ts';
import { onBatchBegun, onBatchLive, onOpen, onRearranged } from './guards.ts';
import { numberOf } from './underway.ts';

export const entries = {
  /** What is to be made until evening, with which tools and hands, and the order that was found for it. */
  'work.laid': kind({
    data: laid,
    on: ['work'],
    fold: {
      work: {
        begins: (_, { data, happenedAt, by }, id) => ({
          ...data,
          ...{ id, laidAt: happenedAt, by, batches: [], gone: {} },
        }),
      },
    },
    guard: none,
    restsOn: none,
    words: ({ problem: { needL, hands } }) =>
      message('entry.work.laid', { litres: needL, count: hands.length }),
  }),
  'work.begun': kind({
    data: batchBegun,
    on: ['work'],
    fold: {
      work: (facts, { data, happenedAt }) =>
        // what was begun twice from two browsers was begun once
        facts.batches.some(b => b.batch === data.batch)
          ? facts
          : { ...facts, batches: [...facts.batches, { ...data, at: happenedAt, late: [], done: [] }] },
    },
    guard: onBatchBegun,
    restsOn: none,
    words: ({ batch, litres }) => message('entry.work.begun', { number: numberOf(batch), litres }),
  }),
  'work.done': kind({
    data: batchDone,
    on: ['work'],
    fold: {
      work: (facts, { data, happenedAt }) =>
        changed(
          facts,
          b => b.batch === data.batch,
          b => (b.ended ? b : { ...b, ended: { at: happenedAt, isLost: data.isLost === true } }),
        ),
    },
    guard: onBatchLive,
    restsOn: none,
    words: ({ batch, isLost }) =>
      message(isLost ? 'entry.work.lost' : 'entry.work.done', { number: numberOf(batch) }),
  }),
  'work.late': kind({
    data: batchLate,
    on: ['work'],
    fold: {
      work: (facts, { data: { batch, minutes }, happenedAt }) =>
        changed(
          facts,
          b => b.batch === batch,
          b => ({ ...b, late: [...b.late, { at: happenedAt, minutes }] }),
        ),
    },
    guard: onBatchLive,
    restsOn: none,
    words: ({ batch, minutes }) => message('entry.work.late', { number: numberOf(batch), minutes }),
  }),
  'work.hand': kind({
    data: handThere,
    on: ['work'],
    fold: {
      work: (facts, { data: { hand, isGone }, happenedAt }) => {
        const { [hand]: _, ...gone } = facts.gone;
        return { ...facts, gone: isGone ? { ...gone, [hand]: happenedAt } : gone };
      },
    },
    guard: onOpen,
    restsOn: none,
    words: ({ hand, isGone }) => message(isGone ? 'entry.work.gone' : 'entry.work.back', { hand }),
  }),
  'work.rearranged': kind({
    data: rearranged,
    on: ['work'],
    fold: { work: (facts, { data }) => ({ ...facts, choices: data.choices }) },
    guard: onRearranged,
    restsOn: none,
    words: none,
  }),
  'work.closed': kind({
    data: closing,
    on: ['work'],
    fold: { work: (facts, { happenedAt }) => ({ ...facts, closedAt: happenedAt }) },
    guard: onOpen,
    restsOn: none,
    words: none,
  }),
};
