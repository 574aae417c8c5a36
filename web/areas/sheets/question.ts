import { useEffect, useState } from 'react';
import { ownedTools } from '#core/areas/plan/tools.ts';
import { knownOf } from '#core/areas/sources/known.ts';
import { bottlesOf } from '#core/areas/supplies/bottles.ts';
import type { Provenance } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import { standingOf } from '#core/treatment/chlorine/batch.ts';
import type { DoseQuestion } from '#core/treatment/chlorine/instruct.ts';
import type { Clarity, DoseSchoolId } from '#core/treatment/chlorine/schools.ts';
import type {
  Bleach,
  BleachProduct,
  StrengthBasis,
  StrengthSchoolId,
} from '#core/treatment/chlorine/strength.ts';
import { lastFree } from '#core/water/quality/fitness.ts';
import { asItComes, neverDrunk } from '#core/water/waters.ts';
import { NO_CONTAINER } from '../../acts/beginSheet.ts';
import { keep, read } from '../../kept.ts';
import { withProvenance } from '../../ui/Provenance.tsx';
import { readJars } from './jars.ts';

/** A bottle that is not among the supplies yet. */
export const NEW_BLEACH = 'new';
export { NO_CONTAINER };

/** What stands in the blanks of the bench. */
export interface BenchForm {
  readonly container: string;
  readonly volumeL: number | undefined;
  readonly known: Provenance;
  readonly clarity: Clarity;
  readonly temperatureC: number | undefined;
  readonly ph: number | undefined;
  readonly residualMgL: number | undefined;
  readonly supply: string;
  readonly product: BleachProduct;
  readonly basis: StrengthBasis;
  readonly strength: number | undefined;
  readonly strengthKnown: Provenance;
  readonly madeOn: string;
  readonly keptC: number | undefined;
  readonly measuredMgMl: number | undefined;
  readonly strengthSchool: StrengthSchoolId | undefined;
  readonly school: DoseSchoolId | undefined;
  /** The jars read on the demand test are of this very water. */
  readonly usesJars: boolean;
}

const fresh: BenchForm = {
  container: NO_CONTAINER,
  volumeL: undefined,
  known: 'measured',
  clarity: 'clear',
  temperatureC: undefined,
  ph: undefined,
  residualMgL: undefined,
  supply: NEW_BLEACH,
  product: 'plain',
  basis: 'wt-naocl',
  strength: 6,
  strengthKnown: 'label',
  madeOn: '',
  keptC: 15,
  measuredMgMl: undefined,
  strengthSchool: undefined,
  school: undefined,
  usesJars: false,
};

const KEY = 'zeolite.bench';

/** "Household bleach" without a label is sold from 3 to 8 %. */
const GUESSED_STRENGTH_SPREAD = 0.4;

function stored(): BenchForm {
  return { ...fresh, ...read<Partial<BenchForm>>('session', KEY) };
}

/** The blanks, kept through a reload: nothing typed is lost. */
export function useBenchForm(
  facts: Facts,
  container: string | null,
): [BenchForm, (change: Partial<BenchForm>) => void] {
  const [form, setForm] = useState<BenchForm>(() => {
    const before = stored();
    const supply = facts.supply[before.supply]?.bleach
      ? before.supply
      : (bottlesOf(facts)[0]?.id ?? NEW_BLEACH);
    const known = container ?? (facts.container[before.container] ? before.container : untreated(facts));
    return {
      ...before,
      supply,
      ...(facts.container[known] ? filledFrom(facts, known) : { container: NO_CONTAINER }),
    };
  });
  useEffect(() => keep('session', KEY, form), [form]);
  return [form, change => setForm(f => ({ ...f, ...change }))];
}

/** The first water that waits to be treated: what the bench is most likely asked about. */
function untreated(facts: Facts): string {
  const found = Object.values(facts.container).find(
    c =>
      c.role === 'clean' &&
      c.fill &&
      c.fill.remainingL > 0 &&
      c.fill.batches.length === 0 &&
      asItComes(c.fill.water, c.fill.origin) === 'utility' &&
      !neverDrunk(c.fill.water, c.fill.origin),
  );
  return found?.id ?? NO_CONTAINER;
}

/** What the store knows of a container's water. */
export function filledFrom(
  facts: Facts,
  container: string,
): Pick<BenchForm, 'container' | 'volumeL' | 'known' | 'residualMgL'> {
  const fill = facts.container[container]?.fill;
  const last = fill && lastFree(fill.readings);
  return {
    container,
    volumeL: fill && fill.remainingL > 0 ? fill.remainingL : undefined,
    known: fill?.volumeL.known ?? 'measured',
    residualMgL: last?.mgL,
  };
}

/** The bottle in the blanks, or undefined while one of them is empty. */
export function bleachOf(form: BenchForm, facts: Facts): Bleach | undefined {
  const supply = facts.supply[form.supply];
  if (supply?.bleach) return supply.bleach;
  const { product, basis, strength, madeOn, keptC, measuredMgMl } = form;
  if (strength === undefined || keptC === undefined) return undefined;
  return {
    product,
    basis,
    strength,
    keptC,
    ...(madeOn ? { madeOn } : {}),
    ...(measuredMgMl === undefined ? {} : { measuredMgMl }),
  };
}

/** The last batch of a container passed by its reading. */
const isProved = (facts: Facts, container: string): boolean => {
  const last = facts.container[container]?.fill?.batches.at(-1);
  return last !== undefined && standingOf(last, last.events.at(-1)?.at ?? last.begunAt).phase === 'passed';
};

/** Tap water that was treated before it came: under a notice nobody takes it for that, and it is never left as it is. */
function isTreatedTap(facts: Facts, container: string, now: string): boolean {
  const vessel = facts.container[container];
  const known = vessel?.fill && knownOf(facts, vessel.fill, now, vessel);
  return known?.sourced.water === 'treated-tap' && !known.boil && !known.most;
}

/** The question that the blanks ask, or undefined while one of them is empty. */
export function questionOf(form: BenchForm, facts: Facts, today: string): DoseQuestion | undefined {
  const bleach = bleachOf(form, facts);
  if (!bleach || form.volumeL === undefined || form.volumeL <= 0) return undefined;
  return {
    volumeL: withProvenance(form.volumeL, form.known),
    clarity: form.clarity,
    ...(form.temperatureC === undefined ? {} : { temperatureC: form.temperatureC }),
    ...(form.ph === undefined ? {} : { ph: form.ph }),
    isTreatedTap: isTreatedTap(facts, form.container, `${today}T23:59:59.999Z`),
    ...(isProved(facts, form.container) ? { isProved: true } : {}),
    ...(form.residualMgL === undefined ? {} : { residualMgL: form.residualMgL }),
    bleach,
    strengthSchool: form.strengthSchool ?? facts.plan.strengthSchool,
    ...(form.supply === NEW_BLEACH && form.strengthKnown === 'guessed'
      ? { strengthSpread: GUESSED_STRENGTH_SPREAD }
      : {}),
    ...(form.usesJars ? { jars: readJars() } : {}),
    ...(form.school ? { school: form.school } : {}),
    tools: ownedTools(facts.group),
    today,
  };
}
