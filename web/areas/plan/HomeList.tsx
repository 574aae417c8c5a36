import { ChevronDown, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import type { HomeFacts } from '#core/areas/plan/facts.ts';
import { home as homeFields } from '#core/areas/plan/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { Day } from '#core/base/day.ts';
import {
  ageMonths,
  beverageIntakeL,
  bornFor,
  type Mark,
  marks,
  type Person,
} from '#core/planning/need/people.ts';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft, newSubject } from '../../session/draft.ts';
import { useFacts, usePreview, useReader, useToday } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { HomesIn } from './HomesIn.tsx';

/** The people who depend on the store, home by home. */
export function HomeList() {
  const say = useSay();
  const facts = useFacts();
  const [isTaking, setTaking] = useState(false);
  const { recordAndTell } = useRecord();
  const homes = Object.values(facts.home);
  const count = homes.reduce((sum, h) => sum + h.people.length, 0);
  const add: Draft[] = [
    draft('home.set', newSubject('home'), {
      name: say('plan.home-name', { n: homes.length + 1 }),
      people: [{}],
    }),
  ];
  const preview = usePreview(add);
  return (
    <section>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">
        {say('plan.people', { count, homes: homes.length })}
      </h2>
      <ul className="m-0 list-none p-0">
        {homes.map(home => (
          <Home key={home.id} home={home} />
        ))}
      </ul>
      <Button
        look="quiet"
        className="mt-2"
        {...preview}
        onClick={() => void recordAndTell(add, say('plan.home-added'))}
      >
        {say('plan.add-home')}
      </Button>
      <Button look="quiet" className="mt-2 ml-2" onClick={() => setTaking(true)}>
        {say('homes-in.open')}
      </Button>
      {isTaking && <HomesIn onClose={() => setTaking(false)} />}
    </section>
  );
}

function Home({ home }: { home: HomeFacts }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const [isOpen, setOpen] = useState(false);
  const set = (people: readonly Person[], name = home.name) =>
    void recordAndTell([draft('home.set', home.id, { name, people })], say('plan.home-changed', { name }));
  const [name, setName] = useTyped(`home ${home.id}`, 'name', home.name);
  // a person has no other identity than the place in the home's list
  const inOrder = home.people.map((person, at) => ({ person, at }));
  return (
    <li className="border-b border-rule py-1.5">
      <button
        type="button"
        className="flex min-h-8 w-full items-center gap-1.5 text-left"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? (
          <ChevronDown size={16} aria-hidden="true" />
        ) : (
          <ChevronRight size={16} aria-hidden="true" />
        )}
        <span className="font-semibold">{home.name}</span>
        <span className="ml-auto text-ash">{say('plan.persons', { count: home.people.length })}</span>
      </button>
      {isOpen && (
        <div className="pb-2 pl-6">
          <p className="flex items-center gap-2">
            <TextBlank label={say('plan.home-label')} value={name} onValue={setName} />
            {name.trim() && name !== home.name && (
              <Button look="quiet" onClick={() => set(home.people, name.trim())}>
                {say('plan.rename')}
              </Button>
            )}
          </p>
          {inOrder.map(({ person, at }) => (
            <PersonLine
              key={at}
              person={person}
              onPerson={next => set(home.people.map((p, j) => (j === at ? next : p)))}
              onRemove={() => set(home.people.filter((_, j) => j !== at))}
            />
          ))}
          <div className="mt-1 flex gap-2">
            <Button look="quiet" onClick={() => set([...home.people, {}])}>
              {say('plan.add-person')}
            </Button>
            <Button
              look="quiet"
              onClick={() =>
                void recordAndTell(
                  [draft('home.removed', home.id, {})],
                  say('plan.home-removed', { name: home.name }),
                )
              }
            >
              {say('plan.remove-home')}
            </Button>
          </div>
        </div>
      )}
    </li>
  );
}

