import type { Day } from '../../base/day.ts';
import { cellOf } from '../../base/units/number.ts';
import { bornFor, type Person } from '../../planning/need/people.ts';

// A list of homes as a group keeps it: a home a line with how many live there, in figures or in words, or a person a line with the age.

export interface ReadHome {
  readonly line: number;
  readonly name: string;
  readonly people: readonly Person[];
}

export const homeDoubts = ['no-name', 'no-people', 'too-many', 'twice', 'there', 'age-unread'] as const;
export type HomeDoubtId = (typeof homeDoubts)[number];

/** What could not be read of a line, or is read and said: nothing of such a line is lost in silence. */
export interface HomeDoubt {
  readonly line: number;
  readonly why: HomeDoubtId;
  readonly text: string;
}

export interface HomesReading {
  readonly homes: readonly ReadHome[];
  readonly doubts: readonly HomeDoubt[];
}

type Field =
  | 'home'
  | 'people'
  | 'adults'
  | 'children'
  | 'babies'
  | 'person'
  | 'age'
  | 'born'
  | 'sex'
  | 'note';

const headings: readonly (readonly [Field, RegExp])[] = [
  ['home', /^(?:(?:name of )?(?:the )?(?:homes?|houses?|household|family|families|flat|farm|address))$/],
  [
    'people',
    /^(?:(?:number of |no\.? of |how many )?(?:people|persons|members|heads|residents|inhabitants)|size|count)$/,
  ],
  ['adults', /^(?:adults?|grown[- ]?ups?)$/],
  ['children', /^(?:children|child|kids?)$/],
  ['babies', /^(?:bab(?:y|ies)|infants?|under (?:1|one))$/],
  ['person', /^(?:person|who|first name)$/],
  ['age', /^(?:age|ages|years|years old|how old)$/],
  ['born', /^(?:born|birth|birth ?date|date of birth|month of birth|year of birth|dob)$/],
  ['sex', /^(?:sex|gender|m\/f|f\/m)$/],
  ['note', /^(?:notes?|remarks?|comments?)$/],
];
const fieldOf = (cell: string): Field | undefined => {
  const text = cell.trim().toLowerCase();
  // "name" alone is the home's where nothing else is
  return headings.find(([, word]) => word.test(text))?.[0] ?? (text === 'name' ? 'home' : undefined);
};

/** More live in no home; a school or a clinic is an institution of the plan. */
const MOST_PEOPLE = 60;
/** A baby of which nobody wrote the month: old enough for sips of water, and still an infant (years). */
const BABY_YEARS = 0.5;
const MOST_YEARS = 120;

const numbers: Readonly<Record<string, number>> = {
  ...{ a: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 },
};
const NUMBER = '\\d{1,3}|a|one|two|three|four|five|six|seven|eight|nine|ten';
const numberOf = (text: string): number => numbers[text] ?? Number(text);
const of = (words: string): RegExp =>
  new RegExp(`\\b(${NUMBER})\\s+(?:${words})\\b([^\\d(]*\\(([^)]*)\\))?`, 'g');
const groups: readonly (readonly [RegExp, (years: number | undefined, today: Day) => Person])[] = [
  [of('women|woman|ladies|lady|mothers?|grandmothers?'), () => ({ sex: 'f' })],
  [of('men|man|fathers?|grandfathers?'), () => ({ sex: 'm' })],
  [of('adults?|grown[- ]?ups?|people|persons?|members|heads|residents'), () => ({})],
  // a child without an age drinks as an adult: nobody goes short for a figure that is lacking
  [
    of('children|child|kids?|boys?|girls?|teenagers?'),
    (years, day) => (years === undefined ? {} : { born: bornFor(years, day) }),
  ],
  [of('bab(?:y|ies)|infants?|newborns?'), (years, day) => ({ born: bornFor(years ?? BABY_YEARS, day) })],
];

