/** Most bytes of one photo; the browser makes it smaller on the way in. */
export const MOST_PHOTO_BYTES = 400_000;
/** Longest side that a photo is resized to (px): a label stays readable. */
export const PHOTO_SIDE_PX = 1280;

/** Types that are kept, told by the first bytes of the file and not by its name. */
const signatures = [
  { type: 'image/jpeg', first: [0xff, 0xd8, 0xff] },
  { type: 'image/png', first: [0x89, 0x50, 0x4e, 0x47] },
] as const;

/** The type of a photo, or undefined when it is none that is kept. */
export function photoType(bytes: Uint8Array): string | undefined {
  return signatures.find(s => s.first.every((byte, i) => bytes[i] === byte))?.type;
}

/** What the server answers to a photo. */
export interface KeptPhoto {
  readonly digest: string;
}
