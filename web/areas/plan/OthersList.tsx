import type { EntryData } from '#core/areas/entries.ts';
import { plan as planFields } from '#core/areas/plan/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { given } from '#core/base/given.ts';
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

const ROW = 'grid grid-cols-[64px_1fr] items-baseline gap-2 py-0.5';

/** Changes the plan, and tells that it was changed. */
function useChange(): (change: EntryData['plan.set']) => void {
  const say = useSay();
  const { recordAndTell } = useRecord();
  return change => void recordAndTell([draft('plan.set', 'plan', change)], say('plan.changed'));
}

/** Animals, which drink utility water, and what institutions add to what their users need at home. */
export function OthersList() {
  const say = useSay();
  const { plan } = useFacts();
  const change = useChange();
  return (
    <section>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">{say('plan.others')}</h2>
      <p className={ROW}>
        <QuantityBlank
          onLeave
          label={say('plan.visitors')}
          dimension="people"
          value={plan.visitors}
          onValue={visitors => visitors !== undefined && visitors !== plan.visitors && change({ visitors })}
          {...boundsOf(planFields, 'visitors')}
        />
        <span>
          {say('plan.visitors')} <span className="text-small text-ash">{say('plan.visitors-note')}</span>
        </span>
      </p>
      {animalKinds.map(kind => (
        <AnimalRow key={kind} kind={kind} />
      ))}
      <h3 className="mt-3 mb-1 text-base">{say('plan.institutions')}</h3>
      {institutionKinds.map(kind => (
        <InstitutionRow key={kind} kind={kind} />
      ))}
    </section>
  );
}

function AnimalRow({ kind }: { kind: AnimalKind }) {
  const say = useSay();
  const { units } = useReader();
  const { animals } = useFacts().plan;
  const change = useChange();
  const kept = animals.find(a => a.kind === kind);
  const count = kept?.count ?? 0;
  const massKg = kept?.massKg ?? TYPICAL_KG[kind];
  const { litres, perKg } = animalRates[kind];
  const put = (next: number | undefined, mass = massKg) => {
    if (next === undefined || (next === count && mass === massKg)) return;
    const row = { kind, count: next, ...given({ massKg: mass || undefined }) };
    const isNew = next > 0 && !kept;
    change({
      animals: [
        ...animals.flatMap(a => (a.kind !== kind ? a : next > 0 ? row : [])),
        ...(isNew ? [row] : []),
      ],
    });
  };
  return (
    <p className={ROW}>
      <QuantityBlank
        onLeave
        label={say(`animal.${kind}`)}
        dimension="number"
        value={count}
        onValue={next => put(next)}
        wholeNumbers
        {...boundsOf(planFields, 'animals.count')}
      />
      <span>
        {say(`animal.${kind}`)}{' '}
        <span className="text-small text-ash">
          {say(perKg ? 'animal.rate-kg' : 'animal.rate', {
            litres: format.litres(litres, units),
            perEach: litres * (massKg ?? 0),
            massKg: massKg ?? 0,
          })}
        </span>{' '}
        {perKg && count > 0 && (
          <QuantityBlank
            onLeave
            label={say('animal.mass', { animal: say(`animal.${kind}`) })}
            dimension="massKg"
            value={massKg}
            onValue={next => next !== undefined && put(count, next)}
            {...boundsOf(planFields, 'animals.massKg')}
          />
        )}
      </span>
    </p>
  );
}

function InstitutionRow({ kind }: { kind: InstitutionKind }) {
  const say = useSay();
  const { units } = useReader();
  const { institutions } = useFacts().plan;
  const change = useChange();
  const kept = institutions.find(i => i.kind === kind);
  const { litres, grade } = institutionRates[kind];
  const put = (row: Institution) => {
    const rest = institutions.filter(i => i.kind !== kind);
    change({ institutions: row.users === 0 ? rest : [...rest, row] });
  };
  return (
    <p className={ROW}>
      <QuantityBlank
        onLeave
        label={say(`institution.${kind}`)}
        dimension="number"
        value={kept?.users ?? 0}
        onValue={users =>
          users !== undefined && users !== (kept?.users ?? 0) && put({ ...kept, kind, users })
        }
        wholeNumbers
        {...boundsOf(planFields, 'institutions.users')}
      />
      <span>
        {say(`institution.${kind}`)}{' '}
        <span className="text-small text-ash">
          {say('institution.rate', { litres: format.litres(litres, units), grade: `grade.${grade}` })}
        </span>
        <RateBlank
          institution={kept}
          onRate={rateL => kept && rateL !== undefined && rateL !== kept.rateL && put({ ...kept, rateL })}
        />
      </span>
    </p>
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
