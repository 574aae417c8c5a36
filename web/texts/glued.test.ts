import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';

/**
 * A sentence with blanks is one text of the catalogue with names in brackets, or another language could not order it. What
 * gives a glued one away: a text, a space, and a blank; a blank and bare words; texts joined in a template.
 */
const glued: Readonly<Record<string, RegExp>> = {
  'a text before a blank': /\{say\([^\n]*\)\}\{' '\}\s*<\w*Blank/,
  'bare words after a blank': /<\w*Blank\b[^<>]*\/>\{' '\}\s*[\w,;:.]/,
  'a mark between texts': /\{say\([^\n{}]*\)\}[,;:]\s/,
  'texts joined in a template': /\$\{say\(/,
};

const files = readdirSync(new URL('..', import.meta.url), { recursive: true })
  .map(String)
  .filter(name => /\.tsx?$/.test(name) && !/\.test\./.test(name));

it('no sentence of the interface is glued together out of texts', () => {
  const found = files.flatMap(name => {
    const written = readFileSync(new URL(`../${name}`, import.meta.url), 'utf8');
    return Object.entries(glued)
      .filter(([, sign]) => sign.test(written))
      .map(([what]) => `${name}: ${what}`);
  });
  expect(found).toEqual([]);
});

it('the signs of a glued sentence are known', () => {
  const examples = [
    `{say('by')}{' '}\n  <QuantityBlank`,
    `<QuantityBlank label={say('mgL')} />{' '}\n mg/L`,
    `{say('a')}, {b}`,
    `const words = \`\${say('a')} \${say('b')}\``,
  ];
  expect(Object.values(glued).map((sign, i) => sign.test(examples[i]!))).toEqual([true, true, true, true]);
});
