import type { WaterState } from '#core/areas/store/state.ts';
import type { State } from '#core/areas/store/wholeState.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Say } from '../texts/texts.ts';

/** Something that can be gone to. */
export interface Found {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  /** What is shown in the note's place; asked of what is drawn alone, where it takes working out. */
  readonly shown?: () => string;
  readonly path: string;
  readonly state?: WaterState;
  /** What it is found by besides: the kind and the size of a vessel. */
  readonly words?: string;
}

/** What a finder is told: the facts and their states, and the words of the person who looks. */
export interface Looked {
  readonly facts: Facts;
  readonly containers: State['containers'];
  readonly say: Say;
  readonly kindName: (id: string) => string;
}

/** What an area offers to who looks for something: its acts, its pages, its subjects. */
export type Finder = (looked: Looked) => readonly Found[];

/** Rows offered at once: more are found by typing on. */
const MOST_ROWS = 60;

/** How well a text answers what was typed: the exact code first, then a beginning, then a part of it. */
function rankOf(text: string, typed: string): number {
  // a figure and its unit are joined by a narrow space, which nobody types
  const at = text.replace(/\s/g, ' ').toLowerCase();
  if (at === typed) return 0;
  if (at.startsWith(typed)) return 1;
  if (at.split(/[\s,()-]+/).some(word => word.startsWith(typed))) return 2;
  return at.includes(typed) ? 3 : Number.POSITIVE_INFINITY;
}

/** Rows that answer what was typed, the best first: by their names, then by what else is known of them. */
export function answering(all: readonly Found[], typed: string, say: Say): readonly Found[] {
  const word = typed.trim().toLowerCase();
  if (word === '') return all.slice(0, MOST_ROWS);
  const ranked = all.flatMap(one => {
    const state = one.state ? say(`state-name.${one.state}`) : '';
    const besides = `${one.note} ${state} ${one.words ?? ''}`;
    const rank = Math.min(rankOf(one.name, word), 4 + rankOf(besides, word));
    return Number.isFinite(rank) ? [{ one, rank }] : [];
  });
  return ranked
    .sort((a, b) => a.rank - b.rank)
    .slice(0, MOST_ROWS)
    .map(r => r.one);
}
