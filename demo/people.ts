import { bornFor, type Person } from '#core/planning/need/people.ts';

/** Whose hands keep the water. */
export const HANDS = { odile: 'Odile', bram: 'Bram', sunniva: 'Sunniva' } as const;

export const TIME_ZONE = 'Europe/London';

/** A home of the hamlet: a made-up house name and who lives there, as "age sex" with a condition where it matters. */
const homes: readonly (readonly [string, string])[] = [
  ['Fell Cottage', '41m 39f nursing 0.3f'],
  ['Beck House', '68m 66f'],
  ['Upper Byre', '36f 12f 9m'],
  ['Lower Byre', '72f'],
  ['Tarn End', '34m 31f pregnant 4m'],
  ['Ash Rigg', '55m 53f 17m'],
  ['Millstone', '47f 45m 15f 11m'],
  ['Old Forge', '61m'],
  ['Rowan Bank', '29f 0.25m formula-fed 6f'],
  ['Larch View', '77m 74f'],
  ['Sheepfold', '50m 48f 19m'],
  ['Quarry Row 1', '33m 35f'],
  ['Quarry Row 2', '81f'],
  ['Quarry Row 3', '44f 13m 8f'],
  ['Stile House', '58f 60m'],
  ['Warren', '38m 37f 10f 7m'],
  ['Heather Lea', '64f 3f'],
  ['Chapel House', '52m 51f'],
  ['Croft', '70m 69f 22f'],
];

function personOf(age: string, condition: string | undefined, today: string): Person {
  const sex = age.endsWith('f') ? 'f' : 'm';
  const person: Person = { sex, born: bornFor(Number(age.slice(0, -1)), today) };
  return condition ? { ...person, condition: condition as NonNullable<Person['condition']> } : person;
}

/** Nineteen homes and forty-seven people, with ages as of `today`. */
export function tarnHollowHomes(today: string): { name: string; people: Person[] }[] {
  return homes.map(([name, list]) => {
    const words = list.split(' ');
    const people = words.flatMap((word, i) =>
      /^\d/.test(word)
        ? [personOf(word, words[i + 1] && !/^\d/.test(words[i + 1]!) ? words[i + 1] : undefined, today)]
        : [],
    );
    return { name, people };
  });
}
