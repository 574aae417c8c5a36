import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Clarity } from './schools.ts';

/** Free chlorine that proves a treatment (mg/L). */
export const RESIDUAL_LEAST_MG_L = 0.2;
/** The band aimed at after the contact time. */
export const RESIDUAL_AIM_MG_L = 0.5;
/** US EPA maximum residual disinfectant level: warned above. */
export const MRDL_MG_L = 4;
/** WHO guideline value: not to be drunk above. */
export const WHO_LIMIT_MG_L = 5;
/** Some people begin to taste it here. */
export const TASTE_MG_L = 0.6;

/** How chlorine was read. `total` counts chloramine too, and so does the nose. */
export const readingMethods = ['dpd', 'strip', 'meter', 'total', 'smell'] as const;
export type ReadingMethod = (typeof readingMethods)[number];
export const smells = ['none', 'faint', 'strong'] as const;
export type Smell = (typeof smells)[number];

/** A reading of chlorine: a figure, or by the nose. */
export interface ChlorineReading {
  readonly method: ReadingMethod;
  readonly mgL?: number;
  readonly smell?: Smell;
  /** The kit ends at this figure: there is more. */
  readonly isAbove?: true;
  /** Read with a kit past its day: a good figure of it proves nothing, and a bad one still alarms. */
  readonly isUnsure?: true;
}

/** Whether a reading may prove something good. */
export const isTrusted = ({ isUnsure, mgL = 0 }: ChlorineReading): boolean =>
  !isUnsure || mgL < RESIDUAL_LEAST_MG_L;

/** What an end reading means for the water. `high` waits open and is read again; it is no failed batch. */
export type ResidualOutcome = 'passed' | 'passed-by-smell' | 'high' | 'none';

/** More than may be drunk (WHO). */
export const isTooStrong = ({ mgL = 0, isAbove }: ChlorineReading): boolean =>
  mgL > WHO_LIMIT_MG_L || (isAbove === true && mgL >= WHO_LIMIT_MG_L);

/** What an end reading must show (mg/L): cloudy water hides germs, and asks more. */
export const leastResidualMgL = (clarity: Clarity): number =>
  clarity === 'clear' ? RESIDUAL_LEAST_MG_L : RESIDUAL_AIM_MG_L;

/** The outcome of an end reading. A total reading proves no more than a smell does. */
export function residualOutcome(
  reading: ChlorineReading,
  leastMgL: number = RESIDUAL_LEAST_MG_L,
): ResidualOutcome {
  if (reading.method === 'smell' || reading.mgL === undefined) {
    if (reading.smell === 'faint') return 'passed-by-smell';
    return reading.smell === 'strong' ? 'high' : 'none';
  }
  if (isTooStrong(reading)) return 'high';
  if (reading.mgL < leastMgL) return 'none';
  return reading.method === 'total' ? 'passed-by-smell' : 'passed';
}

/** Judges an end reading against the limits for water that is drunk. */
export function judgeResidual(reading: ChlorineReading, leastMgL: number = RESIDUAL_LEAST_MG_L): Judgement {
  const outcome = residualOutcome(reading, leastMgL);
  if (reading.method === 'smell' || reading.mgL === undefined) {
    if (outcome === 'passed-by-smell') {
      return judge('warn', message('residual.smell.faint'), 'epa-emergency', {
        remedy: message('residual.smell.remedy'),
      });
    }
    return judge(
      'refuse',
      message(`residual.smell.${outcome === 'high' ? 'strong' : 'none'}`),
      'epa-emergency',
      {
        remedy: message(outcome === 'high' ? 'residual.high.remedy' : 'residual.none.remedy'),
      },
    );
  }
  const params = { residualMgL: reading.mgL, leastMgL };
  switch (outcome) {
    case 'none':
      return judge('refuse', message('residual.none', params), 'who-gdwq', {
        remedy: message('residual.none.remedy'),
      });
    case 'high':
      return judge('refuse', message('residual.high', params), 'who-gdwq', {
        remedy: message('residual.high.remedy'),
      });
    case 'passed-by-smell':
      return judge('warn', message('residual.total', params), 'who-gdwq', {
        remedy: message('residual.total.remedy'),
      });
    case 'passed':
      if (reading.mgL > MRDL_MG_L) {
        return judge('warn', message('residual.above-mrdl', params), 'epa-mrdl', {
          remedy: message('residual.high.remedy'),
        });
      }
      return judge(
        'ok',
        message(reading.mgL >= TASTE_MG_L ? 'residual.passed-taste' : 'residual.passed', params),
        'who-gdwq',
      );
  }
}

/** A figure no kit for drinking water shows, and no dose of these rules leaves: a likely slip of the decimal point. */
export const READING_LIMIT_MG_L = 10;
/** A kit reads a tenth off, and a vessel is filled a little less than it is said to be. */
const READING_SLACK = 1.2;

/**
 * Judges the figure itself, before what it means.
 * @param dosedMgL what was put in: a reading may be as high as that, however high
 */
export function judgeReadingFigure(mgL: number, dosedMgL = 0): Judgement {
  if (mgL < 0) return judge('refuse', message('reading.negative'), 'arithmetic');
  const mostMgL = Math.max(READING_LIMIT_MG_L, dosedMgL * READING_SLACK);
  if (mgL <= mostMgL) return judge('ok', message('reading.plausible'), 'practice');
  // no figure is offered instead: a passing one would be taken for a reading
  return judge('refuse', message('reading.beyond-kit', { residualMgL: mgL, mostMgL }), 'practice', {
    remedy: message('reading.beyond-kit.remedy'),
  });
}

/** Where delivered water is read. */
export const deliveryPoints = ['home', 'tap-stand', 'tanker'] as const;
export type DeliveryPoint = (typeof deliveryPoints)[number];

/** Free chlorine that delivered water must show (mg/L): Sphere and WHO. In an outbreak 1.0 at homes and taps, 2.0 at the tanker. */
export function deliveredLeastMgL(point: DeliveryPoint, isOutbreak: boolean): number {
  if (isOutbreak) return point === 'tanker' ? 2 : 1;
  return point === 'home' ? RESIDUAL_LEAST_MG_L : RESIDUAL_AIM_MG_L;
}

/** Judges a reading where water is delivered: below its least is a fail, above what may be drunk too. */
export function judgeDelivered(mgL: number, point: DeliveryPoint, isOutbreak: boolean): Judgement {
  const params = {
    residualMgL: mgL,
    leastMgL: deliveredLeastMgL(point, isOutbreak),
    point: `point.${point}`,
  };
  if (mgL < params.leastMgL)
    return judge('refuse', message('delivered.low', params), 'sphere', {
      remedy: message('delivered.low.remedy'),
    });
  const high = judgeResidual({ method: 'dpd', mgL });
  return high.verdict === 'ok' ? judge('ok', message('delivered.good', params), 'sphere') : high;
}
