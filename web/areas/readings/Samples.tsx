import { useState } from 'react';
import type { TestFacts } from '#core/areas/readings/facts.ts';
import { subjectName } from '#core/areas/readings/naming.ts';
import { test } from '#core/areas/readings/subjects.ts';
import { minutesBetween } from '#core/base/day.ts';
import { incubationAt, WARM_C } from '#core/water/quality/incubation.ts';
import { ReadingForm } from '../../acts/ReadingForm.tsx';
import { Photo } from '../../app/Photo.tsx';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useNow } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';

/** Samples that stand warm, each a drawn bottle with its clock and its window on one arc. */
export function Samples() {
  const say = useSay();
  const facts = useFacts();
  const samples = Object.values(facts.test).filter(t => !test.isOver!(t));
  if (samples.length === 0) return null;
  return (
    <section aria-label={say('tests.samples')}>
      <h2 className="mb-2 border-b-2 border-slate pb-1 text-large">{say('tests.samples')}</h2>
      <ul className="m-0 flex list-none flex-wrap gap-4 p-0">
        {samples.map(sample => (
          <Sample key={sample.id} sample={sample} />
        ))}
      </ul>
    </section>
  );
}

function Sample({ sample }: { sample: TestFacts }) {
  const say = useSay();
  const facts = useFacts();
  const now = useNow();
  const { recordAndTell } = useRecord();
  const [isOpen, setOpen] = useState(false);
  const standing = incubationAt({ ...sample, from: sample.begunAt }, now);
  const name = subjectName(facts, sample.of);
  const says = say(`sample.${standing.phase}`, {
    ...(standing.readsFrom && standing.readsUntil
      ? { fromAt: standing.readsFrom, untilAt: standing.readsUntil }
      : {}),
    temperatureC: sample.temperatureC,
  });
  return (
    <li className="flex w-[330px] gap-3 border-[1.5px] border-slate p-3" data-sample={standing.phase}>
      <BottleClock sample={sample} now={now} />
      <div className="min-w-0 flex-1">
        <p className="font-bold">{name}</p>
        <p className="text-small text-ash">
          {say('sample.what', {
            names: sample.parameters.map(p => `parameter.${p}`).join(),
            temperatureC: sample.temperatureC,
          })}
        </p>
        <p className={standing.phase === 'growing' ? '' : 'font-semibold'}>{says}</p>
        {sample.temperatureC < WARM_C && standing.phase === 'growing' && (
          <p className="text-small text-ash">{say('sample.cool')}</p>
        )}
        <div className="flex flex-wrap gap-x-2">
          <Button look="quiet" onClick={() => setOpen(true)}>
            {say('sample.read')}
          </Button>
          <Button
            look="quiet"
            onClick={() =>
              void recordAndTell(
                [draft('test.given-up', sample.id, { why: standing.phase === 'growing' ? 'spilt' : 'void' })],
                say('sample.given-up', { name }),
              )
            }
          >
            {say('sample.give-up')}
          </Button>
        </div>
        <Photo subject={sample.id} name={name} digest={sample.photo} />
      </div>
      {isOpen && (
        <Dialog title={say('sample.title', { name })} open onClose={() => setOpen(false)}>
          <ReadingForm subject={sample.of} name={name} sample={sample} onDone={() => setOpen(false)} />
          <p className="mt-3 border-l-4 border-clay pl-3 text-small">{say('sample.disinfect')}</p>
        </Dialog>
      )}
    </li>
  );
}

const R = 46;
/** A point of the arc over the bottle: 0 at its left foot, 1 at its right. */
const onArc = (share: number): string => {
  const angle = Math.PI * (1 - Math.min(1, Math.max(0, share)));
  return `${60 + R * Math.cos(angle)} ${62 - R * Math.sin(angle)}`;
};
const arc = (from: number, to: number): string => `M${onArc(from)}A${R} ${R} 0 0 1 ${onArc(to)}`;

/** The bottle, and over it one arc from its beginning to the end of its window: what has gone by, and when it is read. */
function BottleClock({ sample, now }: { sample: TestFacts; now: string }) {
  const { phase, readsFrom, readsUntil } = incubationAt({ ...sample, from: sample.begunAt }, now);
  const whole = readsUntil ? minutesBetween(sample.begunAt, readsUntil) : 1;
  const opens = readsFrom ? minutesBetween(sample.begunAt, readsFrom) / whole : 1;
  const gone = Math.min(1, minutesBetween(sample.begunAt, now) / whole);
  return (
    <svg aria-hidden="true" viewBox="0 0 120 130" className="h-[130px] w-[120px] shrink-0">
      <path d={arc(0, 1)} fill="none" stroke="var(--rule)" strokeWidth="7" />
      {readsFrom && <path d={arc(opens, 1)} fill="none" stroke="var(--reed)" strokeWidth="7" />}
      {readsFrom && (
        <path d={arc(0, Math.max(0.001, gone))} fill="none" stroke="var(--slate)" strokeWidth="2.5" />
      )}
      <path
        d="M50 48h20v10q0 5 8 10v50a6 6 0 0 1 -6 6h-24a6 6 0 0 1 -6 -6v-50q8 -5 8 -10z"
        fill="var(--paper)"
        stroke="var(--slate)"
        strokeWidth="2"
      />
      <path
        d="M43 82h34v36a5 5 0 0 1 -5 5h-24a5 5 0 0 1 -5 -5z"
        fill={phase === 'void' || phase === 'cold' ? 'var(--rule)' : 'var(--clay-2)'}
      />
      <path d="M43 82h34" stroke="var(--slate)" strokeWidth="1" />
    </svg>
  );
}
