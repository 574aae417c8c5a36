import type { Provenance } from '#core/base/units/amount.ts';
import type { Blank, Inputs, Method } from '#core/treatment/methods/method.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, WarmthBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import type { SetBlank } from './methodForm.ts';

interface Props {
  readonly method: Method;
  readonly inputs: Inputs;
  readonly set: SetBlank;
}

/** The method's sentence, with a blank where its text has one in brackets. */
export function MethodSentence({ method, inputs, set }: Props) {
  const blanks = Object.fromEntries(
    method.blanks.map(blank => [
      blank.id,
      <MethodBlank key={blank.id} method={method} blank={blank} inputs={inputs} set={set} />,
    ]),
  );
  const cases = Object.fromEntries(Object.entries(inputs).map(([id, value]) => [id, String(value)]));
  return (
    <Sentence>
      <Phrase text={`method.${method.id}.sentence`} blanks={blanks} cases={cases} />
    </Sentence>
  );
}

/** One blank of a method, and how it is known where it may be a guess. */
export function MethodBlank({ method, blank, inputs, set }: Props & { readonly blank: Blank }) {
  const say = useSay();
  const name = say(`method.${method.id}.${blank.id}`);
  const value = inputs[blank.id];
  if (blank.kind === 'choice') {
    return (
      <ChoiceBlank
        label={name}
        value={String(value ?? blank.start)}
        onValue={next => set(blank.id, next)}
        choices={blank.options.map(option => ({
          value: option,
          label: say(`method.${method.id}.${blank.id.replace(/\d+$/, '')}.${option}`),
        }))}
      />
    );
  }
  // water of which nobody measured the temperature: the other temperatures are of pots and bottles
  if (blank.id === 'temperatureC')
    return (
      <WarmthBlank
        label={name}
        value={typeof value === 'number' ? value : undefined}
        onValue={next => set(blank.id, next)}
      />
    );
  return (
    <>
      <QuantityBlank
        label={name}
        dimension={blank.dimension}
        value={typeof value === 'number' ? value : undefined}
        onValue={next => set(blank.id, next)}
        least={blank.least}
        most={blank.most}
        placeholder={say('bench.unknown')}
        {...(blank.wholeNumbers ? { wholeNumbers: true } : {})}
        {...(blank.powderKgL ? { powderKgL: blank.powderKgL } : {})}
      />
      {blank.guess !== undefined && (
        <>
          {' '}
          <KnownBlank name={name} blank={blank.id} share={blank.guess} inputs={inputs} set={set} />
        </>
      )}
    </>
  );
}

const ways: readonly Provenance[] = ['measured', 'label', 'guessed'];

interface KnownProps extends Omit<Props, 'method'> {
  readonly name: string;
  readonly blank: string;
  readonly share: number;
}

function KnownBlank({ name, blank, share, inputs, set }: KnownProps) {
  const say = useSay();
  return (
    <ChoiceBlank
      label={say('provenance.of', { what: name })}
      value={String(inputs[`${blank}.known`] ?? 'measured')}
      onValue={known => set(`${blank}.known`, known)}
      choices={ways.map(way => ({
        value: way,
        label: way === 'guessed' ? say('provenance.guessed.share', { share }) : say(`provenance.${way}`),
      }))}
    />
  );
}
