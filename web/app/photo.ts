import { type KeptPhoto, MOST_PHOTO_BYTES, PHOTO_SIDE_PX } from '#contract/photo.ts';
import { routes } from '#contract/routes.ts';

/** Qualities tried, the best first, until the photo is small enough. */
const qualities = [0.82, 0.7, 0.55, 0.4];

/** A picture on a canvas whose longer side is at most so long. @throws when the file is no picture */
export async function drawnSmall(file: Blob, sidePx: number): Promise<HTMLCanvasElement> {
  const bitmap = await createImageBitmap(file);
  const scale = Math.min(1, sidePx / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return canvas;
}

async function small(file: Blob): Promise<Blob> {
  const canvas = await drawnSmall(file, PHOTO_SIDE_PX);
  for (const quality of qualities) {
    const blob = await new Promise<Blob | null>(done => canvas.toBlob(done, 'image/jpeg', quality));
    if (blob && blob.size <= MOST_PHOTO_BYTES) return blob;
  }
  throw new RangeError('the picture stays too large');
}

/**
 * Makes a picture smaller and keeps it on the server; where it was taken and with what stays behind with the original.
 * @returns its digest, for an entry to name
 */
export async function keepPhoto(file: Blob): Promise<string> {
  const res = await fetch(routes.photos, {
    method: 'POST',
    headers: { 'Content-Type': 'image/jpeg' },
    body: await small(file),
  });
  if (!res.ok) throw new Error(`the server answered ${res.status}`);
  return ((await res.json()) as KeptPhoto).digest;
}
