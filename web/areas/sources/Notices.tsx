import { Fragment, useMemo, useState } from 'react';
import type { NoticeFacts } from '#core/areas/sources/facts.ts';
import { type FlushPart, flushParts } from '#core/areas/sources/fields.ts';
import { isInForce, isUnderWatch, judgeNotice, noticesOn } from '#core/areas/sources/known.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { type AllClear, allClears } from '#core/water/notices.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts, useToday } from '../../session/state.ts';
import { list } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { DateBlank } from '../../ui/DateBlank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** What authorities say now, what that holds back, and what is to be flushed after the all-clear. */
export function Notices() {
  const say = useSay();
  const facts = useFacts();
  const [clearing, setClearing] = useState<NoticeFacts | null>(null);
  const open = Object.values(facts.notice).filter(n => isInForce(n) || isUnderWatch(n));
  if (open.length === 0) return null;
  return (
    <section aria-label={say('notices.title')} className="flex flex-col gap-4">
      {open.map(notice => (
        <div key={notice.id} className="border-[1.5px] border-iron bg-paper p-4" data-testid="notice">
          <h2 className="text-large text-iron">
            {say('notices.in-force', { kind: `notice.${notice.kind}`, names: namesOf(facts.source, notice) })}
          </h2>
          <p className="text-small text-ash">
            {say('notices.says', {
              authority: notice.authority,
              givenDay: notice.givenOn,
              suspectedDay: notice.suspectedFrom,
            })}
          </p>
          <Held notice={notice} />
          {isInForce(notice) ? (
            <>
              <JudgementLine judgement={judgeNotice(notice)} />
              <Button className="mt-2" onClick={() => setClearing(notice)}>
                {say('notices.all-clear')}
              </Button>
            </>
          ) : (
            <Flush notice={notice} />
          )}
        </div>
      ))}
      {clearing && <ClearForm notice={clearing} onClose={() => setClearing(null)} />}
    </section>
  );
}

const namesOf = (sources: Readonly<Record<string, { name: string }>>, notice: NoticeFacts): string =>
  list(notice.sources.map(id => sources[id]?.name ?? ''));

/** Codes of containers by the name of their place, each in order. */
function byPlace(
  held: readonly ContainerFacts[],
  places: Readonly<Record<string, { readonly name: string }>>,
): [string, string[]][] {
  const codes = new Map<string, string[]>();
  for (const { place, code } of held) {
    const name = places[place]?.name ?? '';
    codes.set(name, [...(codes.get(name) ?? []), code]);
  }
  return [...codes].map(([name, list]): [string, string[]] => [name, list.sort()]).sort();
}

/** Every vessel whose water it holds back, by its place: a page to print and tape to the door. */
function Held({ notice }: { notice: NoticeFacts }) {
  const say = useSay();
  const facts = useFacts();
  const held = useMemo(
    () =>
      Object.values(facts.container).filter(
        c => c.fill && c.fill.remainingL > 0 && noticesOn(facts, c.fill).some(n => n.id === notice.id),
      ),
    [facts, notice.id],
  );
  return (
    <div className="my-1" data-testid="notice-holds">
      <p className="font-semibold">
        {held.length === 0 ? say('notices.holds-none') : say('notices.holds', { count: held.length })}
      </p>
      {held.length > 0 && (
        <>
          <dl className="my-1 grid grid-cols-[max-content_1fr] gap-x-4 border-y border-rule py-1 max-wide:grid-cols-1">
            {byPlace(held, facts.place).map(([place, codes]) => (
              <Fragment key={place}>
                <dt className="font-semibold">{place}</dt>
                <dd className="m-0">{codes.join(' · ')}</dd>
              </Fragment>
            ))}
          </dl>
          <Button look="quiet" className="no-print" onClick={() => window.print()}>
            {say('notices.print')}
          </Button>
        </>
      )}
    </div>
  );
}

/** The flushing sheet: part by part, each done or not there, until the taps count again. */
function Flush({ notice }: { notice: NoticeFacts }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const tell = (part: FlushPart, isNone: boolean) =>
    void recordAndTell(
      [draft('notice.flushed', notice.id, { part, ...(isNone ? { isNone: true as const } : {}) })],
      say('notices.flush.done'),
    );
  return (
    <div data-testid="flush">
      <p className="border-l-4 border-clay py-1 pl-3 font-semibold">{say('notices.flush')}</p>
      <ol className="m-0 list-none p-0">
        {flushParts.map((part, i) => {
          const isDone = notice.flushed.includes(part);
          return (
            <li key={part} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
              <span className={`min-w-0 flex-1 ${isDone ? 'text-ash line-through' : ''}`}>
                {i + 1}. {say(`flush.${part}`)}
              </span>
              {isDone ? (
                <strong className="text-reed">{say('notices.flush.done')}</strong>
              ) : (
                <>
                  <Button
                    aria-label={say('label.of', { what: say('notices.flush.do'), of: say(`flush.${part}`) })}
                    onClick={() => tell(part, false)}
                  >
                    {say('notices.flush.do')}
                  </Button>
                  <Button
                    look="quiet"
                    aria-label={say('label.of', {
                      what: say('notices.flush.none'),
                      of: say(`flush.${part}`),
                    })}
                    onClick={() => tell(part, true)}
                  >
                    {say('notices.flush.none')}
                  </Button>
                </>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}

/** The all-clear: when it came, and whether anything was wrong after all. */
function ClearForm({ notice, onClose }: { notice: NoticeFacts; onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { clock } = useSession();
  const typed = `clear ${notice.id}`;
  const [day, setDay] = useTyped<string>(typed, 'day', today);
  const [found, setFound] = useTyped<AllClear | undefined>(typed, 'found', undefined);
  const isBefore = day !== '' && day < notice.givenOn;
  const drafts = useMemo(
    () =>
      day && found && !isBefore && day <= today
        ? [
            draft('notice.all-clear', notice.id, {
              // one that came today came by now; of an earlier day it held from its end
              at: day === today ? clock.now() : `${day}T23:59:00.000Z`,
              found,
            }),
          ]
        : undefined,
    [day, found, isBefore, today, notice.id, clock],
  );
  return (
    <Dialog title={say('clear-form.title', { names: namesOf(facts.source, notice) })} open onClose={onClose}>
      <Act
        typed={typed}
        drafts={drafts}
        label={say('clear-form.keep')}
        told={say('clear-form.told')}
        onDone={onClose}
      >
        <Sentence>
          <Phrase
            text="clear-form.sentence"
            blanks={{
              day: <DateBlank label={say('clear-form.day')} value={day} onValue={setDay} isPast />,
              found: (
                <ChoiceBlank<AllClear>
                  label={say('clear-form.found')}
                  value={found}
                  onValue={setFound}
                  choices={allClears.map(value => ({ value, label: say(`all-clear.${value}`) }))}
                />
              ),
            }}
          />
        </Sentence>
        {isBefore && (
          <p role="alert" className="text-iron">
            {say('clear-form.before')}
          </p>
        )}
        <p className="text-small">{say('clear-form.note')}</p>
      </Act>
    </Dialog>
  );
}
