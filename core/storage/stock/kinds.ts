/** Kinds of supply, with the unit they are counted in and how long they keep when nobody knows better (months). */
export const supplyKinds = {
  bleach: { unit: 'mL', keepsMonths: 12 },
  'chlorine-powder': { unit: 'g', keepsMonths: 24 },
  'chlorine-tablets': { unit: 'pieces', keepsMonths: 60 },
  'dioxide-tablets': { unit: 'pieces', keepsMonths: 48 },
  flocculant: { unit: 'pieces', keepsMonths: 36 },
  iodine: { unit: 'mL', keepsMonths: 36 },
  'iodine-tablets': { unit: 'pieces', keepsMonths: 36 },
  neutraliser: { unit: 'g', keepsMonths: 36 },
  permanganate: { unit: 'g', keepsMonths: 60 },
  alum: { unit: 'g', keepsMonths: 60 },
  'test-kit': { unit: 'tests', keepsMonths: 24 },
  filter: { unit: 'L', keepsMonths: 0 },
  carbon: { unit: 'L', keepsMonths: 0 },
  lamp: { unit: 'L', keepsMonths: 0 },
  propane: { unit: 'kg', keepsMonths: 0 },
  butane: { unit: 'kg', keepsMonths: 0 },
  kerosene: { unit: 'kg', keepsMonths: 60 },
  charcoal: { unit: 'kg', keepsMonths: 0 },
  ethanol: { unit: 'kg', keepsMonths: 0 },
  wood: { unit: 'kg', keepsMonths: 0 },
  matches: { unit: 'pieces', keepsMonths: 0 },
  bottles: { unit: 'pieces', keepsMonths: 12 },
  jars: { unit: 'pieces', keepsMonths: 0 },
  lids: { unit: 'pieces', keepsMonths: 60 },
  cloth: { unit: 'pieces', keepsMonths: 0 },
  pots: { unit: 'pieces', keepsMonths: 0 },
  'pot-holders': { unit: 'pieces', keepsMonths: 0 },
  spoons: { unit: 'pieces', keepsMonths: 0 },
  dropper: { unit: 'pieces', keepsMonths: 0 },
} as const satisfies Record<string, { unit: SupplyUnit; keepsMonths: number }>;

export type SupplyUnit = 'mL' | 'g' | 'kg' | 'L' | 'pieces' | 'tests';
export type SupplyKind = keyof typeof supplyKinds;
export const supplyKindIds = Object.keys(supplyKinds) as [SupplyKind, ...SupplyKind[]];
