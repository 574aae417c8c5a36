import { readText } from '../kept.ts';
import en from './en.json' with { type: 'json' };
import { pseudo } from './pseudo.ts';

type Catalogue = Readonly<Record<string, string>>;

/**
 * Catalogues by language: another one is a file beside `en.json` and a line here. The pseudo-language is for tests: what stands
 * in plain letters on a screen that is drawn in it does not come from the catalogue.
 */
const catalogues: Readonly<Record<string, () => Catalogue>> = { en: () => en, pseudo: () => pseudo(en) };

const KEY = 'zeolite.language';

const wanted = readText('local', KEY) ?? 'en';

/** The language that this page is in, and its texts. */
export const language: string = Object.hasOwn(catalogues, wanted) ? wanted : 'en';
export const catalogue: Catalogue = catalogues[language]!();

/** The language whose plural forms, months and lists its texts have. */
export const languageTag = language === 'pseudo' ? 'en' : language;
