import { useMemo } from 'react';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { runningBatch } from '#core/areas/store/state.ts';
import type { Judgement } from '#core/base/judgement.ts';
import {
  judgeResidual,
  leastResidualMgL,
  type ReadingMethod,
  type Smell,
} from '#core/treatment/chlorine/residual.ts';
import { parameterRow } from '#core/water/quality/parameters.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useSession } from '../session/hooks.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { actForm } from './actForm.ts';

const methods: readonly ReadingMethod[] = ['dpd', 'strip', 'meter', 'total', 'smell'];
const smells: readonly Smell[] = ['none', 'faint', 'strong'];

/** Enters a reading of chlorine, by a kit or by the nose, and says at once what it means. */
export function ReadForm({ container, onDone }: { container: ContainerFacts; onDone?: () => void }) {
  const say = useSay();
  const { clock } = useSession();
  const typed = actForm('chlorine', container);
  const [method, setMethod] = useTyped<ReadingMethod>(typed, 'method', 'dpd');
  const [mgL, setMgL] = useTyped<number | undefined>(typed, 'mgL', undefined);
  const [smell, setSmell] = useTyped<Smell | undefined>(typed, 'smell', undefined);
  const reading = useMemo(() => {
    if (method === 'smell') return smell && { method, smell };
    return mgL === undefined ? undefined : { method, mgL };
  }, [method, mgL, smell]);
  const drafts = useMemo(
    () => reading && [draft('read', container.id, readingOfChlorine(reading))],
    [reading, container.id],
  );
  const running = runningBatch(container, clock.now());
  const isEnd = running?.standing.phase === 'read' || running?.standing.phase === 'air';
  // what an end reading means is told before it is recorded; it is never refused, because it is a fact
  const least = leastResidualMgL(running?.batch.instruction.clarity ?? 'clear');
  const meaning = isEnd && reading ? judgeResidual(reading, least) : undefined;
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('read.do')}
      told={say('read.told', { code: container.code })}
      {...(onDone ? { onDone } : {})}
    >
      <Sentence>
        <Phrase
          text="read.sentence"
          blanks={{
            reading:
              method === 'smell' ? (
                <SmellBlank smell={smell} onSmell={setSmell} />
              ) : (
                <ChlorineBlank mgL={mgL} onMgL={setMgL} />
              ),
            method: (
              <ChoiceBlank<ReadingMethod>
                label={say('read.method')}
                value={method}
                onValue={setMethod}
                choices={methods.map(value => ({
                  value,
                  label: say(`method.${value}`),
                  note: say(`method.${value}.note`),
                }))}
              />
            ),
          }}
        />
      </Sentence>
      {meaning && <Meaning of={meaning} />}
    </Act>
  );
}

function SmellBlank({ smell, onSmell }: { smell: Smell | undefined; onSmell: (smell: Smell) => void }) {
  const say = useSay();
  return (
    <Phrase
      text="read.smells"
      blanks={{
        smell: (
          <ChoiceBlank<Smell>
            label={say('read.smell')}
            value={smell}
            onValue={onSmell}
            choices={smells.map(value => ({ value, label: say(`smell.${value}`) }))}
          />
        ),
      }}
    />
  );
}

function ChlorineBlank({ mgL, onMgL }: { mgL: number | undefined; onMgL: (mgL?: number) => void }) {
  const say = useSay();
  return (
    <Phrase
      text="read.chlorine"
      blanks={{
        mgL: (
          <QuantityBlank
            label={say('read.mgl')}
            dimension="concentrationMgL"
            value={mgL}
            onValue={onMgL}
            least={0}
            most={parameterRow('free-chlorine').most}
          />
        ),
      }}
    />
  );
}

const edgeOf = { ok: 'border-reed', warn: 'border-clay', refuse: 'border-iron' } as const;

/** What an end reading says of its batch. */
function Meaning({ of }: { of: Judgement }) {
  const say = useSay();
  return (
    <p className={`border-l-4 py-1 pl-3 ${edgeOf[of.verdict]}`}>
      {say(of.reason)} {of.remedy && say(of.remedy)}
    </p>
  );
}
