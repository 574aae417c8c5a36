import i18next from 'i18next';
import type { Message, Params } from '#core/base/judgement.ts';
import * as dates from './dates.ts';
import type { Reader } from './format.ts';
import * as format from './format.ts';
import { type Language, languages, pageLanguage } from './languages.ts';
import { list } from './lists.ts';
import { learn, speaking } from './tongue.ts';

/** What stands in a format's brackets: `nouns(one: day; other: days)`. */
type Words = Readonly<Record<string, unknown>>;

/** Formats that a text of the catalogue may name: `{{litres, litres}}`. */
export const formats: Record<string, (value: never, reader: Reader, words: Words) => string> = {
  nouns: (value: number, _, words) => format.counted(value, words),
  number: (value: number) => format.number(value),
  log: (value: number) => format.log(value),
  litres: (value: number, { units }) => format.litres(value, units),
  nominal: (value: number, { units }) => format.nominal(value, units),
  exact: (value: number, { units }) => format.exactLitres(value, units),
  both: (value: number, { units }) => format.bothVolumes(value, units),
  dose: (value: number, { units }) => format.dose(value, units),
  bothDoses: (value: number, { units }) => format.bothDoses(value, units),
  // words for the person's own units, where a label or an axis says them
  volumes: (_, reader) => t(`unit.volumes.${reader.units}`, reader),
  aVolume: (_, reader) => t(`unit.volume.${reader.units}`, reader),
  loads: (_, reader) => t(`unit.loads.${reader.units}`, reader),
  lengths: (_, reader) => t(`unit.lengths.${reader.units}`, reader),
  temperature: (value: number, { units }) => format.temperature(value, units),
  kg: (value: number, { units }) => format.kg(value, units),
  loadFigure: (value: number, { units }) => format.loadFigure(value, units),
  load: (value: number, { units }) => format.load(value, units),
  duration: (value: number) => dates.duration(value),
  grams: (value: number, { units }) => format.grams(value, units),
  length: (value: number, { units }) => format.length(value, units),
  mm: (value: number, { units }) => format.mm(value, units),
  cm: (value: number, { units }) => format.cm(value, units),
  pace: (value: number, { units }) => format.pace(value, units),
  rain: (value: number, { units }) => format.rain(value, units),
  area: (value: number, { units }) => format.area(value, units),
  flowSecond: (value: number, { units }) => format.flowSecond(value, units),
  flow: (value: number, { units }) => format.flow(value, units),
  flowFigure: (value: number, { units }) => format.flowFigure(value, units),
  days: (value: number) => format.days(value),
  percent: (value: number) => format.percent(value),
  monthName: (value: number) => dates.monthName(value),
  day: (value: string) => dates.day(value),
  weekday: (value: string, { today }) => dates.weekday(value, today),
  time: (value: string, { timeZone }) => dates.time(value, timeZone),
  moment: (value: string, { timeZone }) => dates.dayAndTime(value, timeZone),
  text: (value: string, reader) => t(value, reader),
  // what a hand wrote stands as it was written, beside the reasons that the catalogue knows
  own: (value: string, reader) => (value.startsWith('why.') ? t(value, reader) : value),
  texts: (value: string, reader) => list(value.split(',').map(id => t(id, reader))),
  hour: (value: string, { timeZone }) => dates.hour(value, timeZone),
};

/** Figures that texts themselves say, by a name that i18next can look up. */
const figures: Record<string, number> = {};

/** A text whose own figures are said in the reader's units too: "Heat to {{65, temperature}}". */
const withFigures = (text: string): string =>
  text.replace(/\{\{(\d+(?:\.\d+)?),/g, (_, figure: string) => {
    const name = `figure${figure.replace('.', '_')}`;
    figures[name] = Number(figure);
    return `{{${name},`;
  });

/** Says on the page, and to whoever reads its log, that a text is missing: a person reads its id instead. */
function missing(id: string): string {
  console.error(`the catalogue has no text "${id}"`);
  return id;
}

await i18next.init({
  lng: pageLanguage.tag,
  resources: {},
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false, defaultVariables: figures },
  returnNull: false,
  parseMissingKeyHandler: missing,
});
for (const [name, write] of Object.entries(formats)) {
  i18next.services.formatter?.add(
    name,
    (value: unknown, _lng: string | undefined, options: { reader?: Reader } & Record<string, unknown>) =>
      write(value as never, options.reader ?? { units: 'metric', timeZone: 'UTC' }, options),
  );
}

/** Makes a language ready to be written in. */
async function ready(language: Language): Promise<void> {
  const { texts } = await learn(language);
  i18next.addResourceBundle(
    language.tag,
    'translation',
    Object.fromEntries(Object.entries(texts).map(([id, text]) => [id, withFigures(text)])),
  );
}
await ready(pageLanguage);

/** Makes every language ready: a server writes for readers of each. */
export const readyForAll = (): Promise<unknown> => Promise.all(languages.map(ready));

const tagOf = ({ language }: Reader): string =>
  language !== undefined && i18next.hasResourceBundle(language, 'translation') ? language : pageLanguage.tag;

const t = (id: string, reader: Reader, values: Params = {}): string =>
  speaking(reader.language, () => i18next.t(id, { ...values, reader, lng: tagOf(reader) }));

/** Says a text of the catalogue to a reader, in their units: on a screen, in a calendar, on a printed label. */
export function sayTo(reader: Reader, text: string | Message, params?: Params): string {
  const id = typeof text === 'string' ? text : text.id;
  const values = typeof text === 'string' ? params : text.params;
  if (values) return t(id, reader, values);
  const said = saidTo.get(reader) ?? new Map<string, string>();
  saidTo.set(reader, said);
  const known = said.get(id) ?? t(id, reader);
  said.set(id, known);
  return known;
}

/** Texts without a figure in them, which stay as they are: a table says the same few words ten thousand times. */
const saidTo = new WeakMap<Reader, Map<string, string>>();
