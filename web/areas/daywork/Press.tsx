import { useState } from 'react';
import { type Judgement, judge, message } from '#core/base/judgement.ts';
import { useRecord } from '../../app/undo.tsx';
import type { Draft } from '../../session/draft.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { Judgements } from '../../ui/JudgementLine.tsx';

interface Props {
  /** What is recorded; undefined where a method refuses it as things are now. */
  readonly drafts: () => readonly Draft[] | undefined;
  readonly told: string;
  readonly label: string;
  /** What it is pressed for, where the same word stands in several lines. */
  readonly of?: string;
  readonly look?: 'primary' | 'plain' | 'quiet';
}

const notNow = judge('refuse', message('day.begin.not'), 'record', {
  remedy: message('day.begin.not.remedy'),
});

/** A button in a line of the day's work: what is refused is told beside it, and may have happened all the same. */
export function Press({ drafts, told, label, of, look = 'plain' }: Props) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const [refused, setRefused] = useState<{ drafts: readonly Draft[]; judgements: readonly Judgement[] }>();
  const record = async (meant: readonly Draft[], mode: 'intend' | 'happened') => {
    const outcome = await recordAndTell(meant, told, mode);
    setRefused(outcome.is === 'refused' ? { drafts: meant, judgements: outcome.judgements } : undefined);
  };
  const press = () => {
    const meant = drafts();
    if (meant) void record(meant, 'intend');
    else setRefused({ drafts: [], judgements: [notNow] });
  };
  return (
    <>
      <Button
        look={look}
        className={look === 'quiet' ? 'text-small' : ''}
        onClick={press}
        {...(of ? { 'aria-label': say('label.of', { what: of, of: label }) } : {})}
      >
        {label}
      </Button>
      {refused && (
        <div className="col-span-full basis-full py-1">
          <Judgements of={refused.judgements} />
          {refused.drafts.length > 0 && (
            <Button look="stop" onClick={() => void record(refused.drafts, 'happened')}>
              {say('act.happened')}
            </Button>
          )}
        </div>
      )}
    </>
  );
}
