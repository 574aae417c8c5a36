/** What takes chlorine out again (mg for each mg of chlorine): ascorbic acid, and thiosulphate pentahydrate. */
export const removers = { ascorbic: 2.5, thiosulphate: 7 } as const;
export type RemoverId = keyof typeof removers;

/** Mass that removes the chlorine above a target (g); none when it is not above it. */
export const removerG = (remover: RemoverId, volumeL: number, haveMgL: number, wantMgL: number): number =>
  (Math.max(0, haveMgL - wantMgL) * volumeL * removers[remover]) / 1000;
