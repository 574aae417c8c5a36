import { type ContainerKind, footprintM, usableL } from './kinds.ts';

/** Fewer than this are carried and marked one by one, whatever they are wrapped in. */
export const LEAST_PIECES = 12;
/** A pack is carried by somebody: no more bottles than this have one label. */
export const MOST_PIECES = 1000;
/** Nobody wraps larger vessels by the pack (L). */
export const MOST_PIECE_L = 2.5;

/** Litres of one bottle of a pack; of a single vessel, all of it. */
export const pieceL = (kind: ContainerKind): number => usableL(kind) / (kind.pieces ?? 1);

/** Whether a kind is several bottles that are kept as one. */
export const isPack = (kind: Pick<ContainerKind, 'pieces'>): boolean => (kind.pieces ?? 1) > 1;

/**
 * A pack of bottles as it stands on a shelf: one thing with one label, its bottles in rows as near to a square as can be.
 * Its id says what it is, so that it is known again in a list.
 */
export function packOf(piece: ContainerKind, pieces: number): ContainerKind {
  const { widthM, depthM } = footprintM(piece);
  const across = Math.ceil(Math.sqrt(pieces * 1.5));
  const { diameterMm: _, name: __, ...rest } = piece;
  return {
    ...rest,
    id: `pack-${pieces}x${Math.round(piece.nominalL * 1000)}ml`,
    shape: 'pack',
    pieces,
    nominalL: piece.nominalL * pieces,
    tareKg: piece.tareKg * pieces,
    widthMm: Math.round(widthM * 1000 * across),
    depthMm: Math.round(depthM * 1000 * Math.ceil(pieces / across)),
    price: piece.price * pieces,
    stackable: true,
  };
}

/** The pack that an id stands for ("pack-24x500ml"), of the bottles there are; undefined for any other id. */
export function packById(id: string, kinds: readonly ContainerKind[]): ContainerKind | undefined {
  const said = /^pack-(\d+)x(\d+)ml$/.exec(id);
  if (!said) return undefined;
  const piece = kinds.find(
    k => !isPack(k) && k.shape === 'bottle' && Math.round(k.nominalL * 1000) === Number(said[2]),
  );
  const pieces = Number(said[1]);
  return piece && pieces > 1 && pieces <= MOST_PIECES ? packOf(piece, pieces) : undefined;
}

/** The pack for so many of a size, where that is how they are kept; undefined where they are single vessels. */
export function packFor(
  piece: ContainerKind,
  pieces: number,
  kinds: readonly ContainerKind[],
): ContainerKind | undefined {
  if (pieces < LEAST_PIECES || pieces > MOST_PIECES || piece.nominalL > MOST_PIECE_L || isPack(piece))
    return undefined;
  if (piece.shape !== 'bottle' && piece.shape !== 'pouch') return undefined;
  const pack = packOf(piece, pieces);
  return kinds.find(k => k.id === pack.id) ?? pack;
}
