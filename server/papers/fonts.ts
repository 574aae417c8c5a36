import { createRequire } from 'node:module';
import type { Language } from '#web/texts/languages.ts';

// The fonts of papers by the script of the language: static files, each subset under a name of its own.

const require = createRequire(import.meta.url);

/** A family of a script: its name in styles, and its file by weight. */
interface Face {
  readonly family: string;
  readonly file: (weight: 400 | 700) => string;
}

const atkinson = (subset: string): Face => ({
  family: subset,
  file: weight =>
    require.resolve(
      `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${subset}-${weight}-normal.woff`,
    ),
});

/** What a language of a script is printed with, the first that has a letter counts. */
export const faces: Readonly<Record<Language['script'], readonly Face[]>> = {
  latin: [atkinson('latin'), atkinson('latin-ext')],
};
