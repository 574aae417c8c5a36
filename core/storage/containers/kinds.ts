export const necks = ['narrow', 'wide'] as const;

export const materials = [
  'PET',
  'HDPE',
  'glass',
  'steel',
  'foil',
  'concrete',
  'galvanised',
  'copper',
] as const;
export type Material = (typeof materials)[number];

/** How a kind is drawn in the section. */
export const shapes = [
  'bottle',
  'pack',
  'jar',
  'jug',
  'can',
  'cube',
  'drum',
  'tote',
  'tank',
  'pouch',
] as const;
export type Shape = (typeof shapes)[number];

/** A kind of container. Footprint: `diameterMm`, or width × depth. */
export interface ContainerKind {
  readonly id: string;
  readonly shape: Shape;
  readonly nominalL: number;
  /** Bottles of a pack, which is one thing with one label; its volume and mass are of all of them. */
  readonly pieces?: number;
  /** Share of the nominal volume that is filled; the rest is headspace. */
  readonly usableShare: number;
  readonly tareKg: number;
  readonly diameterMm?: number;
  readonly widthMm?: number;
  readonly depthMm?: number;
  readonly heightMm: number;
  readonly stackable: boolean;
  readonly material: Material;
  readonly lightProof: boolean;
  readonly neck: (typeof necks)[number];
  readonly tap: boolean;
  readonly price: number;
  readonly serviceYears: number;
  /** Name of a kind of one's own; the seed kinds are named in the catalogue of texts. */
  readonly name?: string;
}

const round: readonly Shape[] = ['bottle', 'jar', 'drum', 'tank'];

/**
 * The kinds that ship with the catalogue. Masses and sizes are typical of what is sold;
 * prices are in the group's own currency and meant to be overwritten.
 */
export const seedKinds: readonly ContainerKind[] = [
  kind('pouch-125ml', 'pouch', 0.125, 0.005, [100, 40, 160], 'foil', {
    lightProof: true,
    price: 0.5,
    serviceYears: 5,
  }),
  kind('bottle-500ml', 'bottle', 0.5, 0.02, [65, 65, 220], 'PET', { price: 0.3, serviceYears: 2 }),
  kind('bottle-1500ml', 'bottle', 1.5, 0.035, [90, 90, 320], 'PET', { price: 0.6, serviceYears: 2 }),
  kind('bottle-2l', 'bottle', 2, 0.045, [110, 110, 340], 'PET', { price: 0.8, serviceYears: 2 }),
  kind('pack-24x500ml', 'pack', 12, 0.48, [390, 260, 220], 'PET', {
    pieces: 24,
    usableShare: 1,
    stackable: true,
    price: 7,
    serviceYears: 2,
  }),
  kind('pack-6x1500ml', 'pack', 9, 0.21, [270, 180, 320], 'PET', {
    pieces: 6,
    usableShare: 1,
    stackable: true,
    price: 3.5,
    serviceYears: 2,
  }),
  kind('pack-6x2000ml', 'pack', 12, 0.27, [330, 220, 340], 'PET', {
    pieces: 6,
    usableShare: 1,
    stackable: true,
    price: 4.5,
    serviceYears: 2,
  }),
  kind('jar-946ml', 'jar', 0.946, 0.45, [95, 95, 175], 'glass', { neck: 'wide', price: 2, serviceYears: 20 }),
  kind('jug-3.79l', 'jug', 3.785, 0.12, [150, 150, 300], 'HDPE', { price: 2, serviceYears: 3 }),
  kind('carrier-10l', 'cube', 10, 0.35, [240, 240, 270], 'HDPE', { tap: true, price: 9, serviceYears: 5 }),
  kind('jug-18.9l', 'jug', 18.9, 0.8, [290, 290, 390], 'HDPE', {
    stackable: true,
    price: 18,
    serviceYears: 8,
  }),
  kind('can-20l', 'can', 20, 1.2, [280, 250, 400], 'HDPE', {
    lightProof: true,
    stackable: true,
    price: 16,
    serviceYears: 10,
  }),
  kind('cube-26l', 'cube', 26, 1.4, [300, 290, 380], 'HDPE', {
    tap: true,
    stackable: true,
    price: 24,
    serviceYears: 10,
  }),
  kind('drum-57l', 'drum', 57, 2.9, [380, 380, 650], 'HDPE', {
    lightProof: true,
    price: 38,
    serviceYears: 15,
  }),
  kind('drum-114l', 'drum', 114, 5.5, [480, 480, 800], 'HDPE', {
    lightProof: true,
    price: 55,
    serviceYears: 15,
  }),
  kind('drum-208l', 'drum', 208, 10, [585, 585, 890], 'HDPE', {
    lightProof: true,
    price: 75,
    serviceYears: 15,
  }),
  kind('tote-1040l', 'tote', 1040, 60, [1200, 1000, 1160], 'HDPE', {
    tap: true,
    price: 190,
    serviceYears: 10,
  }),
  kind('tank-500l', 'tank', 500, 18, [700, 700, 1350], 'HDPE', {
    lightProof: true,
    tap: true,
    price: 160,
    serviceYears: 20,
  }),
  kind('tank-1000l', 'tank', 1000, 32, [850, 850, 1850], 'HDPE', {
    lightProof: true,
    tap: true,
    price: 260,
    serviceYears: 20,
  }),
  kind('tank-2500l', 'tank', 2500, 60, [1400, 1400, 1750], 'HDPE', {
    lightProof: true,
    tap: true,
    price: 480,
    serviceYears: 20,
  }),
  kind('tank-5000l', 'tank', 5000, 110, [1800, 1800, 2100], 'HDPE', {
    lightProof: true,
    tap: true,
    price: 780,
    serviceYears: 20,
  }),
  kind('tank-10000l', 'tank', 10000, 200, [2300, 2300, 2600], 'HDPE', {
    lightProof: true,
    tap: true,
    price: 1400,
    serviceYears: 20,
  }),
];

