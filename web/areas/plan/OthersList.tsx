import { plan as planFields } from '#core/areas/plan/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import {
  type AnimalKind,
  animalRates,
  type Institution,
  type InstitutionKind,
  institutionRates,
  rateRange,
} from '#core/planning/need/rates.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

const animalKinds = Object.keys(animalRates) as AnimalKind[];
const institutionKinds = Object.keys(institutionRates) as InstitutionKind[];

/** A typical body mass where the rate goes by kg. */
const TYPICAL_KG: Partial<Record<AnimalKind, number>> = { dog: 20, cat: 4 };

/** Animals, which drink utility water, and what institutions add to what their users need at home. */
export function OthersList() {
  const say = useSay();
  const { units } = useReader();
  const { plan } = useFacts();
  const { recordAndTell } = useRecord();
  const countOf = (kind: AnimalKind) => plan.animals.find(a => a.kind === kind)?.count ?? 0;
  const massOf = (kind: AnimalKind) => plan.animals.find(a => a.kind === kind)?.massKg ?? TYPICAL_KG[kind];
  const setMass = (kind: AnimalKind, massKg: number | undefined) => {
    if (massKg === undefined || massKg === massOf(kind)) return;
    const animals = plan.animals.map(a => (a.kind === kind ? { ...a, massKg } : a));
    void recordAndTell([draft('plan.set', 'plan', { animals })], say('plan.changed'));
  };
  const usersOf = (kind: InstitutionKind) => plan.institutions.find(i => i.kind === kind)?.users ?? 0;
  const setAnimals = (kind: AnimalKind, count: number | undefined) => {
    if (count === undefined || count === countOf(kind)) return;
    const massKg = massOf(kind);
    const rest = plan.animals.filter(a => a.kind !== kind);
    const animals = count === 0 ? rest : [...rest, { kind, count, ...(massKg ? { massKg } : {}) }];
    void recordAndTell([draft('plan.set', 'plan', { animals })], say('plan.changed'));
  };
  const setUsers = (kind: InstitutionKind, users: number | undefined) => {
    if (users === undefined || users === usersOf(kind)) return;
    const before = plan.institutions.find(i => i.kind === kind);
    const rest = plan.institutions.filter(i => i.kind !== kind);
    const institutions = users === 0 ? rest : [...rest, { ...before, kind, users }];
    void recordAndTell([draft('plan.set', 'plan', { institutions })], say('plan.changed'));
  };
  const setRate = (kind: InstitutionKind, rateL: number | undefined) => {
    const before = plan.institutions.find(i => i.kind === kind);
    if (!before || rateL === undefined || rateL === before.rateL) return;
    const institutions = plan.institutions.map(i => (i.kind === kind ? { ...i, rateL } : i));
    void recordAndTell([draft('plan.set', 'plan', { institutions })], say('plan.changed'));
  };
  const row = 'grid grid-cols-[64px_1fr] items-baseline gap-2 py-0.5';
  return (
    <section>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">{say('plan.others')}</h2>
      <p className={row}>
        <QuantityBlank
          onLeave
          label={say('plan.visitors')}
          dimension="people"
          value={plan.visitors}
          onValue={visitors =>
            visitors !== undefined &&
            visitors !== plan.visitors &&
            void recordAndTell([draft('plan.set', 'plan', { visitors })], say('plan.changed'))
          }
          {...boundsOf(planFields, 'visitors')}
        />
        <span>
          {say('plan.visitors')} <span className="text-small text-ash">{say('plan.visitors-note')}</span>
        </span>
      </p>
      {animalKinds.map(kind => (
        <p key={kind} className={row}>
          <QuantityBlank
            onLeave
            label={say(`animal.${kind}`)}
            dimension="number"
            value={countOf(kind)}
            onValue={n => setAnimals(kind, n)}
            wholeNumbers
            {...boundsOf(planFields, 'animals.count')}
          />
          <span>
            {say(`animal.${kind}`)}{' '}
            <span className="text-small text-ash">
              {say(animalRates[kind].perKg ? 'animal.rate-kg' : 'animal.rate', {
                litres: format.litres(animalRates[kind].litres, units),
                perEach: animalRates[kind].litres * (massOf(kind) ?? 0),
                massKg: massOf(kind) ?? 0,
              })}
            </span>{' '}
            {animalRates[kind].perKg && countOf(kind) > 0 && (
              <QuantityBlank
                onLeave
                label={say('animal.mass', { animal: say(`animal.${kind}`) })}
                dimension="massKg"
                value={massOf(kind)}
                onValue={massKg => setMass(kind, massKg)}
                {...boundsOf(planFields, 'animals.massKg')}
              />
            )}
          </span>
        </p>
      ))}
      <h3 className="mt-3 mb-1 text-base">{say('plan.institutions')}</h3>
      {institutionKinds.map(kind => (
        <p key={kind} className={row}>
          <QuantityBlank
            onLeave
            label={say(`institution.${kind}`)}
            dimension="number"
            value={usersOf(kind)}
            onValue={n => setUsers(kind, n)}
            wholeNumbers
            {...boundsOf(planFields, 'institutions.users')}
          />
          <span>
            {say(`institution.${kind}`)}{' '}
            <span className="text-small text-ash">
              {say('institution.rate', {
                litres: format.litres(institutionRates[kind].litres, units),
                grade: `grade.${institutionRates[kind].grade}`,
              })}
            </span>
            <RateBlank
              institution={plan.institutions.find(i => i.kind === kind)}
              onRate={rateL => setRate(kind, rateL)}
            />
          </span>
        </p>
      ))}
    </section>
  );
}

/** Where the usual is a range, the group says where in it. */
function RateBlank({
  institution,
  onRate,
}: {
  institution: Institution | undefined;
  onRate: (rateL: number | undefined) => void;
}) {
  const say = useSay();
  const { units } = useReader();
  const range = institution && rateRange(institution.kind);
  if (!institution || !range) return null;
  const [least, most] = range;
  return (
    <span className="block text-small">
      <Phrase
        text="institution.rate-sentence"
        blanks={{
          rate: (
            <QuantityBlank
              onLeave
              label={say('institution.rate-of', { institution: `institution.${institution.kind}` })}
              dimension="volumeL"
              value={institution.rateL ?? institutionRates[institution.kind].litres}
              onValue={onRate}
              least={least}
              most={most}
            />
          ),
          range: say('institution.range', {
            least: format.litres(least, units),
            most: format.litres(most, units),
          }),
        }}
      />
    </span>
  );
}
