import { keepText, readText } from '../kept.ts';

/** The texts of a language by their ids. */
export type Texts = Readonly<Record<string, string>>;

/** A language that the texts are in. */
export interface Language {
  /** BCP 47. Plural forms, months and lists follow from it. */
  readonly tag: string;
  /** What it is called by those who speak it. */
  readonly name: string;
  /** Whose order of a date is written, where it is another's than the tag's own. */
  readonly dates?: string;
  readonly direction: 'ltr' | 'rtl';
  /** The letters that it is printed with (server/papers/fonts.ts). */
  readonly script: 'latin';
  readonly texts: () => Promise<Texts>;
}

/**
 * The language that every text is written in first. Dates stand with the day before the name of the month: "26 Nov 2026" is read
 * one way by everybody.
 */
const english: Language = {
  tag: 'en',
  name: 'English',
  dates: 'en-GB',
  direction: 'ltr',
  script: 'latin',
  texts: () => import('./en.json', { with: { type: 'json' } }).then(module => module.default),
};

/** The others: each is a file of texts beside `en.json` and a line here, loaded when it is chosen. */
const others: readonly Language[] = [];

export const languages: readonly [Language, ...Language[]] = [english, ...others];

/** For tests: what stands in plain letters on a screen that is drawn in it does not come from the catalogue. */
const pseudoLanguage: Language = {
  ...english,
  tag: 'pseudo',
  texts: async () => (await import('./pseudo.ts')).pseudo(await english.texts()),
};

const KEY = 'zeolite.language';

const tagged = (tag: string | undefined): Language | undefined =>
  tag === pseudoLanguage.tag ? pseudoLanguage : languages.find(l => l.tag === tag);

/** The first of a list of wishes, as a browser sends it, that there is: "fr-CH" is served by "fr". @example languageFor(['fr-CH', 'en']).tag */
export const languageFor = (wishes: readonly string[]): Language =>
  wishes.map(wish => tagged(wish) ?? tagged(wish.split('-')[0])).find(language => language !== undefined) ??
  languages[0]!;

const chosen = tagged(readText('local', KEY));

/** The language of this page: the person's choice at this browser, else the first of the browser's own that there is. */
export const pageLanguage: Language = chosen ?? languageFor(globalThis.navigator?.languages ?? []);

/** Keeps a person's language with the browser, as their units are, and draws the page anew in it; what is half typed stays. */
export function chooseLanguage(tag: string): void {
  keepText('local', KEY, tag);
  globalThis.location.reload();
}
