import { expose } from 'comlink';
import jsQr from 'jsqr';

/** Looks for a QR code in a picture, off the main thread. */
const api = {
  read: (pixels: Uint8ClampedArray, width: number, height: number): string | undefined =>
    jsQr(pixels, width, height)?.data,
};

export type QrWorker = typeof api;

expose(api);
