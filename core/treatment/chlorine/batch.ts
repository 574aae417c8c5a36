import { addMinutes, type Instant } from '../../base/day.ts';
import { REPEAT_CONTACT_MIN } from './contact.ts';
import { type ChlorineReading, leastResidualMgL, residualOutcome } from './residual.ts';
import type { Clarity, DoseSchoolId } from './schools.ts';
import { STOP_OVER } from './slip.ts';
import type { StrengthSchoolId } from './strength.ts';

/** By a tool as it is, diluted first, or nothing at all. */
export const doseWays = ['tool', 'dilute', 'none'] as const;

/** What a batch was begun with: the answer that the bench gave, kept so that it can be checked afterwards. */
export interface DoseInstruction {
  readonly school: DoseSchoolId;
  readonly strengthSchool: StrengthSchoolId;
  readonly volumeL: number;
  readonly strengthMgMl: number;
  readonly targetMgL: number;
  /** Undiluted bleach to put in, after rounding to the tool (mL). */
  readonly doseMl: number;
  readonly way: (typeof doseWays)[number];
  readonly tool?: string;
  /** Whole steps of the tool, and how many millilitres are poured (of the dilution, when diluted). */
  readonly steps?: number;
  readonly pourMl?: number;
  readonly dilution?: { readonly factor: number; readonly bleachMl: number; readonly waterMl: number };
  /** The supply that the dose comes from. */
  readonly supply?: string;
  readonly contactMin: number;
  readonly clarity: Clarity;
  readonly temperatureC?: number;
  readonly ph?: number;
}

/** Looked at and smelled before dosing. A fuel or chemical smell, or an unnatural colour, ends it: no dose makes that safe. */
export interface BatchCheck {
  readonly clarity: Clarity;
  readonly chemicalSmell: boolean;
}

type At = { readonly at: Instant; readonly entry: string };

/** What happened in a batch, in order. */
export type BatchEvent =
  | ({ readonly what: 'checked' } & BatchCheck & At)
  | ({
      readonly what: 'dosed';
      readonly doseMl: number;
      readonly mgL: number;
      readonly instructedMl?: number;
    } & At)
  | ({ readonly what: 'mixed' } & At)
  | ({ readonly what: 'read' } & ChlorineReading & At)
  | ({ readonly what: 'labelled' } & At);

/** A treatment of one fill with chlorine, as facts. */
export interface Batch {
  /** The entry that began it. */
  readonly id: string;
  readonly begunAt: Instant;
  readonly by: string;
  readonly instruction: DoseInstruction;
  readonly events: readonly BatchEvent[];
  readonly abandoned?: { readonly at: Instant; readonly why: string };
}

/**
 * Where a batch stands. `check`, `dose`, `mix`, `stand`, `read`, `repeat` and `air` wait for somebody or the clock;
 * the rest are ends. `air`: too strong, stands open and is read again.
 */
export type BatchPhase =
  | 'check'
  | 'dose'
  | 'mix'
  | 'stand'
  | 'read'
  | 'air'
  | 'repeat'
  | 'passed'
  | 'passed-by-smell'
  | 'failed'
  | 'unfit'
  | 'abandoned';

export interface BatchStanding {
  readonly phase: BatchPhase;
  /** The end of the contact time that runs or last ran. */
  readonly standsUntil?: Instant;
  readonly standsFrom?: Instant;
  /** 1 once the one repeat was due. */
  readonly round: 0 | 1;
  /** Chlorine put in so far (mg/L). */
  readonly dosedMgL: number;
  readonly doses: number;
  readonly provedAt?: Instant;
  readonly lastReading?: ChlorineReading & { readonly at: Instant };
}

/** More than any school puts into clear water at once (mg/L): ⅛ teaspoon of 9 % bleach in a US gallon is 15.6. */
const MOST_SCHOOL_MG_L = 16;

/**
 * So much went in that a smell proves nothing: twice what was instructed, or more than any school asks where nobody instructed
 * anything. It is read by a figure, or stands until it is.
 * @param round 1 where the one repeat was due
 */
export function isOverdose({ instruction, events }: Batch, dosedMgL: number, round: 0 | 1): boolean {
  const rounds = round + 1;
  const isInstructed = events.some(e => e.what === 'dosed' && e.instructedMl !== undefined);
  const most = isInstructed ? STOP_OVER * instruction.targetMgL : MOST_SCHOOL_MG_L;
  return instruction.targetMgL > 0 && dosedMgL > most * rounds - 1e-6;
}

/** A batch still waits for somebody or for the clock. */
export function isRunning(phase: BatchPhase): boolean {
  return ['check', 'dose', 'mix', 'stand', 'read', 'air', 'repeat'].includes(phase);
}

/**
 * Where a batch stands at a moment: a walk over its events.
 * The contact time counts from stirring (unmixed water has no credit). A reading before its end is only on the way.
 * No residual at the end: the dose is repeated once and stands 15 minutes more; none again fails it.
 */
