/** One layer of a home-made filter: its depth and the mass of a litre of it. */
export interface Layer {
  readonly id: 'cloth' | 'charcoal' | 'fine-sand' | 'coarse-sand' | 'gravel' | 'stones';
  readonly depthMm: number;
  readonly kgL: number;
}

/** Outlet to inlet; bulk densities of dry media (kg/L). */
export const layers: readonly Layer[] = [
  { id: 'cloth', depthMm: 10, kgL: 0.1 },
  { id: 'charcoal', depthMm: 40, kgL: 0.5 },
  { id: 'fine-sand', depthMm: 100, kgL: 1.6 },
  { id: 'coarse-sand', depthMm: 40, kgL: 1.6 },
  { id: 'gravel', depthMm: 40, kgL: 1.55 },
  // where there is room
  { id: 'stones', depthMm: 0, kgL: 1.5 },
];

export interface FilledLayer extends Layer {
  readonly litres: number;
  readonly kg: number;
}

/** Room that must stay above the media for the water (mm). */
export const FREEBOARD_MM = 60;

/**
 * Litres and kg of each layer in a round vessel.
 * @returns the layers, and how many mm of the vessel are left above them (negative: it does not fit)
 */
export function layeredFilter(
  innerDiameterMm: number,
  heightMm: number,
  chosen: readonly Layer[] = layers,
): { layers: FilledLayer[]; leftMm: number } {
  const areaDm2 = (Math.PI / 4) * (innerDiameterMm / 100) ** 2;
  const filled = chosen.map(layer => {
    const litres = areaDm2 * (layer.depthMm / 100);
    return { ...layer, litres, kg: litres * layer.kgL };
  });
  return { layers: filled, leftMm: heightMm - chosen.reduce((sum, l) => sum + l.depthMm, 0) };
}
