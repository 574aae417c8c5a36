import { describe, expect, it } from 'vitest';
import { sayTo } from './catalogue.ts';
import { litres } from './format.ts';
import { languageFor, languages, type Texts } from './languages.ts';
import { learn, speaking } from './tongue.ts';

/** What a text of a language stands for: the forms of a plural are one text. */
const textOf = (id: string): string => id.replace(/_(zero|one|two|few|many|other)$/, '');

/** What a text is filled with, and what it chooses by. */
const madeOf = (text: string): string[] =>
  [...text.matchAll(/\{\{(\w+)|\[([\w-]+)\]|<(\w+)=/g)]
    .map(([, value, blank, by]) => value ?? blank ?? by!)
    .sort();

/** What is wrong with the texts of a language, by their ids, beside those that were written first. */
function faultsOf(texts: Texts, first: Texts, tag: string): string[] {
  const forms = new Intl.PluralRules(tag).resolvedOptions().pluralCategories;
  const have = new Set(Object.keys(texts));
  const [wanted, said] = [new Set(Object.keys(first).map(textOf)), new Set([...have].map(textOf))];
  const isPlural = (id: string): boolean => `${id}_other` in first;
  return [
    ...[...wanted].filter(id => !said.has(id)).map(id => `${id} is missing`),
    ...[...said].filter(id => !wanted.has(id)).map(id => `${id} is asked by nobody`),
    ...[...wanted]
      .filter(id => isPlural(id) && said.has(id))
      .flatMap(id =>
        forms.filter(form => !have.has(`${id}_${form}`)).map(form => `${id}_${form} is missing`),
      ),
    ...[...have]
      .filter(id => first[id] !== undefined && String(madeOf(texts[id]!)) !== String(madeOf(first[id]!)))
      .map(id => `${id} is filled with ${madeOf(texts[id]!)}, not with ${madeOf(first[id]!)}`),
  ];
}

const [first] = languages;
const english = await first.texts();

describe('the languages', () => {
  it.each(languages.map(l => [l.tag, l] as const))(
    '%s has every text, filled as it is asked',
    async (tag, language) => {
      expect(faultsOf(await language.texts(), english, tag)).toEqual([]);
    },
  );

  it('a text that is missing, that nobody asks for, a lost plural and a lost figure are each named by their id', () => {
    const { 'app.store': _, ...rest }: Record<string, string> = { ...english, 'app.store': '' };
    const plural = Object.keys(english).find(id => id.endsWith('_one'))!;
    const filled = Object.keys(english).find(id => english[id]!.includes('{{') && textOf(id) === id)!;
    const { [plural]: __, ...texts }: Record<string, string> = {
      ...rest,
      'nobody.asks': 'x',
      [filled]: 'no figure',
    };
    expect(faultsOf(texts, { ...english, 'app.store': '' }, 'en')).toEqual([
      'app.store is missing',
      'nobody.asks is asked by nobody',
      `${plural} is missing`,
      expect.stringMatching(new RegExp(`^${filled} is filled with`)),
    ]);
  });
});

describe('a reader', () => {
  it('is served the first of their wishes that there is, a dialect by its language', () => {
    expect(languageFor(['tlh', 'en-AU', 'en']).tag).toBe('en');
    expect(languageFor([]).tag).toBe('en');
    expect(languageFor(['constructor']).tag).toBe('en');
  });

  it('reads texts, plurals, numbers and dates of the language that they chose, beside others', async () => {
    await learn({ ...first, tag: 'de', dates: 'de-DE', texts: async () => english });
    expect(litres(1.5, 'metric')).toBe('1.5\u00a0L');
    expect(speaking('de', () => litres(1.5, 'metric'))).toBe('1,5\u00a0L');
    expect(litres(1.5, 'metric')).toBe('1.5\u00a0L');
    // one that was never learned is read as the page is
    expect(sayTo({ units: 'metric', timeZone: 'UTC', language: 'xx' }, 'app.store')).toBe(
      sayTo({ units: 'metric', timeZone: 'UTC' }, 'app.store'),
    );
  });
});
