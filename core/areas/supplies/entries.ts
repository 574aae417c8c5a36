import { nothing } from '../../base/fields.ts';
import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import type { Told } from '../../log/entry.ts';
import type { Upcast } from '../../log/upcast.ts';
import type { SupplyFacts } from './facts.ts';
import { bottleLine, counted, filterLine, type SupplySet, supply } from './fields.ts';
import { onBottles, onRemoved } from './guards.ts';

/** Version 1 knew only bleach, in millilitres. */
const ofAnyKind: Upcast = data => {
  const { amountMl, ...rest } = data as { amountMl: number };
  return { ...rest, kind: 'bleach', amount: amountMl };
};

/** A supply as it is described now: what was counted and what happened to it stays, unless it is counted anew. */
function described(
  facts: SupplyFacts | undefined,
  { happenedAt, data: { amount, ...what } }: Told<SupplySet>,
  id: string,
): SupplyFacts {
  const { log, bottles, tests, checks } = facts ?? {};
  const count =
    amount === undefined
      ? { amount: facts?.amount ?? 0, used: facts?.used ?? 0, setAt: facts?.setAt ?? happenedAt }
      : { amount, used: 0, setAt: happenedAt };
  return {
    id,
    ...what,
    ...count,
    ...(log ? { log } : {}),
    ...(bottles ? { bottles } : {}),
    ...(tests ? { tests } : {}),
    ...(checks ? { checks } : {}),
  };
}

export const entries = {
  'supply.set': kind({
    data: supply,
    on: ['supply'],
    fold: { supply: { begins: described } },
    guard: none,
    restsOn: none,
    words: none,
    upcasts: { 1: ofAnyKind },
  }),
  'supply.counted': kind({
    data: counted,
    on: ['supply'],
    fold: {
      supply: (facts, { happenedAt, data }) => ({ ...facts, ...data, used: 0, setAt: happenedAt }),
    },
    guard: none,
    restsOn: none,
    words: ({ amount }) => message('entry.supply.counted', { amount }),
  }),
  'supply.removed': kind({
    data: nothing,
    on: ['supply'],
    fold: { supply: () => undefined },
    guard: onRemoved,
    restsOn: none,
    words: none,
  }),
  /** What happened to a filter: flow read, backflushed, frozen, condemned, taken into use. */
  'filter.logged': kind({
    data: filterLine,
    on: ['supply'],
    fold: {
      supply: (facts, { happenedAt, data }) => ({
        ...facts,
        log: [...(facts.log ?? []), { at: happenedAt, ...data }],
      }),
    },
    guard: none,
    restsOn: none,
    words: ({ what }) => message('entry.filter.logged', { what: `filter-event.${what}` }),
  }),
  /** What happened to a set of bottles; retired and lost ones are counted off. */
  'bottles.logged': kind({
    data: bottleLine,
    on: ['supply'],
    fold: {
      supply: (facts, { happenedAt, data: { what, count = 0 } }) => ({
        ...facts,
        used: facts.used + (what === 'retired' || what === 'lost' ? count : 0),
        bottles: [...(facts.bottles ?? []), { at: happenedAt, what }],
      }),
    },
    guard: onBottles,
    restsOn: none,
    words: ({ what, count = 0 }) => message('entry.bottles.logged', { what: `bottle-event.${what}`, count }),
  }),
};
