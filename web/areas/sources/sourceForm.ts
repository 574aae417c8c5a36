import type { SourceFacts } from '#core/areas/sources/facts.ts';
import type { SourceFields } from '#core/areas/sources/fields.ts';
import { type Draft, draft, newSubject } from '../../session/draft.ts';

/** A source as it is written down: blanks that nobody filled stay out of the entry. */
export type SourceForm = { readonly [K in keyof SourceFields]?: SourceFields[K] | undefined } & {
  /** Which of the two is higher: `climbM` is how much. */
  readonly side: 'up' | 'down';
};

const freshForm: SourceForm = { name: '', kind: 'spring', upstream: [], climbM: 0, side: 'up' };

export function formOf(source: SourceFacts | 'new'): SourceForm {
  if (source === 'new') return freshForm;
  const { looked: _, inspected: __, tests: ___, ...fields } = source;
  return { ...fields, climbM: Math.abs(source.climbM), side: source.climbM < 0 ? 'down' : 'up' };
}

/** What is recorded; undefined while a blank that must be filled is not. */
export function draftsOf(form: SourceForm, source: SourceFacts | 'new'): Draft[] | undefined {
  const { name = '', kind, upstream = [], distanceM, climbM, side } = form;
  if (!name.trim() || !kind || distanceM === undefined || climbM === undefined) return undefined;
  const optional = {
    flowLMin: form.flowLMin,
    sharedBy: form.sharedBy,
    season: form.season,
    permission: form.permission,
    knownBy: form.knownBy?.trim() || undefined,
    pricePerL: form.pricePerL,
    roof: form.roof,
    isProtected: form.isProtected,
    note: form.note,
  };
  const given = Object.fromEntries(Object.entries(optional).filter(([, value]) => value !== undefined));
  const id = source === 'new' ? newSubject('source') : source.id;
  return [
    draft('source.set', id, {
      name: name.trim(),
      kind,
      upstream,
      distanceM,
      climbM: side === 'down' ? -climbM : climbM,
      ...given,
    }),
  ];
}