function kind(
  id: string,
  shape: Shape,
  nominalL: number,
  tareKg: number,
  [widthMm, depthMm, heightMm]: readonly [number, number, number],
  material: Material,
  more: Partial<ContainerKind>,
): ContainerKind {
  const footprint = round.includes(shape) ? { diameterMm: widthMm } : { widthMm, depthMm };
  return {
    id,
    shape,
    nominalL,
    // a bottle or jar bought full is full; a vessel filled by hand keeps a little headspace
    usableShare: nominalL <= 4 ? 1 : 0.95,
    tareKg,
    heightMm,
    stackable: false,
    material,
    lightProof: false,
    neck: 'narrow',
    tap: false,
    price: 0,
    serviceYears: 10,
    ...footprint,
    ...more,
  };
}

/** Width and depth of the rectangle around a kind's footprint (m). */
export function footprintM(k: ContainerKind): { widthM: number; depthM: number } {
  const widthMm = k.diameterMm ?? k.widthMm ?? 0;
  const depthMm = k.diameterMm ?? k.depthMm ?? 0;
  return { widthM: widthMm / 1000, depthM: depthMm / 1000 };
}

/** Area a kind stands on (m²): a circle for round kinds, else a rectangle. */
export function standingAreaM2(k: ContainerKind): number {
  const { widthM, depthM } = footprintM(k);
  return k.diameterMm ? (Math.PI / 4) * widthM ** 2 : widthM * depthM;
}

/** Litres a kind holds when filled as usual. */
export function usableL(k: ContainerKind): number {
  return Math.round(k.nominalL * k.usableShare * 1000) / 1000;
}

/** Share of headspace to leave where the water may freeze: it grows by 9 %. */
export const FROST_HEADSPACE_SHARE = 0.1;
