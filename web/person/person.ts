import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { UnitSystem } from '#core/units/system.ts';

export type Theme = 'day' | 'lamp' | 'print';
export const themes: readonly Theme[] = ['day', 'lamp', 'print'];

/** What belongs to the person at this browser, not to the group's log. */
export interface Person {
  /** The hand that entries are signed with. */
  readonly name: string;
  /** Chosen at this browser; until then the group's, and before there is one a guess (see `unitsAtFirst`). */
  readonly units?: UnitSystem;
  readonly theme: Theme;
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

export function loadPerson(): Person {
  try {
    return { ...firstGuess(), ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Person>) };
  } catch {
    return firstGuess();
  }
}

export function keepPerson(person: Person): void {
  localStorage.setItem(KEY, JSON.stringify(person));
}

const slice = createSlice({
  name: 'person',
  initialState: loadPerson,
  reducers: {
    personChanged: (person, { payload }: PayloadAction<Partial<Person>>) => ({ ...person, ...payload }),
  },
});

export const { personChanged } = slice.actions;
export const personReducer = slice.reducer;
