import { tongue } from './tongue.ts';
import { writer } from './writer.ts';

const lists = writer<string, readonly string[]>(of => new Intl.ListFormat(of.dates, { type: 'conjunction' }));

/** Words one after another: "viruses, Giardia and Cryptosporidium". */
export const list = (words: readonly string[]): string => lists(words);

const listings = writer<string, readonly string[]>(
  of => new Intl.ListFormat(of.dates, { type: 'unit', style: 'short' }),
);

/** Names one after another, without a last "and": codes, homes, what a kit lacks. */
export const listing = (names: readonly string[]): string => listings(names);

/** Steps one after another, as a line that begins like a sentence. */
export const chain = (steps: readonly string[]): string => {
  const said = listing(steps);
  return said.charAt(0).toLocaleUpperCase(tongue().tag) + said.slice(1);
};
