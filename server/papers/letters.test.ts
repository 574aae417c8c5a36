import { expect, it } from 'vitest';
import { languages } from '#web/texts/languages.ts';
import { printable } from './letters.ts';

it('signs that no font of papers has are spelled in those that it has', () => {
  expect(printable('≥ 5 NTU: ⅛ tsp, ½ tsp, 20 µg/L of NO₃, H₂S, 1 → 2')).toBe(
    'at least 5 NTU: 1/8 tsp, ½ tsp, 20 µg/L of NO3, H2S, 1 > 2',
  );
});

it('what a hand wrote is printed in its letters where there are any, and never in others', () => {
  expect(printable('Köln, Łódź, café')).toBe('Köln, Łódź, café');
  expect(printable('Погреб 🛢')).toBe('?????? ?');
});

it.each(languages.map(l => [l.tag, l] as const))(
  'the texts of %s lose no letter on paper',
  async (_, language) => {
    const texts = Object.entries(await language.texts());
    const marks = (text: string) => text.split('?').length;
    expect(texts.filter(([, text]) => marks(printable(text)) !== marks(text)).map(([id]) => id)).toEqual([]);
  },
);
