import { useEffect, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { type Claim, claims, weigh } from '#core/treatment/claims/claims.ts';
import type { ClaimVerdict } from '#core/treatment/claims/weigh.ts';
import { SourcesHead } from '../../acts/SourcesHead.tsx';
import { focusSoon } from '../../app/focus.ts';
import { useTyped } from '../../app/typed.ts';
import { useSay } from '../../texts/texts.ts';
import { TextBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { reasonOf } from './said.ts';

const looks: Readonly<Record<ClaimVerdict, string>> = {
  holds: 'text-reed',
  partly: 'text-clay',
  no: 'text-iron',
  harm: 'text-iron',
};

/** What people say of water, each weighed by core on a case of its own: what holds of it, and what does not. */
export function Said() {
  const say = useSay();
  const [search] = useSearchParams();
  const typed = 'said';
  const [word, setWord] = useTyped(typed, 'word', '');
  const asked = search.get('claim');
  useEffect(() => {
    const line = asked && document.getElementById(`claim-${asked}`);
    if (!line) return undefined;
    line.scrollIntoView({ block: 'center' });
    return focusSoon(() => line);
  }, [asked]);
  const lines = useMemo(
    () => claims.map(one => ({ one, words: [say(`claim.${one.id}`), ...reasonOf(one.id, weigh(one), say)] })),
    [say],
  );
  const shown = lines.filter(({ words }) =>
    words.join(' ').toLowerCase().includes(word.trim().toLowerCase()),
  );
  return (
    <div className="flex h-full flex-col gap-4 overflow-y-auto p-6 pt-4 max-wide:p-4">
      <SourcesHead />
      <p className="text-large font-bold" data-testid="said-answer" aria-live="polite">
        {say('said.answer', { count: shown.length })}
      </p>
      <p className="text-large">
        <Phrase
          text="said.sentence"
          blanks={{
            word: (
              <TextBlank
                label={say('said.find')}
                value={word}
                onValue={setWord}
                placeholder={say('said.find.hint')}
              />
            ),
          }}
        />
      </p>
      {shown.length === 0 && <p>{say('said.none')}</p>}
      <ul className="m-0 grid list-none gap-x-8 p-0 wide:grid-cols-2">
        {shown.map(({ one, words }) => (
          <ClaimLine key={one.id} claim={one} words={words} isAsked={one.id === asked} />
        ))}
      </ul>
    </div>
  );
}

function ClaimLine({
  claim,
  words: [statement, ...reasons],
  isAsked,
}: {
  readonly claim: Claim;
  readonly words: readonly string[];
  readonly isAsked: boolean;
}) {
  const say = useSay();
  const { verdict } = weigh(claim);
  return (
    <li
      id={`claim-${claim.id}`}
      tabIndex={-1}
      {...(isAsked ? { 'data-arrival': true } : {})}
      data-verdict={verdict}
      className={`border-b border-rule border-l-4 py-2 pl-3 outline-none ${isAsked ? 'border-l-slate' : 'border-l-transparent'}`}
    >
      <p className="font-semibold">{statement}</p>
      <p>
        <strong className={looks[verdict]}>
          {say('said.verdict.line', { verdict: `said.verdict.${verdict}` })}
        </strong>{' '}
        {reasons.join(' ')}
      </p>
    </li>
  );
}
