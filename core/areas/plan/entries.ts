import { nothing } from '../../base/fields.ts';
import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import { freshGroup, freshPlan, type TakenList } from './facts.ts';
import { clockFault, group, home, plan, takenList } from './fields.ts';

/** Lists that are remembered one by one. */
const MOST_LISTS = 20;

export const entries = {
  'group.set': kind({
    data: group,
    on: ['group'],
    fold: { group: { begins: (facts = freshGroup, { data }) => ({ ...facts, ...data, isSetUp: true }) } },
    guard: none,
    restsOn: none,
    words: none,
  }),
  'plan.set': kind({
    data: plan,
    on: ['plan'],
    fold: { plan: { begins: (facts = freshPlan, { data }) => ({ ...freshPlan, ...facts, ...data }) } },
    guard: none,
    restsOn: none,
    words: none,
  }),
  'home.set': kind({
    data: home,
    on: ['home'],
    fold: { home: { begins: (_, { data }, id) => ({ id, ...data }) } },
    guard: none,
    restsOn: none,
    words: none,
  }),
  'home.removed': kind({
    data: nothing,
    on: ['home'],
    fold: { home: () => undefined },
    guard: none,
    restsOn: none,
    words: none,
  }),
  /** The machine's clock had run ahead and is right again: time goes on from what it says now. */
  'clock.put-right': kind({
    data: clockFault,
    on: ['group'],
    fold: { group: none },
    guard: none,
    restsOn: none,
    words: ({ wasAt }) => message('entry.clock.put-right', { wasAt }),
  }),
  'list.taken': kind({
    data: takenList,
    on: ['group'],
    fold: {
      group: {
        begins: (facts = freshGroup, { id, happenedAt, by, data: { digest, rows } }) => {
          const taken: TakenList = { entry: id, at: happenedAt, by, rows };
          return {
            ...facts,
            listsTaken: { ...facts.listsTaken, [digest]: happenedAt },
            lists: [...(facts.lists ?? []), taken].slice(-MOST_LISTS),
          };
        },
      },
    },
    guard: none,
    restsOn: none,
    words: ({ rows }) => message('entry.list.taken', { rows }),
  }),
};