export function standingOf(batch: Batch, now: Instant): BatchStanding {
  let round: 0 | 1 = 0;
  let checked = false;
  let dosedMgL = 0;
  let doses = 0;
  let standsFrom: Instant | undefined;
  let standsUntil: Instant | undefined;
  let isMixed = true;
  let outcome: 'passed' | 'passed-by-smell' | 'failed' | 'repeat' | 'air' | undefined;
  let provedAt: Instant | undefined;
  let lastReading: BatchStanding['lastReading'];

  for (const event of batch.events) {
    if (outcome === 'passed' || outcome === 'passed-by-smell' || outcome === 'failed') break;
    switch (event.what) {
      case 'checked':
        checked = true;
        if (event.chemicalSmell) return { phase: 'unfit', round, dosedMgL, doses };
        break;
      case 'dosed':
        if (outcome === 'repeat') round = 1;
        outcome = undefined;
        dosedMgL += event.mgL;
        doses += 1;
        isMixed = false;
        break;
      case 'mixed':
        if (doses === 0 || isMixed) break;
        isMixed = true;
        standsFrom = event.at;
        standsUntil = addMinutes(event.at, round === 1 ? REPEAT_CONTACT_MIN : batch.instruction.contactMin);
        break;
      case 'read': {
        lastReading = event;
        if (!standsUntil || !isMixed || event.at < standsUntil) break;
        // a nose tells some chlorine from none, and not how much: what is known to be too much is read
        if (event.mgL === undefined && event.smell !== 'none' && isOverdose(batch, dosedMgL, round)) break;
        const end = residualOutcome(event, leastResidualMgL(batch.instruction.clarity));
        if (end === 'none') outcome = round === 0 ? 'repeat' : 'failed';
        else if (end === 'high') outcome = 'air';
        else {
          outcome = end;
          provedAt = event.at;
        }
        break;
      }
    }
  }

  const common = {
    round,
    dosedMgL,
    doses,
    ...(standsUntil ? { standsUntil } : {}),
    ...(standsFrom ? { standsFrom } : {}),
    ...(provedAt ? { provedAt } : {}),
    ...(lastReading ? { lastReading } : {}),
  };
  if (outcome && outcome !== 'repeat' && outcome !== 'air') return { ...common, phase: outcome };
  if (batch.abandoned) return { ...common, phase: 'abandoned' };
  if (outcome) return { ...common, phase: outcome };
  if (doses === 0) return { ...common, phase: checked ? 'dose' : 'check' };
  if (!isMixed) return { ...common, phase: 'mix' };
  return { ...common, phase: standsUntil && now < standsUntil ? 'stand' : 'read' };
}

/** One line of a bench sheet. */
export interface SheetStep {
  readonly id:
    | 'check'
    | 'dose'
    | 'mix'
    | 'stand'
    | 'read'
    | 'repeat-dose'
    | 'repeat-mix'
    | 'repeat-stand'
    | 'repeat-read'
    | 'label';
  readonly status: 'done' | 'live' | 'ahead';
}

/** The numbered sheet of a batch; a failed first residual adds the repeat's steps. */
export function sheetOf(batch: Batch, now: Instant): SheetStep[] {
  const { phase, round } = standingOf(batch, now);
  const firstRound: SheetStep['id'][] = ['check', 'dose', 'mix', 'stand', 'read'];
  const repeat: SheetStep['id'][] = ['repeat-dose', 'repeat-mix', 'repeat-stand', 'repeat-read'];
  const needsRepeat = round === 1 || phase === 'repeat';
  const steps = [
    ...firstRound,
    ...(needsRepeat ? repeat : []),
    ...(phase === 'failed' ? [] : (['label'] as const)),
  ];
  const live = liveStep(
    phase,
    round,
    batch.events.some(e => e.what === 'labelled'),
  );
  const liveAt = live ? steps.indexOf(live) : live === undefined ? steps.length : -1;
  return steps.map((id, i) => ({ id, status: i < liveAt ? 'done' : i === liveAt ? 'live' : 'ahead' }));
}

/** The step that waits; undefined when all are done, null when the sheet was stopped. */
function liveStep(phase: BatchPhase, round: 0 | 1, isLabelled: boolean): SheetStep['id'] | undefined | null {
  const prefix = round === 1 ? 'repeat-' : '';
  switch (phase) {
    case 'check':
      return 'check';
    case 'dose':
      return 'dose';
    case 'repeat':
      return 'repeat-dose';
    case 'mix':
    case 'stand':
      return `${prefix}${phase}` as SheetStep['id'];
    case 'read':
    case 'air':
      return `${prefix}read` as SheetStep['id'];
    case 'passed':
    case 'passed-by-smell':
      return isLabelled ? undefined : 'label';
    case 'failed':
      return undefined;
    case 'unfit':
    case 'abandoned':
      return null;
  }
}
