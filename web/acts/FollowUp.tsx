import { alarmParams, openAlarms } from '#core/areas/readings/alarms.ts';
import type { Alarm } from '#core/areas/readings/facts.ts';
import type { FollowStep } from '#core/areas/readings/fields.ts';
import { type Followed, followLines, nextStep } from '#core/areas/readings/followUp.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import type { Subject } from '#core/base/subject.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useReader } from '../session/state.ts';
import * as dates from '../texts/dates.ts';
import { type Say, useSay } from '../texts/texts.ts';
import { BenchSheet, type SheetLine } from '../ui/BenchSheet.tsx';
import { Sentence, TextBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';

interface Props {
  readonly subject: Followed & { readonly id: Subject };
  readonly name: string;
  readonly container?: ContainerFacts | undefined;
}

/** What follows from a fail: a sheet of its own, until it is closed. */
export function FollowUp({ subject, name, container }: Props) {
  return openAlarms(subject).map(alarm => (
    <FollowSheet key={alarm.entry} subject={subject} name={name} container={container} alarm={alarm} />
  ));
}

type FollowLine = ReturnType<typeof followLines>[number];

/** A step as a line of its sheet: when it was done and how, or what it asks while it is the next. */
function sheetLineOf(line: FollowLine, next: FollowStep | undefined, say: Say): SheetLine {
  const title = say(`follow.${line.step}`);
  if (line.doneAt)
    return {
      id: line.step,
      status: 'done',
      title,
      note: say(line.way ? 'follow.done-way' : 'follow.done', {
        at: line.doneAt,
        ...(line.way ? { way: `follow.treat.${line.way}` } : {}),
      }),
    };
  return {
    id: line.step,
    status: line.step === next ? 'live' : 'ahead',
    title,
    ...(line.step === next ? { note: say(`follow.${line.step}.note`) } : {}),
  };
}

function NoteSentence({ note, onNote }: { note: string; onNote: (note: string) => void }) {
  const say = useSay();
  return (
    <Sentence>
      <Phrase
        text="follow.note-sentence"
        blanks={{
          note: (
            <TextBlank
              label={say('follow.note')}
              placeholder={say('follow.note.hint')}
              value={note}
              onValue={onNote}
            />
          ),
        }}
      />
    </Sentence>
  );
}

function FollowSheet({ subject, name, container, alarm }: Props & { alarm: Alarm }) {
  const say = useSay();
  const { timeZone } = useReader();
  const typed = `follow-up ${subject}`;
  const [note, setNote] = useTyped(typed, 'note', '');
  const lines = followLines(subject, alarm, container);
  const next = nextStep(lines);
  const live = lines.find(l => l.step === next);
  const sheet = lines.map(line => sheetLineOf(line, next, say));
  const told = (step: FollowStep) => say('follow.told', { step: `follow.${step}`, name });
  return (
    <section
      aria-label={say('follow.title', { name })}
      className="border-[1.5px] border-iron"
      data-testid="follow-up"
    >
      <div className="px-4 py-3">
        <h3 className="text-large">{say('follow.title', { name })}</h3>
        <p className="text-small text-ash">
          {say('follow.because', { ...alarmParams(alarm), at: dates.dayAndTime(alarm.at, timeZone) })}
        </p>
      </div>
      <BenchSheet
        lines={sheet}
        live={
          live && !live.byRecord ? (
            <Act
              typed={typed}
              drafts={[
                draft('follow-up.step', subject.id, {
                  of: alarm.entry,
                  step: live.step,
                  ...(note.trim() ? { note: note.trim() } : {}),
                }),
              ]}
              label={say('follow.do')}
              told={told(live.step)}
              onDone={() => setNote('')}
            >
              <NoteSentence note={note} onNote={setNote} />
            </Act>
          ) : null
        }
      />
      {!next && (
        <div className="p-4">
          <Act
            drafts={[draft('follow-up.closed', subject.id, { of: alarm.entry })]}
            label={say('follow.close')}
            told={say('follow.closed', { name })}
          />
        </div>
      )}
    </section>
  );
}
