import { addMinutes, type Instant } from '../../base/day.ts';
import { type BatchEarned, batchEarned } from './batchCredit.ts';
import { type DosePlan, type DoseQuestion, instructionOf } from './instruct.ts';
import { leastResidualMgL } from './residual.ts';

/** What is counted on at the end of a contact: a time, and what is read then. */
export interface Contact {
  readonly minutes: number;
  readonly mgL: number;
}

/** The usual contact of a dose, and the least that passes at its end. */
export const usualContact = ({ clarity }: DoseQuestion, { contact }: DosePlan): Contact => ({
  minutes: contact.minutes,
  mgL: leastResidualMgL(clarity),
});

/** What a dose earns if its contact goes as it should: said before anything is put in. */
export function earnedByDose(
  question: DoseQuestion,
  plan: DosePlan,
  contact: Contact,
  now: Instant,
): BatchEarned | undefined {
  const provedAt = addMinutes(now, contact.minutes);
  const reading = { method: 'dpd', mgL: contact.mgL } as const;
  const batch = {
    id: '',
    begunAt: now,
    by: '',
    instruction: instructionOf(question, plan),
    events: [
      { what: 'dosed', doseMl: plan.roundedMl, mgL: plan.roundedMgL, at: now, entry: '' },
      { what: 'mixed', at: now, entry: '' },
      { what: 'read', ...reading, at: provedAt, entry: '' },
    ] as const,
  };
  const standing = {
    phase: 'passed',
    round: 0,
    dosedMgL: plan.roundedMgL,
    doses: 1,
    provedAt,
    lastReading: { ...reading, at: provedAt },
  } as const;
  return batchEarned(batch, standing, provedAt);
}
