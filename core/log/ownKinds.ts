import { entryId, fields, name } from '../base/fields.ts';
import { message } from '../base/judgement.ts';
import { kind, none } from './define.ts';
import type { SubjectType } from './facts.ts';

/** Kinds that belong to no area: they may bear on whatever there is, and nothing follows from them in any fold. */
export function ownKinds(types: readonly SubjectType[]) {
  const fold = Object.fromEntries(types.map(type => [type, none])) as Record<SubjectType, typeof none>;
  const anything = { on: types, also: types, fold, guard: none, restsOn: none };
  return {
    noted: kind({
      ...anything,
      data: fields({ text: name(2000) }),
      words: ({ text }) => message('entry.noted', { text }),
    }),
    /** Takes an entry back; both stay in sight (see strikes.ts). */
    struck: kind({ ...anything, data: fields({ target: entryId }), words: none }),
  };
}
