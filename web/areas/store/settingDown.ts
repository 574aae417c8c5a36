import type { Facts } from '#core/log/facts.ts';
import { type Draft, draft, newSubject } from '../../session/draft.ts';

/** Codes that follow the last one: "TH-012" after "TH-011"; a group's first code has its letters, or its initials. */
export function nextCodes(facts: Facts, count: number): string[] {
  const { codeLetters } = facts.group;
  const taken = Object.values(facts.container)
    .map(c => /^(.*?)(\d+)$/.exec(c.code))
    .filter(m => m !== null)
    // once the group has said its letters, codes of others are left as they are
    .filter(([, prefix]) => codeLetters === undefined || prefix === `${codeLetters}-`);
  const last = taken.sort((a, b) => Number(b[2]) - Number(a[2]))[0];
  const initials = facts.group.name
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 2)
    .map(w => w[0]!.toUpperCase())
    .join('');
  const prefix = last?.[1] ?? `${codeLetters ?? (initials || 'W')}-`;
  const from = Number(last?.[2] ?? 0);
  return Array.from(
    { length: count },
    (_, i) => `${prefix}${String(from + i + 1).padStart(last?.[2]?.length ?? 3, '0')}`,
  );
}

/** Room for a place of which only the name is known; its size and conditions are set by its name in the section. */
const freshPlace = { level: 0, widthM: 4, heightM: 2.4, shelves: [] } as const;

const isNamed = (name: string) => (one: { name: string }) => one.name.toLowerCase() === name.toLowerCase();

/** The place of a name: the one there is, or a new one in the building of that name, or in the first there is. */
export function placeDrafts(
  facts: Facts,
  name: string,
  home: string,
  inBuilding?: string,
): { place: string; drafts: Draft[] } {
  const there = inBuilding ? Object.values(facts.building).find(isNamed(inBuilding)) : undefined;
  const known = Object.values(facts.place).find(
    p => isNamed(name)(p) && (!inBuilding || p.building === there?.id),
  );
  if (known) return { place: known.id, drafts: [] };
  const building = inBuilding
    ? (there?.id ?? newSubject('building'))
    : (Object.keys(facts.building)[0] ?? newSubject('building'));
  const place = newSubject('place');
  const drafts: Draft[] = facts.building[building]
    ? []
    : [
        draft('building.set', building, {
          name: inBuilding ?? home,
          order: Object.keys(facts.building).length,
          roof: 'pitched',
        }),
      ];
  drafts.push(draft('place.set', place, { name, building, ...freshPlace }));
  return { place, drafts };
}
