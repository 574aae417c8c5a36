import * as fontkit from 'fontkit';
import { faces } from './fonts.ts';

// What is printed with which letters. A letter that no font has would be drawn as another one: "≥ 5" as "e5", "⅛ tsp" as "[tsp".

/** Signs that the fonts of papers do not have, in signs that they do. */
const spelled: Readonly<Record<string, string>> = {
  ...{ '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8', '⅓': '1/3', '⅔': '2/3' },
  ...{ '₀': '0', '₁': '1', '₂': '2', '₃': '3', '₄': '4', '⁻': '-', '⁺': '+' },
  ...{ '≥': 'at least ', '≤': 'at most ', '→': '>', '←': '<', π: 'pi', '✓': '(done)', μ: 'µ' },
  ...{ '\u202f': '\u00a0', '\u2009': ' ', '\u2011': '-' },
};

/** What the writer falls back on, and draws as they are: the signs of its own Helvetica that Atkinson has not. */
const inHelvetica = new Set(['µ', 'ª', 'º', '¦', '¬', '¯', '¸', '¤']);

/** A letter that nothing prints. */
const LOST = '?';

let opened: readonly fontkit.Font[] | undefined;

function isDrawn(letter: string): boolean {
  opened ??= Object.values(faces)
    .flat()
    .map(({ file }) => fontkit.openSync(file(400)));
  const codePoint = letter.codePointAt(0)!;
  return codePoint < 0x20 || inHelvetica.has(letter) || opened.some(f => f.hasGlyphForCodePoint(codePoint));
}

/** A letter as it is printed; a question mark where nothing has it. */
function printed(letter: string): string {
  if (isDrawn(letter)) return letter;
  const other = spelled[letter] ?? letter.normalize('NFKD').replace(/\p{M}/gu, '');
  return other !== '' && [...other].every(isDrawn) ? other : LOST;
}

const known = new Map<string, string>();

/** A text in letters that are drawn as what they are. @example printable('≥ ⅛ tsp of H₂S') // 'at least 1/8 tsp of H2S' */
export const printable = (text: string): string =>
  [...text.replaceAll(/([≥≤])\s+/g, '$1')]
    .map(letter => {
      const is = known.get(letter) ?? printed(letter);
      known.set(letter, is);
      return is;
    })
    .join('');
