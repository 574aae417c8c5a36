import type { TestFacts } from '#core/areas/readings/facts.ts';
import type { ReadingFields } from '#core/areas/readings/fields.ts';
import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import { addMinutes } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';
import { tubeNtu } from '#core/treatment/clearing/settle.ts';
import { type Dilution, type Mpn, mpnOf } from '#core/water/quality/mpn.ts';
import {
  type FoundWord,
  incubates,
  isFoundBy,
  type ParameterId,
  parameterRow,
  type ReportedAs,
  type TestMethod,
} from '#core/water/quality/parameters.ts';

/** What nobody does: named among what is read, so that it is answered. */
export const TASTE = 'taste';

/** A tube of a rack as it is typed. */
export type DilutionBlanks = { readonly [K in keyof Dilution]: number | undefined };

/** What is typed of a reading; undefined where a blank is empty or not understood. */
export interface ReadingBlanks {
  readonly parameter: ParameterId | typeof TASTE | undefined;
  readonly method: TestMethod | undefined;
  readonly value?: number | undefined;
  readonly beyond?: 'below' | 'above' | undefined;
  readonly as?: ReportedAs | undefined;
  readonly found?: FoundWord | undefined;
  readonly depthCm?: number | undefined;
  /** How much of the sample a plate was made with. */
  readonly volumeMl?: number | undefined;
  readonly rack?: readonly DilutionBlanks[];
  /** A kit of the supplies, or one that is not kept there. */
  readonly kit?: Subject | 'other' | undefined;
  readonly lot?: string;
  readonly expires?: string;
  readonly point?: string;
  /** How long and how warm a bottle stood. */
  readonly stoodH?: number | undefined;
  readonly temperatureC?: number | undefined;
}

/** A rack as it is usually set up. */
export const freshRack: readonly DilutionBlanks[] = [10, 1, 0.1].map(volumeMl => ({
  volumeMl,
  tubes: 3,
  positive: undefined,
}));

/** Kits of the supplies that read a parameter. */
export const kitsFor = (facts: Pick<Facts, 'supply'>, parameter: ParameterId): SupplyFacts[] =>
  Object.values(facts.supply).filter(
    s => s.kind === 'test-kit' && (s.reads ?? ['free-chlorine']).includes(parameter),
  );

/** Methods that use a kit up. */
export const usesKit = (method: TestMethod | undefined): boolean =>
  method !== undefined && !['laboratory', 'senses', 'print', 'tube', 'meter'].includes(method);

/** A rack whose every blank is filled, and can be. */
export function wholeRack(rack: readonly DilutionBlanks[] = []): Dilution[] | undefined {
  const filled = rack.filter(d => d.positive !== undefined);
  if (
    filled.length === 0 ||
    rack.some(d => d.positive === undefined && d !== rack.at(-1) && filled.includes(rack.at(-1)!))
  )
    return undefined;
  const whole = filled.flatMap(({ volumeMl, tubes, positive }) =>
    volumeMl !== undefined && tubes !== undefined && positive !== undefined
      ? [{ volumeMl, tubes, positive }]
      : [],
  );
  const isGood =
    whole.length === filled.length &&
    whole.every(d => d.positive <= d.tubes && d.volumeMl > 0 && d.tubes >= 1);
  return isGood ? whole : undefined;
}

export const mpnOfBlanks = (rack: readonly DilutionBlanks[] | undefined): Mpn | undefined => {
  const whole = wholeRack(rack);
  return whole && mpnOf(whole);
};

const tenth = (value: number): number => Number(value.toPrecision(3));
/** A most probable number to the two digits that tables print it with: it is not surer than that. */
export const printed = (value: number): number => Number(value.toPrecision(2));

/** The figure of a reading by its method. */
function resultOf(b: ReadingBlanks, method: TestMethod): Partial<ReadingFields> | undefined {
  if (isFoundBy(method)) return b.found && { found: b.found };
  if (method === 'tube') {
    if (b.depthCm === undefined) return undefined;
    return {
      value: tenth(tubeNtu(b.depthCm)),
      depthCm: b.depthCm,
      ...(b.beyond ? { beyond: b.beyond } : {}),
    };
  }
  if (method === 'tubes') {
    const rack = wholeRack(b.rack);
    const mpn = rack && mpnOf(rack);
    if (!rack || !mpn) return undefined;
    const { least, most } = mpn.range;
    return {
      value: printed(mpn.per100Ml),
      rack,
      ...(mpn.beyond ? { beyond: mpn.beyond } : {}),
      ...(Number.isFinite(most) ? { range: { least: printed(least), most: printed(most) } } : {}),
    };
  }
  if (b.value === undefined) return undefined;
  return {
    value: b.value,
    ...(method === 'plate' && b.volumeMl !== undefined ? { volumeMl: b.volumeMl } : {}),
    ...(b.beyond ? { beyond: b.beyond } : {}),
    ...(b.as ? { as: b.as } : {}),
  };
}

/** A bottle that stayed clear proves something only where it is known how long and how warm it stood. */
export const asksStanding = ({ method, found, value, rack, beyond }: ReadingBlanks): boolean =>
  method !== undefined &&
  incubates.includes(method) &&
  (found === 'absent' ||
    value === 0 ||
    (value !== undefined && beyond === 'below') ||
    wholeRack(rack)?.every(d => d.positive === 0) === true);

/** A reading as it would be recorded; undefined while something that it needs is not said. */
export function readingOf(
  b: ReadingBlanks,
  facts: Pick<Facts, 'supply'>,
  now: string,
  sample?: TestFacts,
): ReadingFields | undefined {
  const { parameter, method } = b;
  if (!parameter || parameter === TASTE || !method) return undefined;
  const result = resultOf(b, method);
  if (!result) return undefined;
  const row = parameterRow(parameter);
  if (row.as && result.value !== undefined && b.as === undefined) return undefined;
  const supply = b.kit === undefined || b.kit === 'other' ? undefined : facts.supply[b.kit];
  const lot = supply?.lot ?? b.lot?.trim();
  const expires = supply?.expiresOn ?? (b.expires || undefined);
  const kit = {
    ...(supply ? { supply: supply.id } : {}),
    ...(lot ? { lot } : {}),
    ...(expires ? { expires } : {}),
  };
  const stands = incubates.includes(method) && b.stoodH !== undefined && b.temperatureC !== undefined;
  if (asksStanding(b) && !stands && !sample) return undefined;
  return {
    parameter,
    method,
    ...result,
    ...(usesKit(method) && Object.keys(kit).length > 0 ? { kit } : {}),
    ...(b.point?.trim() ? { point: b.point.trim() } : {}),
    ...(stands
      ? { incubated: { from: addMinutes(now, -b.stoodH! * 60), temperatureC: b.temperatureC! } }
      : {}),
  };
}
