import { type Amount, guessed, labelled, measured, type Provenance } from '#core/base/units/amount.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank } from './Blank.tsx';

const ways: readonly Provenance[] = ['measured', 'label', 'guessed'];

const amountBy: Record<Provenance, (value: number) => Amount> = { measured, label: labelled, guessed };

/** An amount with how it is known. */
export const withProvenance = (value: number, known: Provenance): Amount => amountBy[known](value);

/** How an amount is known: measured, read off a label, or guessed (± 25 %). */
export function ProvenanceBlank({
  value,
  onValue,
  of = 'provenance',
}: {
  value: Provenance;
  onValue: (value: Provenance) => void;
  /** What is known so: the name of its texts. */
  of?: 'provenance' | 'provenance-strength';
}) {
  const say = useSay();
  return (
    <ChoiceBlank<Provenance>
      label={say(`${of}.name`)}
      value={value}
      onValue={onValue}
      choices={ways.map(way => ({
        value: way,
        label: say(`provenance.${way}`),
        note: say(`${of}.${way}.note`),
      }))}
    />
  );
}

/** How an amount is known, in a word. */
export function ProvenanceTag({ amount }: { amount: Amount }) {
  const say = useSay();
  if (amount.known !== 'guessed')
    return <span className="text-small text-ash">{say(`provenance.${amount.known}`)}</span>;
  return (
    <span className="text-small text-ash">{say('provenance.spread', { share: amount.spread ?? 0.25 })}</span>
  );
}
