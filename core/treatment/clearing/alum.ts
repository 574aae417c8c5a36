import { type Judgement, judge, message } from '../../base/judgement.ts';

/** Doses of aluminium sulphate that make sense (mg/L), and the jars of a board. */
export const ALUM_LEAST_MG_L = 10;
export const ALUM_MOST_MG_L = 100;
export const alumJarsMgL = [10, 20, 30, 40, 60, 80] as const;

/** Alkalinity that a mg/L of alum takes (mg/L as CaCO₃), and what must be left. */
export const ALKALINITY_PER_ALUM = 0.5;
export const ALKALINITY_LEFT_MG_L = 20;
/** A 1 % stock holds 10 g in a litre: a millilitre in a litre of water is 10 mg/L. */
export const STOCK_MG_ML = 10;

/** The pH after dosing, outside of which aluminium stays dissolved: alum sours the water, so a hard river of pH 8 is cleared. */
export const ALUM_PH = [5.5, 7.8] as const;

export const looks = ['cloudy', 'hazy', 'clear'] as const;
export type Look = (typeof looks)[number];

/** The least dose of a board whose jar came clear (mg/L), or undefined when none did. */
export const leastClear = (
  jars: readonly { readonly mgL: number; readonly look: Look }[],
): number | undefined => jars.filter(j => j.look === 'clear').sort((a, b) => a.mgL - b.mgL)[0]?.mgL;

/** Alkalinity left after a dose (mg/L as CaCO₃). */
export const alkalinityLeftMgL = (alkalinityMgL: number, alumMgL: number): number =>
  alkalinityMgL - ALKALINITY_PER_ALUM * alumMgL;

/** Litres that a packet of alum treats at a dose. */
export const packetL = (massG: number, alumMgL: number): number => (massG * 1000) / alumMgL;

/** Share of the water that is drawn clear off the sludge. */
export const USABLE_SHARE = [0.75, 0.9] as const;

/** Granules by spoon (kg/L); a spoon may be 15 % off. */
export const ALUM_KG_L = 0.95;

const twoDigits = (x: number): number => Number(x.toPrecision(2));

/**
 * Judges an amount of alum for a volume: beyond 100 mg/L it clouds and sours instead of clearing, below 10 it does nothing.
 * @param massG what would go in
 */
export function judgeAlum(massG: number, volumeL: number, dueMgL: number): Judgement {
  const alumMgL = (massG * 1000) / volumeL;
  const dueG = (dueMgL * volumeL) / 1000;
  const params = { alumMgL, leastMgL: ALUM_LEAST_MG_L, mostMgL: ALUM_MOST_MG_L, dueG, volumeL, dueMgL };
  const remedy = message('alum.remedy', params);
  if (alumMgL > 2 * ALUM_MOST_MG_L)
    return judge(
      'refuse',
      message('alum.far-over', { ...params, times: twoDigits(alumMgL / ALUM_MOST_MG_L) }),
      'who-emergency',
      {
        remedy,
        slip: message(alumMgL / dueMgL > 20 ? 'alum.slip.dry' : 'alum.slip.spoons', {
          times: alumMgL / dueMgL,
        }),
      },
    );
  if (alumMgL > ALUM_MOST_MG_L)
    return judge('warn', message('alum.over', params), 'who-emergency', { remedy });
  if (alumMgL < ALUM_LEAST_MG_L / 2)
    return judge('refuse', message('alum.far-under', params), 'who-emergency', { remedy });
  if (alumMgL < ALUM_LEAST_MG_L)
    return judge('warn', message('alum.under', params), 'who-emergency', { remedy });
  return judge('ok', message('alum.fits', params), 'who-emergency');
}

/** Judges what a dose does to the water's alkalinity; unmeasured water is not refused, the measurement is named. */
export function judgeAlkalinity(alkalinityMgL: number | undefined, alumMgL: number): Judgement {
  if (alkalinityMgL === undefined)
    return judge(
      'warn',
      message('alum.alkalinity-unknown', { neededMgL: ALKALINITY_LEFT_MG_L + ALKALINITY_PER_ALUM * alumMgL }),
      'who-emergency',
    );
  const leftMgL = alkalinityLeftMgL(alkalinityMgL, alumMgL);
  if (leftMgL < ALKALINITY_LEFT_MG_L)
    return judge('refuse', message('alum.sour', { leftMgL, alkalinityMgL }), 'who-emergency', {
      remedy: message('alum.sour.remedy'),
    });
  return judge('ok', message('alum.alkalinity', { leftMgL }), 'who-emergency');
}
