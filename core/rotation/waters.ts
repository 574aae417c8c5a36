import type { CitationId } from '../citations.ts';

/**
 * What a container was filled with. `drinkable` water counts as drinking water as it is;
 * the rest is utility water until a treatment passed. `months` is its term where the
 * school of §rotation does not set it.
 */
export const waters = {
  'treated-tap': { drinkable: true, source: 'cdc-storage' },
  bought: { drinkable: true, months: 24, source: 'cdc-storage' },
  pouch: { drinkable: true, months: 60, source: 'practice' },
  canned: { drinkable: true, months: 60, source: 'practice' },
  well: { drinkable: false, months: 6, source: 'cdc-storage' },
  spring: { drinkable: false, months: 6, source: 'cdc-storage' },
  stream: { drinkable: false, months: 6, source: 'cdc-storage' },
  rain: { drinkable: false, months: 6, source: 'cdc-storage' },
  pond: { drinkable: false, months: 6, source: 'cdc-storage' },
  // cyanurate, algaecides and salts stay in it, whatever is done at home
  pool: { drinkable: false, months: 6, source: 'who-gdwq' },
  flood: { drinkable: false, months: 0, source: 'who-gdwq' },
  unknown: { drinkable: false, months: 6, source: 'cdc-storage' },
} as const satisfies Record<string, { drinkable: boolean; months?: number; source: CitationId }>;

export type Water = keyof typeof waters;

/** Water that no treatment at home makes fit to drink: it serves for washing and flushing, if at all. */
export const neverDrunk = (water: Water): boolean => water === 'pool' || water === 'flood';

/** The poorer of two waters that were poured together. */
export function poorerOf(a: Water, b: Water): Water {
  if (neverDrunk(a)) return a;
  if (neverDrunk(b)) return b;
  return waters[a].drinkable ? b : a;
}

export const waterIds = Object.keys(waters) as Water[];