/** People told in words: "2 adults, 3 kids (5, 8, 11), 1 baby". */
export function peopleIn(text: string, today: Day): Person[] {
  const said = text.toLowerCase();
  const people: Person[] = [];
  for (const [word, person] of groups)
    for (const [, count, , ages = ''] of said.matchAll(word)) {
      const years = [...ages.matchAll(/\d+(?:\.\d+)?/g)].map(m => Number(m[0])).filter(y => y <= MOST_YEARS);
      for (let i = 0; i < numberOf(count!) && people.length <= MOST_PEOPLE; i++)
        people.push(person(years[i], today));
    }
  const condition = /\bpregnant\b/.test(said)
    ? 'pregnant'
    : /\b(?:nursing|breast-?feeding)\b/.test(said)
      ? 'nursing'
      : undefined;
  const at = people.findIndex(p => p.sex !== 'm' && p.born === undefined);
  return condition && at >= 0
    ? people.map((p, i) => (i === at ? { ...p, sex: 'f' as const, condition } : p))
    : people;
}

const isWhole = (cell: string): boolean => /^\d{1,3}$/.test(cell.trim());

/** The month of birth that a cell says, or the age; undefined for what is neither. */
function bornOf(cell: string, today: Day): string | undefined {
  const text = cell.trim().toLowerCase();
  const month = /^((?:19|20)\d\d)-(0[1-9]|1[0-2])(?:-\d\d)?$/.exec(text);
  if (month) return `${month[1]}-${month[2]}`;
  // of a year alone the middle is taken
  if (/^(?:19|20)\d\d$/.test(text)) return `${text}-07`;
  const months = /^(\d{1,2})\s*(?:months?|mths?|mo)$/.exec(text);
  if (months) return bornFor(Number(months[1]) / 12, today);
  const years = /^(\d{1,3}(?:\.\d)?)\s*(?:years?(?: old)?|yrs?|y)?$/.exec(text);
  return years && Number(years[1]) <= MOST_YEARS ? bornFor(Number(years[1]), today) : undefined;
}

const sexOf = (cell: string): Person['sex'] | undefined => {
  const text = cell.trim().toLowerCase();
  if (/^(?:f|female|woman|girl)$/.test(text)) return 'f';
  return /^(?:m|male|man|boy)$/.test(text) ? 'm' : undefined;
};

class Reader {
  private readonly homes = new Map<string, { line: number; name: string; people: Person[] }>();
  private readonly doubts: HomeDoubt[] = [];

  constructor(
    private readonly today: Day,
    private readonly known: ReadonlySet<string>,
  ) {}

  doubt(line: number, why: HomeDoubtId, text: string): void {
    this.doubts.push({ line, why, text });
  }

  add(line: number, name: string, people: readonly Person[], isPersonByPerson: boolean): void {
    const key = name.toLowerCase();
    const before = this.homes.get(key);
    if (this.known.has(key)) this.doubt(line, 'there', name);
    else if (before && !isPersonByPerson) this.doubt(line, 'twice', name);
    else if (people.length === 0) this.doubt(line, 'no-people', name);
    else if ((before?.people.length ?? 0) + people.length > MOST_PEOPLE) this.doubt(line, 'too-many', name);
    else if (before) before.people.push(...people);
    else this.homes.set(key, { line, name, people: [...people] });
  }

  /** A line without headings: the first words are the home, the rest how many live there. */
  plain(line: number, cells: readonly string[]): void {
    const filled = cells.map(c => c.trim()).filter(c => c !== '');
    if (filled.length === 0) return;
    // the commas of a sentence are no columns: "Mill House: 2 adults, 1 baby"
    const isSentence = filled.length === 1 || SAID.test(filled[0]!);
    const [first = '', ...rest] = isSentence ? splitLine(filled.join(', ')) : filled;
    if (isWhole(first)) {
      this.doubt(line, 'no-name', filled.join(' '));
      return;
    }
    const told = peopleIn(rest.join(', '), this.today);
    const count = rest.find(isWhole);
    this.add(line, first, told.length > 0 ? told : adults(count), false);
  }

