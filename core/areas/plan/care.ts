import type { Day } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { ageMonths, type Person } from '../../planning/need/people.ts';

/** What is chosen for people: iodine, chlorine, limited protection, water with nitrate, or with metals. */
export const cares = ['iodine', 'limited', 'nitrate', 'lifelong', 'dialysis'] as const;
export type Care = (typeof cares)[number];

const INFANT_MONTHS = 6;
const YOUNG_MONTHS = 12;
const OLD_MONTHS = 65 * 12;

const isYounger = (person: Person, day: Day, months: number): boolean =>
  (ageMonths(person, day) ?? Number.POSITIVE_INFINITY) < months;
const has = (person: Person, ...marks: readonly NonNullable<Person['marks']>[number][]): boolean =>
  marks.some(mark => person.marks?.includes(mark));

/** Why iodine is wrong for somebody, as the sentence of the method asks it. */
const iodineBars = {
  pregnant: (p: Person) => p.condition === 'pregnant',
  nursing: (p: Person) => p.condition === 'nursing',
  thyroid: (p: Person) => has(p, 'thyroid'),
  allergy: (p: Person) => has(p, 'iodine-allergy'),
  infant: (p: Person, day: Day) => isYounger(p, day, YOUNG_MONTHS),
} as const;
const barOf = (person: Person, day: Day) =>
  (Object.keys(iodineBars) as (keyof typeof iodineBars)[]).find(why => iodineBars[why](person, day));

/** Why what is made for everybody here is not made with iodine; undefined where nothing speaks against it. */
export const iodineBar = (facts: Pick<Facts, 'home'>, day: Day): keyof typeof iodineBars | undefined =>
  Object.values(facts.home)
    .flatMap(home => home.people)
    .map(person => barOf(person, day))
    .find(why => why !== undefined);

/** Whom each is wrong for, or who gets better water first (WHO; CDC for iodine). */
const concerns: Readonly<Record<Care, (person: Person, day: Day) => boolean>> = {
  iodine: (p, day) => barOf(p, day) !== undefined,
  limited: (p, day) =>
    p.condition === 'pregnant' ||
    has(p, 'immune-weak') ||
    isYounger(p, day, YOUNG_MONTHS) ||
    (ageMonths(p, day) ?? 0) > OLD_MONTHS,
  nitrate: (p, day) => isYounger(p, day, INFANT_MONTHS),
  lifelong: (p, day) => p.condition === 'pregnant' || isYounger(p, day, YOUNG_MONTHS),
  dialysis: p => has(p, 'dialysis'),
};

/** Somebody under a year lives here: what harms over a lifetime harms them first. */
export const hasYoung = (facts: Pick<Facts, 'home'>, day: Day): boolean =>
  Object.values(facts.home).some(home => home.people.some(person => isYounger(person, day, YOUNG_MONTHS)));

/** Homes in which somebody lives for whom it is wrong. */
export const homesOf = (facts: Pick<Facts, 'home'>, care: Care, day: Day): string[] =>
  Object.values(facts.home)
    .filter(home => home.people.some(person => concerns[care](person, day)))
    .map(home => home.name);

/** What the marks of people say where a method or a water is chosen: nothing where nobody is concerned. */
export function judgeCare(facts: Pick<Facts, 'home'>, chosen: readonly Care[], day: Day): Judgement[] {
  return chosen.flatMap(care => {
    const homes = homesOf(facts, care, day);
    return homes.length === 0
      ? []
      : [
          judge(
            'warn',
            message(`care.${care}`, { homes: homes.join(', ') }),
            care === 'iodine' ? 'cdc-emergency' : 'who-gdwq',
            { remedy: message(`care.${care}.remedy`) },
          ),
        ];
  });
}
