import { type Judgement, judge, message } from '../../base/judgement.ts';

/** Readings of a water before and after a filter of media; a figure that nobody read is left out. */
export interface FilterPair {
  readonly beforeNtu?: number | undefined;
  readonly afterNtu?: number | undefined;
  readonly beforeUsCm?: number | undefined;
  readonly afterUsCm?: number | undefined;
}

/** Meters and days differ by so much. */
const LIKENESS = 0.1;

/**
 * What a pair of readings says of the readings themselves: sand, gravel and charcoal take no salt out, so that a
 * conductivity which falls is a slip of the meter or of the jars; cloudier water after than before says that it is not flushed.
 */
export function judgePair({ beforeNtu, afterNtu, beforeUsCm, afterUsCm }: FilterPair): Judgement[] {
  const judgements: Judgement[] = [];
  if (beforeUsCm !== undefined && afterUsCm !== undefined && afterUsCm < beforeUsCm * (1 - LIKENESS))
    judgements.push(
      judge('warn', message('pair.implausible', { beforeUsCm, afterUsCm }), 'who-gdwq', {
        remedy: message('pair.implausible.remedy'),
      }),
    );
  if (beforeNtu !== undefined && afterNtu !== undefined && afterNtu > beforeNtu)
    judgements.push(
      judge('warn', message('pair.cloudier', { beforeNtu, afterNtu }), 'practice', {
        remedy: message('pair.cloudier.remedy'),
      }),
    );
  return judgements;
}

/** Share of the turbidity that was taken out; undefined without both readings. */
export const removalShare = ({ beforeNtu, afterNtu }: FilterPair): number | undefined =>
  beforeNtu && afterNtu !== undefined ? 1 - afterNtu / beforeNtu : undefined;
