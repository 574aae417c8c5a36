import { type ChemicalId, chemicalIds, isChemical, lowestLimit } from '../quality/ceilings.ts';
import type { Chemicals, Removal } from '../quality/chemicals.ts';
import type { TestMethod } from '../quality/parameters.ts';
import { figureOf, isExpired, type TestReading } from '../quality/testReading.ts';
import type { Finding } from './finding.ts';

/** How much a method may be believed beside another: a strip ends no finding of a laboratory. */
const trust: Readonly<Record<TestMethod, number>> = {
  senses: 0,
  print: 0,
  soap: 1,
  strip: 1,
  'presence-absence': 1,
  tube: 1,
  comparator: 2,
  plate: 2,
  tubes: 2,
  meter: 3,
  laboratory: 4,
};

/** What is dissolved in a water, with how much the method is believed that found it. */
export type Traced = Readonly<
  Partial<Record<ChemicalId, { readonly figure: number; readonly trust: number }>>
>;

/** The figures of what is dissolved, without where each was read. */
export const figuresOf = (traced: Traced): Chemicals =>
  Object.fromEntries(Object.entries(traced).map(([id, { figure }]) => [id, figure]));

/** A figure as it bears on drinking; "less than" a bound that lies over the limit tells nothing. */
function readAs({ parameter, ...reading }: TestReading): { id: ChemicalId; figure: number } | undefined {
  const figure = figureOf({ parameter, ...reading });
  if (figure === undefined || !isChemical(parameter)) return undefined;
  return reading.beyond === 'below' && figure > lowestLimit(parameter)
    ? undefined
    : { id: parameter, figure };
}

/**
 * Figures of a water by what was found in it and done to it, the oldest first. A high figure is ended by a later one under the
 * limit that was read by the same method or a better one, with a kit in date; a higher one always counts. A run takes the share
 * of each that its device is certified for.
 * @param before what came with the water
 */
export function dissolvedIn(findings: readonly Finding[], before: Traced = {}): Traced {
  const held: Partial<Record<ChemicalId, { figure: number; trust: number }>> = { ...before };
  // metals that somebody confirmed and nobody measured are as much as there can be, beside what was measured
  let isConfirmed = false;
  for (const finding of findings) {
    if (finding.is === 'removed') {
      take(held, finding.shares);
      if (finding.shares.lead === 1) isConfirmed = false;
    }
    if (finding.is === 'confirmed' && finding.of === 'nitrate-metals') isConfirmed = true;
    if (finding.is === 'said' && finding.of === 'metals-confirmed') isConfirmed = false;
    if (finding.is !== 'read') continue;
    const read = readAs(finding.reading);
    if (!read) continue;
    const { id, figure } = read;
    const known = held[id];
    const own = trust[finding.reading.method];
    // a good figure of a kit past its day proves nothing
    const isBelieved = own >= (known?.trust ?? 0) && !isExpired(finding.reading, finding.at.slice(0, 10));
    if (!known || figure >= known.figure || isBelieved) held[id] = { figure, trust: own };
  }
  return isConfirmed
    ? { ...held, lead: { figure: Number.POSITIVE_INFINITY, trust: trust.laboratory } }
    : held;
}

function take(held: Partial<Record<ChemicalId, { figure: number; trust: number }>>, shares: Removal): void {
  for (const id of chemicalIds) {
    const [known, share] = [held[id], shares[id] ?? 0];
    if (known && share > 0) held[id] = { ...known, figure: share >= 1 ? 0 : known.figure * (1 - share) };
  }
}

/** The worse of each: two waters that were poured together, whatever the shares were. */
export function worseTraced(a: Traced, b: Traced): Traced {
  const all = chemicalIds.flatMap(id => {
    const [one, other] = [a[id], b[id]];
    const worse = one && other ? (other.figure > one.figure ? other : one) : (one ?? other);
    return worse ? [[id, worse] as const] : [];
  });
  return Object.fromEntries(all);
}
