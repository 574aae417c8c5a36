import { describe, expect, it } from 'vitest';
import en from '../texts/en.json';
import { terms } from './Glossary.tsx';

const texts: Readonly<Record<string, string>> = en;

describe('the words of the trade', () => {
  it.each(terms)('%s is named, explained, and looked for on a page', term => {
    expect(texts[`glossary.${term}`]).toBeTruthy();
    expect(texts[`glossary.${term}.is`]!.length).toBeGreaterThan(30);
    for (const word of texts[`glossary.${term}.words`]!.split('|')) expect(word).toBe(word.toLowerCase());
  });
});