  /** A line under headings. */
  headed(line: number, at: (field: Field) => string, home: string, isPersonByPerson: boolean): void {
    if (home === '') this.doubt(line, 'no-name', '');
    else if (isPersonByPerson) this.add(line, home, [this.person(line, at)], true);
    else this.add(line, home, this.household(at), false);
  }

  private person(line: number, at: (field: Field) => string): Person {
    const [age, sex, name] = [at('born') || at('age'), sexOf(at('sex')), at('person')];
    const born = age === '' ? undefined : bornOf(age, this.today);
    if (age !== '' && born === undefined) this.doubt(line, 'age-unread', age);
    const person = { ...(name ? { name } : {}), ...(sex ? { sex } : {}), ...(born ? { born } : {}) };
    const [told] = peopleIn(`1 woman ${at('note')}`, this.today);
    return told?.condition && sex !== 'm' ? { ...person, sex: 'f', condition: told.condition } : person;
  }

  /** Those that are told apart, and as many more as the count says. */
  private household(at: (field: Field) => string): Person[] {
    const parts = (['adults', 'children', 'babies'] as const)
      .filter(field => isWhole(at(field)))
      .map(field => `${at(field)} ${field}`);
    const words = [...parts, isWhole(at('people')) ? '' : at('people'), at('note')];
    const told = peopleIn(words.join(', '), this.today);
    const rest = isWhole(at('people')) ? Math.max(0, Number(at('people')) - told.length) : 0;
    return [...told, ...adults(String(rest))];
  }

  done(): HomesReading {
    return { homes: [...this.homes.values()], doubts: this.doubts };
  }
}

/** So many, and no more than show that they are too many for a home. */
const adults = (count: string | undefined): Person[] =>
  Array.from({ length: Math.min(Number(count ?? 0), MOST_PEOPLE + 1) }, () => ({}));

const SAID = /^(.*?\S)\s*(?::|\s[-–]\s|\t)\s*(.+)$/;

/** "Mill House 4", "Mill House: 2 adults, 1 baby", "Mill House - 4": the home, and the rest. */
function splitLine(text: string): string[] {
  const parted = SAID.exec(text) ?? /^(.*?\S)\s+(\(?\d.*)$/.exec(text);
  return parted ? [parted[1]!, parted[2]!.replace(/^\(|\)$/g, '')] : [text];
}

/**
 * Reads a list of homes.
 * @param written its rows in their cells, the first row on line 1
 * @param known names of homes that are written down already
 */
export function readHomes(
  written: readonly (readonly string[])[],
  today: Day,
  known: readonly string[],
): HomesReading {
  const lines = written.map(cells => cells.map(cellOf));
  const reader = new Reader(today, new Set(known.map(name => name.toLowerCase())));
  const head = lines.findIndex(
    cells =>
      cells.filter(c => fieldOf(c)).length >= Math.min(2, cells.filter(c => c.trim()).length) &&
      cells.some(c => fieldOf(c)) &&
      !cells.some(isWhole),
  );
  if (head < 0) {
    for (const [i, cells] of lines.entries()) reader.plain(i + 1, cells);
    return reader.done();
  }
  const fields = lines[head]!.map(fieldOf);
  const has = (field: Field) => fields.includes(field);
  const isPersonByPerson = has('person') || has('age') || has('born') || has('sex');
  let home = '';
  for (const [i, cells] of lines.entries()) {
    if (i <= head || cells.every(c => c.trim() === '')) continue;
    const at = (field: Field) => cells[fields.indexOf(field)]?.trim() ?? '';
    // a home is written once, and its people under it
    home = at('home') || (isPersonByPerson ? home : '');
    reader.headed(i + 1, at, home, isPersonByPerson);
  }
  return reader.done();
}
