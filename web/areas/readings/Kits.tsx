import { useMemo, useState } from 'react';
import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import { judgeTrial } from '#core/water/quality/controls.ts';
import { isFoundBy, type ParameterId, parameterRow } from '#core/water/quality/parameters.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft } from '../../session/draft.ts';
import { useFacts, useToday } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** The kits of the supplies, how they did when they were tried on themselves, and the next trial. */
export function Kits() {
  const say = useSay();
  const facts = useFacts();
  const kits = Object.values(facts.supply).filter(s => s.kind === 'test-kit');
  if (kits.length === 0) return null;
  return (
    <section aria-label={say('kits-of-tests.title')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('kits-of-tests.title')}</h2>
      <ul className="m-0 list-none p-0">
        {kits.map(kit => (
          <Kit key={kit.id} kit={kit} />
        ))}
      </ul>
    </section>
  );
}

function Kit({ kit }: { kit: SupplyFacts }) {
  const say = useSay();
  const today = useToday();
  const [isOpen, setOpen] = useState(false);
  const last = kit.checks?.at(-1);
  const isPast = kit.expiresOn !== undefined && kit.expiresOn < today;
  return (
    <li className="border-b border-rule py-2">
      <p>
        <strong>{kit.name}</strong>{' '}
        {say('kits-of-tests.line', {
          names: (kit.reads ?? ['free-chlorine']).map(p => `parameter.${p}`).join(),
          left: Math.max(0, kit.amount - kit.used),
        })}{' '}
        {kit.expiresOn && (
          <span className={isPast ? 'font-semibold text-iron' : 'text-ash'}>
            {say(isPast ? 'kits-of-tests.past' : 'kits-of-tests.until', { expiresDay: kit.expiresOn })}
          </span>
        )}
        <Button look="quiet" className="text-small" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {say('kits-of-tests.try')}
        </Button>
      </p>
      {last && <JudgementLine judgement={judgeTrial(last)} />}
      {isOpen && <TrialForm kit={kit} onDone={() => setOpen(false)} />}
    </li>
  );
}

type What = 'blank' | 'duplicate';

/** Whether a kit tells of a parameter in a word, not a figure. */
const isWordOf = (parameter: ParameterId): boolean =>
  parameterRow(parameter).methods.every(isFoundBy) || parameterRow(parameter).class === 'germs';

type Result = number | 'present' | 'absent' | undefined;

interface ResultProps {
  readonly label: string;
  readonly parameter: ParameterId;
  readonly value: Result;
  readonly onValue: (value: Result) => void;
}

function ResultBlank({ label, parameter, value, onValue }: ResultProps) {
  const say = useSay();
  return isWordOf(parameter) ? (
    <ChoiceBlank<'present' | 'absent'>
      label={label}
      value={typeof value === 'string' ? value : undefined}
      onValue={onValue}
      choices={(['absent', 'present'] as const).map(v => ({ value: v, label: say(`found-word.${v}`) }))}
    />
  ) : (
    <QuantityBlank
      label={label}
      dimension={parameterRow(parameter).dimension}
      value={typeof value === 'number' ? value : undefined}
      onValue={onValue}
      least={0}
      most={parameterRow(parameter).most}
    />
  );
}

/** A blank, or two readings of one sample. */
function TrialForm({ kit, onDone }: { kit: SupplyFacts; onDone: () => void }) {
  const say = useSay();
  const reads: readonly ParameterId[] = kit.reads ?? ['free-chlorine'];
  const typed = `kit ${kit.id}`;
  const [what, setWhat] = useTyped<What>(typed, 'what', 'blank');
  const [parameter, setParameter] = useTyped<ParameterId>(typed, 'parameter', reads[0] ?? 'free-chlorine');
  const [results, setResults] = useTyped<readonly Result[]>(typed, 'results', []);
  const isWord = isWordOf(parameter);
  const drafts = useMemo(() => {
    const shown = results.map(r => (typeof r === 'number' ? { value: r } : r && { found: r }));
    const [first, second] = shown;
    if (!first || (what === 'duplicate' && !second)) return undefined;
    return [
      draft('kit.checked', kit.id, {
        what,
        parameter,
        first,
        ...(what === 'duplicate' && second ? { second } : {}),
      }),
    ];
  }, [results, what, parameter, kit.id]);
  const result = (at: 0 | 1) => (
    <ResultBlank
      label={say(at === 0 ? 'trial.first' : 'trial.second')}
      parameter={parameter}
      value={results[at]}
      onValue={value => setResults(before => [0, 1].map(i => (i === at ? value : before[i])))}
    />
  );
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('trial.keep')}
      told={say('trial.told', { name: kit.name })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text={what === 'blank' ? 'trial.blank' : 'trial.duplicate'}
          params={{
            unit:
              isWord || format.writesUnit(parameterRow(parameter).dimension)
                ? ''
                : parameterRow(parameter).unit,
          }}
          blanks={{
            what: (
              <ChoiceBlank<What>
                label={say('trial.what')}
                value={what}
                onValue={setWhat}
                choices={(['blank', 'duplicate'] as const).map(value => ({
                  value,
                  label: say(`kit-check.${value}`),
                  note: say(`kit-check.${value}.note`),
                }))}
              />
            ),
            parameter: (
              <ChoiceBlank<ParameterId>
                label={say('reading.parameter')}
                value={parameter}
                onValue={setParameter}
                choices={reads.map(value => ({ value, label: say(`parameter.${value}`) }))}
              />
            ),
            first: result(0),
            second: result(1),
          }}
        />
      </Sentence>
    </Act>
  );
}
