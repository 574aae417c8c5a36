import {
  type ChemicalId,
  chemicalIds,
  highestLimit,
  isLifelong,
  isPastCeiling,
  lowestLimit,
} from './ceilings.ts';
import { nitrogenSum, SUM_MOST } from './nitrogen.ts';

// What is dissolved in a water is carried as a figure, and what a device takes of it as a share: §11, "Chemicals carry figures".

/** Figures of a water; what nobody read is not there. Infinite where it was confirmed and nobody has a figure. */
export type Chemicals = Readonly<Partial<Record<ChemicalId, number>>>;

/** The share of each that a device's certificate says it takes out (0 to 1); no certificate for it takes none. */
export type Removal = Readonly<Partial<Record<ChemicalId, number>>>;

/** The worse figure of each: two waters that were poured together, whatever the shares were. */
export function worseOf(a: Chemicals, b: Chemicals): Chemicals {
  const all = chemicalIds.flatMap(id => {
    const figures = [a[id], b[id]].filter(figure => figure !== undefined);
    return figures.length > 0 ? [[id, Math.max(...figures)] as const] : [];
  });
  return Object.fromEntries(all);
}

/** What a run leaves: each figure times what the device's certificate for that very substance lets through. */
export function passedOn(
  chemicals: Readonly<Record<string, number>> | Chemicals,
  removal: Removal,
): Record<string, number> {
  return Object.fromEntries(
    Object.entries(chemicals).map(([id, figure]) => {
      const share = removal[id as ChemicalId] ?? 0;
      // what nobody measured is as much after a device as before it
      return [id, share >= 1 ? 0 : figure * (1 - share)];
    }),
  );
}

/** A device that is certified for everything that is dissolved: a still. */
export const takesAll: Removal = Object.fromEntries(chemicalIds.map(id => [id, 1]));

/** In an outage what harms over a lifetime may be drunk for so long (days). */
export const OUTAGE_DAYS = 14;

/** What figures make of a water. `none`: nothing; `some`: not for those whom it hurts first; `short`: for an outage; `nobody`. */
export const severities = ['none', 'some', 'short', 'nobody'] as const;
export type Severity = (typeof severities)[number];

/** Whom it hurts first. */
export type NotFor = 'infant' | 'pregnant';

export interface Dissolved {
  readonly id: ChemicalId;
  readonly figure: number;
  readonly limit: number;
  readonly severity: Exclude<Severity, 'none'>;
  readonly notFor: readonly NotFor[];
}

function severityOf(id: ChemicalId, figure: number, all: Chemicals): Severity {
  if (figure <= lowestLimit(id)) {
    const sum = nitrogenSum(all.nitrate ?? 0, all.nitrite ?? 0);
    return (id === 'nitrate' || id === 'nitrite') && sum > SUM_MOST ? 'nobody' : 'none';
  }
  if (id === 'manganese') return 'some';
  if (isLifelong(id)) {
    if (isPastCeiling(id, figure)) return 'nobody';
    return figure > highestLimit(id) ? 'short' : 'some';
  }
  if (figure > highestLimit(id)) return 'nobody';
  return nitrogenSum(all.nitrate ?? 0, all.nitrite ?? 0) > SUM_MOST ? 'nobody' : 'some';
}

/** What is dissolved in a water past a limit, the gravest first. */
export function pastLimits(chemicals: Chemicals): Dissolved[] {
  return chemicalIds
    .flatMap((id): Dissolved[] => {
      const figure = chemicals[id];
      if (figure === undefined) return [];
      const severity = severityOf(id, figure, chemicals);
      if (severity === 'none') return [];
      const notFor: readonly NotFor[] = isLifelong(id) ? ['infant', 'pregnant'] : ['infant'];
      return [{ id, figure, limit: lowestLimit(id), severity, notFor }];
    })
    .sort((a, b) => severities.indexOf(b.severity) - severities.indexOf(a.severity));
}

/** Dissolved so that a store of more than a fortnight is not drunk of: past every limit for life, or at once. */
export const isHeldBy = (past: readonly Dissolved[], planDays: number): boolean =>
  past.some(d => d.severity === 'nobody' || (d.severity === 'short' && planDays > OUTAGE_DAYS));
