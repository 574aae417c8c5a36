import { DndContext, type DragEndEvent, useDraggable, useDroppable } from '@dnd-kit/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { addDays, addMonths, type Day, daysBetween } from '#core/base/day.ts';
import type { Round } from '#core/storage/rotation/rounds.ts';
import { useFacts, useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { useDragging } from '../../ui/dragging.ts';

/** Months drawn before the rest is asked for. */
const MONTHS_FIRST = 9;

/** A round as it stands in the calendar: as it was laid, or moved to another day. */
export interface StandingRound extends Round {
  /** Stays the same when the round is moved. */
  readonly key: string;
}

interface Props {
  readonly rounds: readonly StandingRound[];
  readonly today: Day;
  /** Days on which something breaks. */
  readonly broken: ReadonlySet<Day>;
  readonly onMove: (key: string, day: Day) => void;
}

/** A week of days from a Monday on. */
const WEEK: readonly Day[] = Array.from({ length: 7 }, (_, i) => addDays('2026-06-01', i));

/** Days of a month, with the empty cells before the first so that weeks begin on Monday. */
function cellsOf(month: string): (Day | null)[] {
  const first = `${month}-01`;
  const lead = (new Date(`${first}T12:00:00Z`).getUTCDay() + 6) % 7;
  const length = daysBetween(first, addMonths(first, 1));
  return [
    ...Array.from({ length: lead }, () => null),
    ...Array.from({ length }, (_, i) => addDays(first, i)),
  ];
}

/** "Hall cellar" as it stands in a small cell: HC. */
const initials = (name: string): string =>
  name
    .split(/\s+/)
    .slice(0, 2)
    .map(word => word[0]?.toUpperCase() ?? '')
    .join('');

/** The months from today's to that of the last round, wherever it was moved. */
function monthsTo(today: Day, rounds: readonly StandingRound[]): string[] {
  const first = today.slice(0, 7);
  const [last] = [today, ...rounds.map(r => r.day)]
    .map(day => day.slice(0, 7))
    .sort()
    .reverse();
  const months = [first];
  while (months.at(-1)! < last!) months.push(addMonths(`${first}-01`, months.length).slice(0, 7));
  return months;
}

/** The round that was chosen: where it is, its day, which may be typed, and the walk. */
function ChosenRound({ round, onMove }: { round: StandingRound; onMove: Props['onMove'] }) {
  const say = useSay();
  const facts = useFacts();
  return (
    <div className="border-y border-slate py-2" data-testid="chosen-round">
      <Sentence>
        {say('rounds.chosen', {
          place: facts.place[round.place]?.name ?? '',
          count: round.containers.length,
          litres: round.litres,
        })}{' '}
        <TextBlank
          label={say('rounds.day')}
          type="date"
          value={round.day}
          onValue={day => /^\d{4}-\d\d-\d\d$/.test(day) && onMove(round.key, day)}
        />
        .
      </Sentence>
      <Link
        to={`/store/round/${round.place}`}
        className="underline decoration-rule underline-offset-3 hover:decoration-slate"
      >
        {say('rounds.walk')}
      </Link>
    </div>
  );
}

/** The rounds on their days: drag one to another day, or choose it and write the day. */
export function RoundsCalendar({ rounds, today, broken, onMove }: Props) {
  const say = useSay();
  const facts = useFacts();
  const [shown, setShown] = useState(MONTHS_FIRST);
  const [chosenKey, setChosenKey] = useState<string | null>(null);
  const dragging = useDragging();
  const chosen = rounds.find(r => r.key === chosenKey);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over) onMove(String(active.id), String(over.id));
    setChosenKey(String(active.id));
  };
  const byDay = new Map<Day, StandingRound[]>();
  for (const round of rounds) byDay.set(round.day, [...(byDay.get(round.day) ?? []), round]);
  const months = monthsTo(today, rounds);
  const names = months.slice(0, shown);
  return (
    <DndContext {...dragging} onDragEnd={onDragEnd}>
      {chosen && <ChosenRound round={chosen} onMove={onMove} />}
      <p className="text-small text-ash" data-testid="rounds-key">
        {listing(
          [...new Set(rounds.map(r => facts.place[r.place]?.name ?? ''))].map(name =>
            say('rounds.key', { code: initials(name), place: name }),
          ),
        )}
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-x-8 gap-y-5">
        {names.map(month => (
          <section key={month} aria-labelledby={`month-${month}`}>
            <h2 id={`month-${month}`} className="text-base">
              {dates.month(month)}
            </h2>
            <div aria-hidden="true" className="grid grid-cols-7 text-small text-ash">
              {WEEK.map(day => (
                <span key={day} className="px-1">
                  {dates.weekdayName(day)}
                </span>
              ))}
            </div>
            <div className="grid grid-cols-7 border-t border-l border-rule">
              {cellsOf(month).map((day, i) =>
                day ? (
                  <DayCell key={day} day={day} isPast={day < today} isBroken={broken.has(day)}>
                    {(byDay.get(day) ?? []).map(round => (
                      <Chip
                        key={round.key}
                        round={round}
                        place={facts.place[round.place]?.name ?? ''}
                        isChosen={round.key === chosenKey}
                        onChoose={() => setChosenKey(round.key)}
                      />
                    ))}
                  </DayCell>
                ) : (
                  // biome-ignore lint/suspicious/noArrayIndexKey: empty cells have no other name
                  <div key={i} className="border-r border-b border-rule" />
                ),
              )}
            </div>
          </section>
        ))}
      </div>
      {shown < months.length && (
        <Button look="quiet" className="self-start" onClick={() => setShown(months.length)}>
          {say('rounds.all-months', { count: months.length })}
        </Button>
      )}
    </DndContext>
  );
}

interface DayProps {
  readonly day: Day;
  readonly isPast: boolean;
  readonly isBroken: boolean;
  readonly children: React.ReactNode;
}

function DayCell({ day, isPast, isBroken, children }: DayProps) {
  const { setNodeRef, isOver } = useDroppable({ id: day, disabled: isPast });
  return (
    <div
      ref={setNodeRef}
      data-day={day}
      className={`min-h-[46px] border-r border-b border-rule p-0.5 ${isOver ? 'bg-pool-2' : ''} ${isPast ? 'bg-lime' : ''} ${isBroken ? 'shadow-[inset_0_-3px_0_var(--clay)]' : ''}`}
    >
      <span className="block text-small leading-4 text-ash">{Number(day.slice(8))}</span>
      {children}
    </div>
  );
}

interface ChipProps {
  readonly round: StandingRound;
  readonly place: string;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function Chip({ round, place, isChosen, onChoose }: ChipProps) {
  const say = useSay();
  const { today } = useReader();
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: round.key });
  const words = say('rounds.row', { place, count: round.containers.length, litres: round.litres });
  return (
    <button
      type="button"
      ref={setNodeRef}
      {...listeners}
      data-round={round.key}
      aria-pressed={isChosen}
      aria-label={`${words}, ${dates.weekday(round.day, today)}`}
      title={words}
      onClick={onChoose}
      className={`relative mb-px block w-full touch-none border-[1.5px] border-slate px-0.5 text-small leading-[22px] font-semibold whitespace-nowrap ${isChosen ? 'bg-slate text-chalk' : 'bg-pool-2'} ${isDragging ? 'z-20' : ''}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      {initials(place)} {round.containers.length}
    </button>
  );
}
