import { type Language, languages, pageLanguage, type Texts } from './languages.ts';

/** A language as it is spoken: its texts, its plural forms, the marks of its numbers. */
export interface Tongue {
  readonly tag: string;
  readonly texts: Texts;
  readonly plurals: Intl.PluralRules;
  /** Marks of a number as the person's locale has them; figures as they are on keyboards. */
  readonly numbers: Intl.Locale;
  readonly dates: string;
}

/** The language whose plural forms, months and lists its texts have. */
const grammarOf = ({ tag }: Language): string => (tag === 'pseudo' ? 'en' : tag);

/**
 * Numbers and clocks are written as the browser's own locale has them where it speaks the language, or nobody chose another: an
 * American and an Irish reader of English texts differ in them.
 */
function numbersOf(language: Language): Intl.Locale {
  const own = globalThis.navigator?.language;
  const isOwn = own !== undefined && language === pageLanguage;
  const isSpoken = isOwn && (own.split('-')[0] === grammarOf(language) || language === languages[0]);
  return new Intl.Locale(isSpoken ? own : (language.dates ?? grammarOf(language)), {
    numberingSystem: 'latn',
  });
}

const known = new Map<string, Tongue>();

/** Loads the texts of a language, once. */
export async function learn(language: Language): Promise<Tongue> {
  const tag = grammarOf(language);
  const tongue = known.get(language.tag) ?? {
    tag,
    texts: await language.texts(),
    plurals: new Intl.PluralRules(tag),
    numbers: numbersOf(language),
    dates: language.dates ?? tag,
  };
  known.set(language.tag, tongue);
  return tongue;
}

const ofPage = await learn(pageLanguage);
let spoken = ofPage;

/** The tongue that is being written in. */
export const tongue = (): Tongue => spoken;

/**
 * Writes something in a language that was learned; in the page's own where nobody said, or it was not.
 * @param write runs to its end at once: what it says is said in that tongue
 */
export function speaking<T>(tag: string | undefined, write: () => T): T {
  const before = spoken;
  spoken = (tag === undefined ? undefined : known.get(tag)) ?? ofPage;
  try {
    return write();
  } finally {
    spoken = before;
  }
}

/** Something that is made once for each tongue: writers of numbers and dates cost milliseconds. */
export function inEachTongue<T>(make: (of: Tongue) => T): () => T {
  const made = new Map<Tongue, T>();
  return () => {
    const one = made.get(spoken) ?? make(spoken);
    made.set(spoken, one);
    return one;
  };
}
