import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Paper } from '#contract/paper.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import type { HandId } from '#core/log/entry.ts';
import { keep, read } from '../kept.ts';

export type Theme = 'day' | 'lamp' | 'print';
export const themes: readonly Theme[] = ['day', 'lamp', 'print'];

/** What belongs to the person at this browser, not to the group's log. */
export interface Person {
  /** The hand that entries are signed with. */
  readonly name: string;
  /** The id of each hand that was named at this browser. */
  readonly hands?: Readonly<Record<string, HandId>>;
  /** Chosen at this browser; until then the group's, and before there is one a guess (see `unitsAtFirst`). */
  readonly units?: UnitSystem;
  readonly theme: Theme;
  /** What is in the printer; until it is said, what is sold where these units are read. */
  readonly paper?: Paper;
  /** Single keys jump to layers; off for those whom they disturb. */
  readonly singleKeys: boolean;
}

const KEY = 'zeolite.person';

/** Americans read gallons; everyone else litres until the group or they say otherwise. */
export const unitsAtFirst = (): UnitSystem => (navigator.language === 'en-US' ? 'US' : 'metric');

function firstGuess(): Person {
  return {
    name: '',
    theme: 'day',
    singleKeys: true,
  };
}

/** A name is one hand's at this browser, whatever its capitals; whoever writes another name is another hand. */
const handKey = (name: string): string => `@${name.trim().toLowerCase()}`;

export const handOf = ({ name, hands }: Pick<Person, 'name' | 'hands'>): HandId | undefined =>
  hands?.[handKey(name)];

export function loadPerson(): Person {
  return { ...firstGuess(), ...read<Partial<Person>>('local', KEY) };
}

export function keepPerson(person: Person): void {
  keep('local', KEY, person);
}

const slice = createSlice({
  name: 'person',
  initialState: loadPerson,
  reducers: {
    personChanged: (person, { payload }: PayloadAction<Partial<Person>>) => ({ ...person, ...payload }),
    /** The hand of the name that is written here is known by this id from now on. */
    handKnown: (person, { payload }: PayloadAction<HandId>) => ({
      ...person,
      hands: { ...person.hands, [handKey(person.name)]: payload },
    }),
  },
});

export const { personChanged, handKnown } = slice.actions;
export const personReducer = slice.reducer;
