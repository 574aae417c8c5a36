/** What takes chlorine out again (mg for each mg of chlorine): ascorbic acid, and thiosulphate pentahydrate. */
export const removers = { ascorbic: 2.5, thiosulphate: 7 } as const;
export type RemoverId = keyof typeof removers;
export const removerIds = Object.keys(removers) as RemoverId[];
/** What a litre of each weighs by the spoon (kg); a spoon may be 15 % off. */
export const removerKgL = { ascorbic: 0.9, thiosulphate: 1 } as const satisfies Record<RemoverId, number>;

/** Mass that removes the chlorine above a target (g); none when it is not above it. */
export const removerG = (remover: RemoverId, volumeL: number, haveMgL: number, wantMgL: number): number =>
  (Math.max(0, haveMgL - wantMgL) * volumeL * removers[remover]) / 1000;
