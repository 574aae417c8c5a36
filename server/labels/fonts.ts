import { createRequire } from 'node:module';
import { Font } from '@react-pdf/renderer';

// The fonts of the application, for what is printed: static files, each subset under a name of its own.

const require = createRequire(import.meta.url);
const font = (weight: number, subset: string) =>
  require.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${subset}-${weight}-normal.woff`,
  );
for (const subset of ['latin', 'latin-ext']) {
  Font.register({
    family: subset,
    fonts: [400, 700].map(fontWeight => ({ src: font(fontWeight, subset), fontWeight })),
  });
}
// codes and names are not broken in the middle
Font.registerHyphenationCallback(word => [word]);

/** The family of every page; its type knows one name, and the renderer takes several. */
export const FAMILY = ['latin', 'latin-ext'] as unknown as string;

const PT_PER_MM = 72 / 25.4;
/** Millimetres in points. */
export const mm = (value: number): number => value * PT_PER_MM;
