import { sourcesOf } from '#core/areas/sources/known.ts';
import { type ClaimVerdict, claims, weigh } from '#core/treatment/claims/claims.ts';
import type { Finder } from '../../app/found.ts';

const verdicts = new Map<string, ClaimVerdict>();

/** What a statement is worth, worked out once. */
function weighed(claim: (typeof claims)[number]): ClaimVerdict {
  const known = verdicts.get(claim.id) ?? weigh(claim).verdict;
  verdicts.set(claim.id, known);
  return known;
}

export const found: Finder = ({ facts, say }) => [
  { id: 'do source', name: say('sources.add'), note: say('search.act'), path: '/sources?do=add' },
  { id: 'do notice', name: say('notice-form.title'), note: say('search.act'), path: '/sources?do=notice' },
  // a statement never stands without what it is worth
  ...claims.map(claim => ({
    id: `claim ${claim.id}`,
    name: say(`claim.${claim.id}`),
    note: say('said.search'),
    shown: () => say(`said.verdict.${weighed(claim)}`),
    path: `/sources/said?claim=${claim.id}`,
  })),
  ...sourcesOf(facts).map(({ id, name }) => ({
    id,
    name,
    note: say('area.sources'),
    path: `/sources/${id}`,
  })),
];
