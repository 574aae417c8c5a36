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
  unknown: { drinkable: false, months: 6, source: 'cdc-storage' },
} as const satisfies Record<string, { drinkable: boolean; months?: number; source: CitationId }>;

export type Water = keyof typeof waters;

export const waterIds = Object.keys(waters) as Water[];
