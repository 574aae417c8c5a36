import { limits } from './limitTable.ts';
import type { ParameterId } from './parameters.ts';

/** What may be dissolved in a water and is not taken out by what kills germs. In the unit of its parameter. */
export const chemicalIds = ['nitrate', 'nitrite', 'lead', 'arsenic', 'fluoride', 'manganese'] as const;
export type ChemicalId = (typeof chemicalIds)[number];

/** Whether a parameter is a chemical with a limit of its own. */
export const isChemical = (parameter: ParameterId): parameter is ChemicalId =>
  chemicalIds.some(id => id === parameter);

/** What harms over a lifetime, and not at once. */
export const isLifelong = (id: ChemicalId): boolean => id === 'lead' || id === 'arsenic' || id === 'fluoride';

const bounds = (id: ChemicalId): number[] => (limits[id] ?? []).flatMap(limit => limit.most ?? []);
/** The lowest limit that any authority sets for it. */
export const lowestLimit = (id: ChemicalId): number => Math.min(...bounds(id));
/** The highest: past it is past every authority. */
export const highestLimit = (id: ChemicalId): number => Math.max(...bounds(id));

/** Past so many times the lowest limit what harms over a lifetime is drunk by nobody. */
export const CEILING = 5;

/** Whether a figure of what harms over a lifetime is so high that nobody drinks the water, for a day either. */
export const isPastCeiling = (id: ChemicalId, figure: number): boolean =>
  isLifelong(id) && figure > CEILING * lowestLimit(id);
