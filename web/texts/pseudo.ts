/** Letters that nobody writes here, each in the place of the one it looks like. */
const from = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ';
const to = 'αвςđєƒġħιјķℓмησρqřšτυνωχуžΑΒĆĐЄŦĞĦΙЈĶĿМŇΟΡQŘŠΤŮVŴΧΥŽ';
const letters = new Map([...from].map((letter, i) => [letter, [...to][i]!]));
const lettered = (text: string): string => [...text].map(letter => letters.get(letter) ?? letter).join('');

/** What a text is made of that is no word of it: `{{value, format}}`, `[blank]`, and the case of `<case=a,b|words>`. */
const MADE_OF = /(\{\{.*?\}\}|\[[\w-]+\]|<\w+=[\w,-]+\|)/;

/** A text in the pseudo-language; nouns that a format counts by are words of it as well. */
const said = (text: string): string =>
  text
    .split(MADE_OF)
    .map((part, i) =>
      i % 2 === 0 ? lettered(part) : part.replace(/(: )([^;)]+)/g, (_, at, noun) => at + lettered(noun)),
    )
    .join('');

/** A catalogue in the pseudo-language. */
export const pseudo = (catalogue: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(Object.entries(catalogue).map(([id, text]) => [id, said(text)]));
