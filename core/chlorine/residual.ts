import { type Judgement, judge, message } from '../judgement.ts';

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
export type ReadingMethod = 'dpd' | 'strip' | 'meter' | 'total' | 'smell';
export type Smell = 'none' | 'faint' | 'strong';

/** A reading of chlorine: a figure, or by the nose. */
export interface ChlorineReading {
  readonly method: ReadingMethod;
  readonly mgL?: number;
  readonly smell?: Smell;
}

/** What an end reading means for the water. `high` waits open and is read again; it is no failed batch. */
export type ResidualOutcome = 'passed' | 'passed-by-smell' | 'high' | 'none';

/** The outcome of an end reading. A total reading proves no more than a smell does. */
export function residualOutcome(reading: ChlorineReading): ResidualOutcome {
  if (reading.method === 'smell' || reading.mgL === undefined) {
    if (reading.smell === 'faint') return 'passed-by-smell';
    return reading.smell === 'strong' ? 'high' : 'none';
  }
  if (reading.mgL > WHO_LIMIT_MG_L) return 'high';
  if (reading.mgL < RESIDUAL_LEAST_MG_L) return 'none';
  return reading.method === 'total' ? 'passed-by-smell' : 'passed';
}

/** Judges an end reading against the limits for water that is drunk. */
export function judgeResidual(reading: ChlorineReading): Judgement {
  const outcome = residualOutcome(reading);
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
  const params = { residualMgL: reading.mgL };
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

/** A figure no kit for drinking water shows: a likely slip of the decimal point. */
export const READING_LIMIT_MG_L = 10;

/** Judges the figure itself, before what it means. */
export function judgeReadingFigure(mgL: number): Judgement {
  if (mgL < 0) return judge('refuse', message('reading.negative'), 'arithmetic');
  if (mgL > READING_LIMIT_MG_L) {
    return judge(
      'refuse',
      message('reading.beyond-kit', { residualMgL: mgL, tenthMgL: mgL / 10 }),
      'practice',
      {
        remedy: message('reading.beyond-kit.remedy', { tenthMgL: mgL / 10 }),
      },
    );
  }
  return judge('ok', message('reading.plausible'), 'practice');
}
