import type { Amount } from './amount.ts';

/** An unmarked vessel by its shape and what was measured of it (cm), by weight, by a flow, or by counted pours. */
export type Vessel =
  | { readonly by: 'cylinder'; readonly diameterCm: number; readonly heightCm: number }
  | { readonly by: 'bucket'; readonly topCm: number; readonly bottomCm: number; readonly heightCm: number }
  | { readonly by: 'box'; readonly lengthCm: number; readonly widthCm: number; readonly heightCm: number }
  | {
      readonly by: 'lying-drum';
      readonly diameterCm: number;
      readonly lengthCm: number;
      readonly depthCm: number;
    }
  | { readonly by: 'weight'; readonly waterKg: number }
  | { readonly by: 'flow'; readonly minutes: number; readonly litresPerMinute: number }
  | { readonly by: 'pours'; readonly count: number; readonly pourL: number };

export type VesselWay = Vessel['by'];

const L_PER_CM3 = 0.001;

/** Spread of a volume found this way: a tape read to half a centimetre on walls that bulge; scales and pours are better. */
const spreads: Record<VesselWay, number> = {
  cylinder: 0.05,
  bucket: 0.05,
  box: 0.05,
  'lying-drum': 0.08,
  weight: 0.01,
  flow: 0.1,
  pours: 0.03,
};

/**
 * Litres of an unmarked vessel, with how well they are known. Nothing here is a measurement of the water itself,
 * so it comes as a guess with a spread that flows on to doses and dates.
 * @example vesselVolume({ by: 'bucket', topCm: 30, bottomCm: 24, heightCm: 30 }).value // 17.2
 */
export function vesselVolume(v: Vessel): Amount {
  const value = Math.round(litresOf(v) * 1000) / 1000;
  return { value, known: 'guessed', spread: spreads[v.by] };
}

function litresOf(v: Vessel): number {
  switch (v.by) {
    case 'cylinder':
      return (Math.PI / 4) * v.diameterCm ** 2 * v.heightCm * L_PER_CM3;
    case 'bucket':
      // a frustum: π h (D² + D d + d²) ÷ 12
      return (
        ((Math.PI * v.heightCm) / 12) * (v.topCm ** 2 + v.topCm * v.bottomCm + v.bottomCm ** 2) * L_PER_CM3
      );
    case 'box':
      return v.lengthCm * v.widthCm * v.heightCm * L_PER_CM3;
    case 'lying-drum': {
      const r = v.diameterCm / 2;
      const h = Math.min(v.depthCm, v.diameterCm);
      // area of a circular segment of height h
      const areaCm2 = r ** 2 * Math.acos((r - h) / r) - (r - h) * Math.sqrt(Math.max(0, 2 * r * h - h ** 2));
      return areaCm2 * v.lengthCm * L_PER_CM3;
    }
    case 'weight':
      return v.waterKg;
    case 'flow':
      return v.minutes * v.litresPerMinute;
    case 'pours':
      return v.count * v.pourL;
  }
}
