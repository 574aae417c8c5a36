import { useMemo, useState } from 'react';
import type { Doubt } from '#core/water/quality/labRow.ts';
import { useFacts } from '../../session/state.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ChoiceBlank, TextBlank } from '../../ui/Blank.tsx';
import { testedOf } from './subjects.ts';

/** Doubts that are shown at once; the rest is counted. */
const MOST_DOUBTS = 40;

/** Names that nobody knows here: each is told once for the whole sheet. */
export function LabSamples({
  names,
  onSample,
}: {
  names: readonly string[];
  onSample: (name: string, id: string) => void;
}) {
  const say = useSay();
  const facts = useFacts();
  const tested = useMemo(() => testedOf(facts).slice(0, 200), [facts]);
  if (names.length === 0) return null;
  return (
    <section aria-label={say('sheet-in.samples')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('sheet-in.samples')}</h2>
      <ul className="m-0 list-none p-0">
        {names.map(name => (
          <li key={name} className="border-b border-rule py-1">
            <strong>{name}</strong>{' '}
            <ChoiceBlank<string>
              label={say('sheet-in.sample', { name })}
              value={undefined}
              placeholder={say('sheet-in.sample.ask')}
              onValue={id => onSample(name, id)}
              choices={tested.map(t => ({ value: t.id, label: t.name }))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is not understood, line by line, to be written anew where it stands. */
export function LabDoubts({
  doubts,
  onFix,
}: {
  doubts: readonly Doubt[];
  onFix: (doubt: Doubt, text: string) => void;
}) {
  const say = useSay();
  if (doubts.length === 0) return null;
  return (
    <section aria-label={say('sheet-in.doubts')} data-testid="doubts">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('sheet-in.doubts')}</h2>
      <ul className="m-0 list-none p-0">
        {doubts.slice(0, MOST_DOUBTS).map(doubt => (
          <DoubtLine key={`${doubt.line} ${doubt.column} ${doubt.why}`} doubt={doubt} onFix={onFix} />
        ))}
      </ul>
      {doubts.length > MOST_DOUBTS && <p>{say('sheet-in.more', { count: doubts.length - MOST_DOUBTS })}</p>}
    </section>
  );
}

/** Of what stands nowhere in the line it is said that it is missing. */
const missing = ['no-sample', 'no-date', 'no-parameter', 'no-result', 'no-time'] as const;
function doubtWords({ why, text }: Doubt, say: Say): string {
  const absent = text === '' && missing.find(m => m === why);
  return absent ? say(`doubt.missing.${absent}`) : say(`doubt.${why}`, { text });
}

function DoubtLine({ doubt, onFix }: { doubt: Doubt; onFix: (doubt: Doubt, text: string) => void }) {
  const say = useSay();
  const [typed, setTyped] = useState(doubt.text);
  return (
    <li className="border-b border-rule py-1">
      <span className="font-semibold">
        {say(doubt.column ? 'sheet-in.at' : 'sheet-in.at-line', { line: doubt.line, column: doubt.column })}
      </span>{' '}
      {doubtWords(doubt, say)}{' '}
      {doubt.column && (
        <TextBlank
          label={say('sheet-in.fix', { line: doubt.line, column: doubt.column })}
          value={typed}
          onValue={setTyped}
          onTyping={isTyping => !isTyping && typed !== doubt.text && onFix(doubt, typed)}
        />
      )}
    </li>
  );
}
