import type { Instant } from '../../base/moment.ts';
import type { Told } from '../../log/entry.ts';
import { isCleanedAway } from '../../storage/containers/fitness.ts';
import { betterOf, noCredit, sumOf } from '../../treatment/credit/credit.ts';
import { takesAll } from '../../water/quality/chemicals.ts';
import type { ContainerFacts, RunCredit, RunLeg } from '../store/facts.ts';
import { heldBy, withFill } from '../store/vessel.ts';
import type { SheetFacts } from './facts.ts';
import type { SheetEnd, SheetFields, StepDone } from './fields.ts';
import { passes } from './sheets.ts';

/** A sheet as it begins, with the vessel and the work that it is of. */
export function begun(_: SheetFacts | undefined, entry: Told<SheetFields>, id: string): SheetFacts {
  const touched = (type: string) => entry.also?.find(subject => subject.startsWith(`${type}:`));
  const [container, work] = [touched('container'), touched('work')];
  return {
    id,
    ...entry.data,
    begunAt: entry.happenedAt,
    by: entry.by,
    ...(container ? { container } : {}),
    ...(work ? { work } : {}),
    done: [],
  };
}

/** A sheet after one of its steps was done. */
export function stepped(facts: SheetFacts, { happenedAt, by, data }: Told<StepDone>): SheetFacts {
  const { step, ...read } = data;
  return { ...facts, done: [...facts.done, { step, at: happenedAt, by, ...read }] };
}

/** What a run takes of what is dissolved; a still takes all of it, also where its sheet is older than the certificates. */
const removedBy = ({ method, removes }: Pick<RunLeg, 'removes'> & { readonly method: string }) =>
  removes ?? (method === 'distil' ? takesAll : undefined);

const legOf = ({
  method,
  demineralises: _,
  removes: __,
  ...leg
}: NonNullable<SheetFields['legs']>[number]): RunLeg => {
  const removes = removedBy({ method, ...(__ ? { removes: __ } : {}) });
  return { ...leg, ...(removes ? { removes } : {}) };
};

/** What a begun sheet will credit stands with the very water that it was begun on; what it holds back stands with the vessel. */
export function begunOn(facts: ContainerFacts, entry: Told<SheetFields>): ContainerFacts {
  const { method, holds, credit, barrier, desalts, dechlorinates, legs, uses } = entry.data;
  const removes = removedBy(entry.data);
  const run = {
    ...credit,
    ...(barrier ? { barrier } : {}),
    ...(holds ? { holds } : {}),
    ...(desalts ? { desalts } : {}),
    ...(removes ? { removes } : {}),
    ...(dechlorinates ? { dechlorinates } : {}),
    ...(legs ? { legs: legs.map(legOf) } : {}),
    ...(uses.length > 0 ? { supplies: uses.map(use => use.supply) } : {}),
  };
  const begun = withFill(facts, fill => ({ ...fill, sheets: { ...fill.sheets, [entry.subject]: run } }));
  if (!holds) return begun;
  return { ...begun, held: [...(begun.held ?? []), { sheet: entry.subject, method, holds }] };
}

/** A vessel after the sheet that treated its water ended: what that earned, and what it sets free. */
export const endedOn = (facts: ContainerFacts, entry: Told<SheetEnd>): ContainerFacts =>
  released(credited(facts, entry), entry);

/**
 * A finished sheet sets free what it held, and what earlier ones of its method left half-way; what another method put in
 * goes on holding. One that is given up frees nothing, for what it put in is still there.
 */
function released(facts: ContainerFacts, entry: Told<SheetEnd>): ContainerFacts {
  const { outcome, method } = entry.data;
  return heldBy(facts, h => {
    if (outcome !== 'finished') return h.sheet === entry.subject ? { ...h, ended: outcome } : h;
    return h.sheet === entry.subject || (h.ended && h.method === method) ? undefined : h;
  });
}

/**
 * What a method of a train earned is in the water once its last step is done, whatever becomes of those behind it. What it
 * puts in may be in from its first step on: another dose would be a second one, also when the train is given up.
 */
export function legStepped(facts: ContainerFacts, entry: Told<StepDone>): ContainerFacts {
  const { step, reading } = entry.data;
  const legs = facts.fill?.sheets?.[entry.subject]?.legs ?? [];
  const [begun, done] = [legs.find(l => l.first === step), legs.find(l => l.last === step)];
  const dosed = begun?.holds
    ? withFill(facts, fill => ({ ...fill, disinfectedAt: entry.happenedAt }))
    : facts;
  return done && passes(done, reading)
    ? earned(dosed, { ...done.credit, ...done, ...suppliesOf(done) }, entry.happenedAt)
    : dosed;
}

const suppliesOf = ({ supply }: RunLeg) => (supply ? { supplies: [supply] } : {});

/** A vessel that was sanitised: it is a clean one again, and what grew or smelled in it is gone. */
export function cleanedAt({ spoiled, ...facts }: ContainerFacts, at: Instant): ContainerFacts {
  const left = spoiled && !isCleanedAway(spoiled.found) ? { spoiled } : {};
  return { ...facts, ...left, sanitisedAt: at, role: 'clean' };
}

/** The sheet that cleans a vessel gives it back its role; any other credits the water in it. */
function credited(facts: ContainerFacts, entry: Told<SheetEnd>): ContainerFacts {
  const { outcome, method } = entry.data;
  if (outcome !== 'finished') return facts;
  if (method === 'sanitising') return cleanedAt(facts, entry.happenedAt);
  // what it earned stands in its beginning; a vessel filled anew meanwhile holds other water, which it did not treat
  const run = facts.fill?.sheets?.[entry.subject];
  // a train has earned step by step
  if (!run || run.legs) return facts;
  return earned(facts, { ...run, barrier: run.barrier ?? method }, entry.happenedAt);
}

/** A container whose water a run has gone through. */
function earned(
  facts: ContainerFacts,
  run: RunCredit & { readonly barrier: string },
  at: Instant,
): ContainerFacts {
  const { barrier, desalts, removes, dechlorinates, holds, supplies } = run;
  const { bacteria, viruses, protozoa, crypto } = run;
  return withFill(facts, fill => {
    // filters in series of the same kind count once, and so does a second round of anything
    const before = fill.treated?.byMethod ?? {};
    const credit = { bacteria, viruses, protozoa, crypto };
    const byMethod = { ...before, [barrier]: betterOf(before[barrier] ?? noCredit, credit) };
    const isDesalted = desalts ?? fill.treated?.isDesalted;
    const runs = [...(fill.treated?.runs ?? []), ...(supplies ? [{ at, barrier, supplies }] : [])];
    const removed = [...(fill.treated?.removed ?? []), ...(removes ? [{ at, shares: removes }] : [])];
    const treated = {
      at,
      credit: sumOf(Object.values(byMethod)),
      byMethod,
      ...(isDesalted ? { isDesalted } : {}),
      ...(removed.length > 0 ? { removed } : {}),
      ...(runs.length > 0 ? { runs } : {}),
    };
    return {
      ...fill,
      treated,
      ...(bacteria > 0 ? { germsTreatedAt: at } : {}),
      ...(desalts || removes ? { desaltedAt: at } : {}),
      ...(holds && bacteria > 0 ? { disinfectedAt: at } : {}),
      ...(dechlorinates ? { dechlorinatedAt: at } : {}),
    };
  });
}
