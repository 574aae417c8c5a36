import { bottlesOf } from '#core/areas/supplies/bottles.ts';
import type {
  BleachProduct,
  StrengthAnswer,
  StrengthBasis,
  StrengthSchoolId,
} from '#core/treatment/chlorine/strength.ts';
import { strengthSchools } from '#core/treatment/chlorine/strength.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank } from '../../ui/Blank.tsx';
import { DateBlank } from '../../ui/DateBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { ProvenanceBlank } from '../../ui/Provenance.tsx';
import { type BenchForm, NEW_BLEACH } from './question.ts';

const products: readonly BleachProduct[] = ['plain', 'scented', 'thickened', 'cleaner', 'pool'];
const bases: readonly StrengthBasis[] = ['wt-naocl', 'wt-available', 'trade', 'g-per-l'];

interface Props {
  readonly form: BenchForm;
  readonly set: (change: Partial<BenchForm>) => void;
  readonly strengths: readonly StrengthAnswer[];
}

/** Which bottle: one of the supplies, or one described here that is kept with the batch. */
export function BleachBlanks({ form, set, strengths }: Props) {
  const say = useSay();
  const facts = useFacts();
  const supplies = bottlesOf(facts);
  return (
    <Phrase
      text="bleach.sentence"
      blanks={{
        bleach: supplies.length > 0 && (
          <ChoiceBlank
            label={say('bench.bleach')}
            value={form.supply}
            onValue={supply => set({ supply })}
            choices={[
              ...supplies.map(s => ({
                value: s.id,
                label: s.name,
                ...(s.bleach.madeOn
                  ? { note: say('bench.made-kept', { madeOn: s.bleach.madeOn, keptC: s.bleach.keptC }) }
                  : {}),
              })),
              { value: NEW_BLEACH, label: say('bench.another-bottle') },
            ]}
          />
        ),
        bottle: form.supply === NEW_BLEACH && (
          <Phrase
            text="bleach.sentence.bottle"
            blanks={{
              opening: supplies.length > 0 && ': ',
              product: (
                <ChoiceBlank<BleachProduct>
                  label={say('bench.product')}
                  value={form.product}
                  onValue={product => set({ product })}
                  choices={products.map(value => ({ value, label: say(`product.${value}`) }))}
                />
              ),
              strength: (
                <QuantityBlank
                  label={say('bench.strength')}
                  dimension={form.basis === 'g-per-l' ? 'strengthMgMl' : 'percent'}
                  value={form.strength}
                  onValue={strength => set({ strength })}
                  least={0.1}
                  most={200}
                />
              ),
              basis: (
                <ChoiceBlank<StrengthBasis>
                  label={say('bench.basis')}
                  value={form.basis}
                  onValue={basis => set({ basis })}
                  choices={bases.map(value => ({
                    value,
                    label: say(`basis.${value}`),
                    note: say(`basis.${value}.note`),
                  }))}
                />
              ),
              provenance: (
                <ProvenanceBlank
                  of="provenance-strength"
                  value={form.strengthKnown}
                  onValue={strengthKnown => set({ strengthKnown })}
                />
              ),
              made: (
                <DateBlank
                  label={say('bench.made-label')}
                  isPast
                  value={form.madeOn}
                  onValue={madeOn => set({ madeOn })}
                />
              ),
              kept: (
                <QuantityBlank
                  label={say('bench.kept-label')}
                  dimension="temperatureC"
                  value={form.keptC}
                  onValue={keptC => set({ keptC })}
                  least={-20}
                  most={60}
                />
              ),
            }}
          />
        ),
        school: (
          <ChoiceBlank<StrengthSchoolId>
            label={say('bench.strength-school')}
            value={form.strengthSchool ?? facts.plan.strengthSchool}
            onValue={strengthSchool => set({ strengthSchool })}
            choices={strengthSchools.map(value => {
              const mgMl = strengths.find(s => s.school === value)?.mgMl;
              return {
                value,
                label: say(`strength-school.${value}`),
                note:
                  mgMl === undefined
                    ? say(`strength-school.${value}.note`)
                    : say('strength-school.figure', { mgMl, note: say(`strength-school.${value}.note`) }),
              };
            })}
          />
        ),
      }}
    />
  );
}
