import { type ReactNode, useMemo, useState } from 'react';
import type { Judgement } from '#core/base/judgement.ts';
import { refusals } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Draft } from '../session/draft.ts';
import { useSession } from '../session/hooks.ts';
import { MOST_AT_ONCE, useFacts, usePreview, useWorkedOut } from '../session/state.ts';
import { listing } from '../texts/lists.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';
import { FaultGate, useIsFaulty } from '../ui/FaultGate.tsx';
import { Judgements } from '../ui/JudgementLine.tsx';
import { type When, WhenBlank } from '../ui/WhenBlank.tsx';
import { forgetTyped } from './typed.ts';
import { useRecord } from './undo.tsx';

interface Props {
  /** What would be recorded; undefined while a blank is not understood. */
  readonly drafts: readonly Draft[] | undefined;
  readonly label: string;
  /** Said in the toast, beside the way back. */
  readonly told: string;
  readonly onDone?: () => void;
  readonly look?: 'primary' | 'plain' | 'stop';
  /** The correction that a refusal offers, one click away. */
  readonly correction?: ReactNode;
  /** Judgements beside the guards' own. */
  readonly more?: readonly Judgement[];
  /** The act is done by another button, among the children. */
  readonly isHidden?: boolean;
  /** It is done with many: what is stopped can be left out, and the rest recorded. */
  readonly isBulk?: boolean;
  /** The form whose blanks these are (see `useTyped`): it begins anew once it is recorded. */
  readonly typed?: string;
  /** It may have been done earlier than now: it is asked when. */
  readonly mayBePast?: boolean;
  readonly children?: ReactNode;
}

/**
 * One act on the water: judged as it is typed, previewed in the reach, recorded on the button.
 * A refusal stops the intention; "it already happened" records the fact all the same.
 */
export function Act(props: Props) {
  return (
    <FaultGate>
      <ActBody {...props} />
    </FaultGate>
  );
}

function ActBody({
  drafts: meant,
  label,
  told,
  onDone,
  look = 'primary',
  correction,
  more = [],
  isHidden = false,
  mayBePast = false,
  isBulk = false,
  typed,
  children,
}: Props) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const [answered, setAnswered] = useState<{
    drafts: readonly Draft[];
    judgements: readonly Judgement[];
  } | null>(null);
  const [when, setWhen] = useState<When>('now');
  const isFaulty = useIsFaulty();
  const drafts = useMemo(() => (isFaulty ? undefined : datedAt(meant, when)), [meant, when, isFaulty]);
  const preview = usePreview(drafts);
  const facts = useFacts();
  // while it is recorded it stays judged by what was so when the hand pressed: what it does itself is no news
  const [pressedAt, setPressedAt] = useState<Facts | null>(null);
  const { guarded, isJudged, stopped } = useGuarded(drafts, pressedAt ?? facts);
  const fromServer = answered && answered.drafts === drafts ? answered.judgements : [];
  const judgements = [
    ...guarded,
    ...fromServer.filter(j => !guarded.some(g => g.reason.id === j.reason.id)),
    ...more,
  ];
  const isRefused = refusals(judgements).length > 0;

  const others = isBulk && isRefused && drafts ? drafts.filter(d => !stopped.has(d.subject)) : [];

  const act = async (mode: 'intend' | 'happened', of = drafts, says = told) => {
    if (!of) return;
    preview.onMouseLeave();
    setPressedAt(facts);
    const outcome = await recordAndTell(of, says, mode).finally(() => setPressedAt(null));
    if (outcome.is === 'refused') setAnswered({ drafts: of, judgements: outcome.judgements });
    else if (outcome.is !== 'problem') {
      if (typed) forgetTyped(typed);
      onDone?.();
    }
  };

  return (
    <div className="flex flex-col gap-3" data-act>
      {children}
      <Judgements of={judgements} action={isRefused ? correction : undefined} />
      {others.length > 0 && (
        <Others drafts={others} stopped={stopped} onRecord={says => void act('intend', others, says)} />
      )}
      <div className={isHidden ? 'hidden' : 'flex flex-wrap items-center gap-x-4 gap-y-1'}>
        {isRefused ? (
          <Button look="stop" disabled={!drafts} onClick={() => void act('happened')}>
            {say('act.happened')}
          </Button>
        ) : (
          <Button
            look={look}
            data-primary={look === 'primary' ? '' : undefined}
            disabled={!drafts || !isJudged}
            {...preview}
            onClick={() => void act('intend')}
          >
            {label}
          </Button>
        )}
        {mayBePast && <WhenBlank onWhen={setWhen} />}
      </div>
    </div>
  );
}

/** Drafts that happened then; undefined while the moment is not understood. */
function datedAt(drafts: readonly Draft[] | undefined, when: When): readonly Draft[] | undefined {
  if (when === 'now') return drafts;
  return when === undefined ? undefined : drafts?.map(d => (d.at ? d : { ...d, at: when }));
}

interface OthersProps {
  readonly drafts: readonly Draft[];
  readonly stopped: ReadonlySet<string>;
  readonly onRecord: (says: string) => void;
}

/** The rest of many, where something is refused of some of them. */
function Others({ drafts, stopped, onRecord }: OthersProps) {
  const say = useSay();
  const codes = codesOf(useFacts(), stopped);
  const count = new Set(drafts.map(d => d.subject)).size;
  return (
    <p className="flex flex-wrap items-center gap-x-4">
      <span>{say('act.left-out', { codes })}</span>
      <Button look="primary" onClick={() => onRecord(say('act.told-others', { count }))}>
        {say('act.others', { count })}
      </Button>
    </p>
  );
}

/** Codes that are named before the rest is counted. */
const MOST_CODES = 12;

function codesOf(facts: Facts, subjects: ReadonlySet<string>): string {
  const codes = [...subjects].slice(0, MOST_CODES).map(id => facts.container[id]?.code ?? '');
  return listing([...codes, ...(subjects.size > MOST_CODES ? ['…'] : [])]);
}

/** What the guards say of drafts; the facts are what they judge by: judged anew when those change, and the button waits. */
function useGuarded(
  drafts: readonly Draft[] | undefined,
  facts: Facts,
): {
  readonly guarded: readonly Judgement[];
  readonly isJudged: boolean;
  /** Subjects that something is refused of. */
  readonly stopped: ReadonlySet<string>;
} {
  const { outbox } = useSession();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the outbox judges by the facts
  const work = useMemo(() => (drafts ? () => outbox.judgeInLots(drafts) : null), [drafts, outbox, facts]);
  const judged = useWorkedOut(work, (drafts?.length ?? 0) > MOST_AT_ONCE);
  return useMemo(
    () => ({
      guarded: (judged ?? []).flatMap(j => j.judgements),
      isJudged: judged !== undefined,
      stopped: new Set((judged ?? []).flatMap(j => (refusals(j.judgements).length > 0 ? [j.subject] : []))),
    }),
    [judged],
  );
}
