import { sourcesOf } from '#core/areas/sources/known.ts';
import { codeKey } from '#core/areas/store/code.ts';
import { containersOfCode } from '#core/areas/store/find.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';

/** What can be tested, by the name that people call it: what is stored, where water comes from, filters. */
export interface Tested {
  readonly id: Subject;
  readonly name: string;
}

/** Everything that can be tested, the sources first, for they are few. */
export const testedOf = (facts: Facts): Tested[] => [
  ...sourcesOf(facts).map(({ id, name }) => ({ id, name })),
  ...Object.values(facts.supply).flatMap(({ id, name, kind }) => (kind === 'filter' ? [{ id, name }] : [])),
  ...Object.values(facts.container).map(({ id, code }) => ({ id, name: code })),
];

/** What somebody means by a name or a code. */
export function testedBy(facts: Facts, typed: string): Tested | undefined {
  const word = typed.trim().toLowerCase();
  if (word === '') return undefined;
  const [code] = containersOfCode(facts, codeKey(typed));
  const container = code === undefined ? undefined : facts.container[code];
  if (container) return { id: container.id, name: container.code };
  const named = [...sourcesOf(facts), ...Object.values(facts.supply).filter(s => s.kind === 'filter')].find(
    s => s.name.toLowerCase() === word,
  );
  return named && { id: named.id, name: named.name };
}

/** How a subject is named in a table that leaves. */
export const nameOfTested = (facts: Facts, id: Subject): string =>
  facts.container[id]?.code ?? facts.source[id]?.name ?? facts.supply[id]?.name ?? '';