const sexes = ['f', 'm', 'unknown'] as const;
type Sex = (typeof sexes)[number];
type Condition = NonNullable<Person['condition']> | 'none';
const conditions: readonly Condition[] = ['none', 'pregnant', 'nursing', 'formula-fed'];

interface PersonProps {
  readonly person: Person;
  readonly onPerson: (person: Person) => void;
  readonly onRemove: () => void;
}

/** A person's age in years, as it is said: tenths for infants. */
function yearsOf(person: Person, today: Day): number | undefined {
  const months = ageMonths(person, today);
  if (months === undefined) return undefined;
  return months < 24 ? Math.round((months / 12) * 10) / 10 : Math.floor(months / 12);
}

/** A person with one field changed; one that says nothing is left out. */
function withField<K extends keyof Person>(person: Person, field: K, value: Person[K] | undefined): Person {
  const { [field]: _, ...rest } = person;
  return (value === undefined ? rest : { ...rest, [field]: value }) as Person;
}

function PersonLine(props: PersonProps) {
  const { person, onPerson, onRemove } = props;
  const say = useSay();
  const { units } = useReader();
  const today = useToday();
  const put = <K extends keyof Person>(field: K, value: Person[K] | undefined) =>
    onPerson(withField(person, field, value));
  return (
    <div className="border-b border-dotted border-rule py-0.5 [&_.text-large]:text-base [&_.text-large]:leading-8">
      <Sentence>
        <Phrase
          text="person.sentence"
          blanks={{
            sex: (
              <ChoiceBlank<Sex>
                label={say('person.sex')}
                value={person.sex ?? 'unknown'}
                onValue={sex => put('sex', sex === 'unknown' ? undefined : sex)}
                choices={sexes.map(value => ({ value, label: say(`sex.${value}`) }))}
              />
            ),
            condition: (
              <ChoiceBlank<Condition>
                label={say('person.condition')}
                value={person.condition ?? 'none'}
                onValue={condition => put('condition', condition === 'none' ? undefined : condition)}
                choices={conditions.map(value => ({ value, label: say(`condition.${value}`) }))}
              />
            ),
            marks: (
              <ManyBlank<Mark>
                label={say('person.marks')}
                values={person.marks ?? []}
                placeholder={say('person.marks-none')}
                onValues={next => put('marks', next.length > 0 ? next : undefined)}
                choices={marks.map(value => ({ value, label: say(`mark.${value}`) }))}
              />
            ),
            ...figuresOf(props, today, say),
            born: <span className="text-small text-ash">{say('person.medical-word')}</span>,
            born2: (
              <span className="text-small text-ash">
                {say('person.drinks', { litres: format.litres(beverageIntakeL(person, today), units) })}
              </span>
            ),
            button: (
              <Button look="quiet" className="text-small" onClick={onRemove}>
                {say('person.remove')}
              </Button>
            ),
          }}
        />
      </Sentence>
    </div>
  );
}

/** Age, and litres that a clinic ordered: each is kept when its blank is left. */
function figuresOf({ person, onPerson }: PersonProps, today: Day, say: Say) {
  const years = yearsOf(person, today);
  return {
    age: (
      <QuantityBlank
        onLeave
        label={say('person.age')}
        dimension="timeYears"
        value={years}
        placeholder={say('person.adult')}
        onValue={age => {
          if (age === years) return;
          onPerson(withField(person, 'born', age === undefined ? undefined : bornFor(age, today)));
        }}
        least={0}
        most={115}
      />
    ),
    medical: (
      <QuantityBlank
        onLeave
        label={say('person.medical')}
        dimension="volumeL"
        value={person.medicalL}
        placeholder="0"
        onValue={medicalL => {
          if (medicalL !== person.medicalL) onPerson(withField(person, 'medicalL', medicalL || undefined));
        }}
        {...boundsOf(homeFields, 'people.medicalL')}
      />
    ),
  };
}
