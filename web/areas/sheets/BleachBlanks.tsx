import { bottlesOf } from '#core/areas/supplies/bottles.ts';
import { supply } from '#core/areas/supplies/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { given } from '#core/base/given.ts';
import type {
  BleachProduct,
  StrengthAnswer,
  StrengthBasis,
  StrengthSchoolId,
} from '#core/treatment/chlorine/strength.ts';
import { strengthSchools } from '#core/treatment/chlorine/strength.ts';
import { useBlanksOf } from '../../app/blanks.tsx';
import { useFacts } from '../../session/state.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
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
  const { choice } = useBlanksOf({ values: form, change: set });
  const bottles = supplies.map(({ id, name, bleach: { madeOn, keptC } }) => ({
    ...{ value: id as string, label: name },
    ...given({ note: madeOn && say('bench.made-kept', { madeOn, keptC }) }),
  }));
  const another = { value: NEW_BLEACH, label: say('bench.another-bottle') };
  return (
    <Phrase
      text="bleach.sentence"
      blanks={{
        bleach: supplies.length > 0 && choice('supply', 'bench.bleach', [...bottles, another]),
        bottle: form.supply === NEW_BLEACH && (
          <BottleBlanks form={form} set={set} isFirst={supplies.length === 0} />
        ),
        school: (
          <ChoiceBlank<StrengthSchoolId>
            label={say('bench.strength-school')}
            value={form.strengthSchool ?? facts.plan.strengthSchool}
            onValue={strengthSchool => set({ strengthSchool })}
            choices={strengthSchools.map(value => ({
              ...{ value, label: say(`strength-school.${value}`) },
              note: schoolNote(value, strengths, say),
            }))}
          />
        ),
      }}
    />
  );
}

/** What a school takes the bottle for, and why. */
function schoolNote(school: StrengthSchoolId, strengths: readonly StrengthAnswer[], say: Say): string {
  const mgMl = strengths.find(s => s.school === school)?.mgMl;
  const note = say(`strength-school.${school}.note`);
  return mgMl === undefined ? note : say('strength-school.figure', { mgMl, note });
}

/** A bottle that is not among the supplies: what it is, how strong, how old and how it was kept. */
function BottleBlanks({ form, set, isFirst }: Pick<Props, 'form' | 'set'> & { isFirst: boolean }) {
  const say = useSay();
  const { quantity, choice, day } = useBlanksOf({ values: form, change: set });
  const basisChoices = bases.map(value => ({
    ...{ value, label: say(`basis.${value}`), note: say(`basis.${value}.note`) },
  }));
  return (
    <Phrase
      text="bleach.sentence.bottle"
      blanks={{
        opening: !isFirst && ': ',
        product: choice('product', 'bench.product', products, product => `product.${product}`),
        strength: quantity(
          'strength',
          'bench.strength',
          form.basis === 'g-per-l' ? 'strengthMgMl' : 'percent',
          boundsOf(supply, 'bleach.strength'),
        ),
        basis: choice('basis', 'bench.basis', basisChoices),
        provenance: (
          <ProvenanceBlank
            of="provenance-strength"
            value={form.strengthKnown}
            onValue={strengthKnown => set({ strengthKnown })}
          />
        ),
        made: day('madeOn', 'bench.made-label', true),
        kept: quantity('keptC', 'bench.kept-label', 'temperatureC', boundsOf(supply, 'bleach.keptC')),
      }}
    />
  );
}
