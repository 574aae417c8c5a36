import { useEffect, useMemo, useState } from 'react';
import { rainfallOf } from '#core/areas/rain/known.ts';
import type { Finding } from '#core/rain/weather/dailyRecord.ts';
import { type MonthTable, monthTableOf } from '#core/rain/weather/monthTable.ts';
import { type Normals, sumOf, yearsOf } from '#core/rain/weather/normals.ts';
import { type RainUnit, rainUnitIds, recordTableOf } from '#core/rain/weather/recordTable.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft, newSubject } from '../../session/draft.ts';
import { useToday } from '../../session/state.ts';
import { cellsOf } from '../../texts/cells.ts';
import { decimalMark } from '../../texts/decimal.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { DateOrderBlank } from '../../ui/DateOrderBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { useReadRecord } from './useReadRecord.ts';

const FORM = 'rainfall';
/** A table of months is no longer than this (characters). */
const MOST_OF_MONTHS = 40_000;
/** Findings told at once; the rest is counted. */
const MOST = 60;

/** A record as it is typed in: its text, what it is called, its unit and its order of dates, and what was read in it. */
function useRecordTyped() {
  const today = useToday();
  const [text, setText] = useTyped(FORM, 'text', '');
  const [name, setName] = useTyped(FORM, 'name', '');
  const [unit, setUnit] = useTyped<RainUnit | undefined>(FORM, 'unit', undefined);
  const [dayFirst, setDayFirst] = useTyped<boolean | undefined>(FORM, 'dayFirst', undefined);
  const [fixes, setFixes] = useTyped<Readonly<Record<number, string>>>(FORM, 'fixes', {});
  const [subject] = useState(() => newSubject('rainfall'));
  const asked = useMemo(
    () => ({ text, today, unit, dayFirst, decimal: decimalMark, fixes }),
    [text, today, unit, dayFirst, fixes],
  );
  const result = useReadRecord(asked);
  const { record, findings = [] } = result ?? {};
  const months = useMemo(() => monthTableOf(cellsOf(text.slice(0, MOST_OF_MONTHS))), [text]);
  // the station names itself in the first of its notes
  const firstNote = useMemo(() => {
    const lines = cellsOf(text.slice(0, 4000));
    return recordTableOf(lines).notes.find(note => note !== '') ?? '';
  }, [text]);
  useEffect(() => {
    if (firstNote) setName(before => before || firstNote.slice(0, 60));
  }, [firstNote]);
  const doubts = findings.filter(f => f.isDoubt);
  const repaired = findings.filter(f => !f.isDoubt);
  const asksOrder =
    dayFirst !== undefined || doubts.some(d => d.why === 'which-first' || d.why === 'both-orders');
  const drafts = useMemo(
    () =>
      record && name.trim()
        ? [draft('rainfall.taken-in', subject, rainfallOf(name.trim(), record))]
        : undefined,
    [record, name, subject],
  );
  return {
    text,
    setText,
    name,
    setName,
    unit,
    setUnit,
    dayFirst,
    setDayFirst,
    fixes,
    setFixes,
    result,
    months,
    drafts,
    doubts,
    repaired,
    asksOrder,
  };
}
type RecordTyped = ReturnType<typeof useRecordTyped>;

/** Takes in a gauge's daily record: what was repaired and what is in doubt, line by line, mended where it stands. */
export function TakeInRecord({ base, onDone }: { readonly base: Normals; readonly onDone: () => void }) {
  const say = useSay();
  const typing = useRecordTyped();
  const { text, setText, months } = typing;
  return (
    <section aria-label={say('record.take-in')} className="flex flex-col gap-3 border-l-4 border-rule pl-4">
      <p className="text-small text-ash">{say('record.note')}</p>
      <label className="block text-small">
        {say('record.file')}{' '}
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          onChange={e => void e.currentTarget.files?.[0]?.text().then(setText)}
        />
      </label>
      <label className="block">
        <span className="font-semibold">{say('record.paste')}</span>
        <textarea
          className="mt-1 block h-28 w-full border-[1.5px] border-slate bg-paper p-2 font-mono text-small"
          value={text.length > 20_000 ? `${text.slice(0, 20_000)}…` : text}
          readOnly={text.length > 20_000}
          onChange={e => setText(e.currentTarget.value)}
        />
      </label>
      {months && <MonthsFound table={months} base={base} onDone={onDone} />}
      {!months && text.trim() !== '' && <RecordFound typing={typing} onDone={onDone} />}
    </section>
  );
}

/** What was found in a daily record: how long it is, what is in doubt and what was repaired; and taking it in. */
function RecordFound({ typing, onDone }: { typing: RecordTyped; onDone: () => void }) {
  const say = useSay();
  const { name, setName, unit, setUnit, dayFirst, setDayFirst, fixes, setFixes, result, drafts } = typing;
  const { doubts, repaired, asksOrder } = typing;
  const record = result?.record;
  return (
    <>
      <Sentence>
        <Phrase
          text="record.sentence"
          cases={{ order: asksOrder ? 'yes' : undefined }}
          blanks={{
            name: <TextBlank label={say('record.name')} value={name} onValue={setName} />,
            unit: (
              <ChoiceBlank<RainUnit>
                label={say('record.unit')}
                value={unit ?? result?.unit}
                placeholder={say('record.unit.ask')}
                onValue={setUnit}
                choices={rainUnitIds.map(value => ({ value, label: say(`rain-unit.${value}`) }))}
              />
            ),
            order: <DateOrderBlank dayFirst={dayFirst} onDayFirst={setDayFirst} />,
          }}
        />
      </Sentence>
      {record ? (
        <p className="text-large font-bold" data-testid="record-answer">
          {say('record.answer', {
            years: Math.round(yearsOf(record.mm) * 10) / 10,
            fromDay: record.from,
            filledDays: record.filledDays,
            doubts: doubts.length,
            repairs: repaired.length,
          })}
        </p>
      ) : (
        result && <p role="alert">{say('record.nothing')}</p>
      )}
      <Findings
        title={say('record.doubts')}
        findings={doubts}
        onFix={(line, fixed) => setFixes({ ...fixes, [line]: fixed })}
      />
      <Findings title={say('record.repairs')} findings={repaired} />
      <Act
        typed={FORM}
        drafts={drafts}
        label={say('record.do')}
        told={say('record.told', { name: name.trim() })}
        onDone={onDone}
      />
    </>
  );
}

/** Months by year: their rain is taken, what a table of months does not say stays as it was. */
function MonthsFound({
  table,
  base,
  onDone,
}: {
  readonly table: MonthTable;
  readonly base: Normals;
  readonly onDone: () => void;
}) {
  const say = useSay();
  const drafts = useMemo(
    () => [
      draft('normals.set', 'rain', {
        wetDays: base.wetDays.map((days, i) => (table.rainMm[i] === 0 ? 0 : Math.max(1, round(days)))),
        rainMm: table.rainMm.map(round),
        meanC: base.meanC.map(round),
      }),
    ],
    [table, base],
  );
  return (
    <div className="flex flex-col gap-2" data-testid="months-found">
      <p className="text-large font-bold">
        {say('record.months', { years: table.years, yearMm: sumOf(table.rainMm) })}
      </p>
      <p>{say('record.months.rest')}</p>
      {table.left.map(({ line, text }) => (
        <p key={`${line} ${text}`} className="text-small text-clay">
          {say('record.months.left', { line, text })}
        </p>
      ))}
      <Act
        typed={FORM}
        drafts={drafts}
        label={say('months.keep')}
        told={say('months.kept')}
        onDone={onDone}
      />
    </div>
  );
}

/** To a tenth, as gauges are read. */
const round = (value: number): number => Math.round(value * 10) / 10;

/** Doubts about a figure, which a hand may write anew. */
const ofFigures: readonly string[] = ['no-number', 'two-ways', 'negative', 'too-much', 'accumulated'];

function Findings({
  title,
  findings,
  onFix,
}: {
  title: string;
  findings: readonly Finding[];
  onFix?: (line: number, text: string) => void;
}) {
  const say = useSay();
  if (findings.length === 0) return null;
  return (
    <details open={onFix !== undefined} data-testid={onFix ? 'record-doubts' : 'record-repairs'}>
      <summary className="cursor-pointer font-semibold">
        {say('record.count', { title, count: findings.length })}
      </summary>
      <ul className="m-0 list-none p-0 text-small">
        {findings.slice(0, MOST).map(f => (
          <FindingLine key={`${f.line} ${f.day} ${f.why}`} finding={f} {...(onFix ? { onFix } : {})} />
        ))}
      </ul>
      {findings.length > MOST && <p>{say('sheet-in.more', { count: findings.length - MOST })}</p>}
    </details>
  );
}

function FindingLine({
  finding: f,
  onFix,
}: {
  finding: Finding;
  onFix?: (line: number, text: string) => void;
}) {
  const say = useSay();
  const [typed, setTyped] = useState(f.text);
  const isGap = f.untilDay !== undefined;
  return (
    <li className="border-b border-rule py-1">
      <span className="font-semibold">
        {isGap
          ? say('record.gap', { fromDay: f.day ?? '', untilDay: f.untilDay })
          : f.day
            ? say('record.at-day', { line: f.line, day: f.day })
            : say('sheet-in.at-line', { line: f.line })}
      </span>{' '}
      {say(`record.why.${f.why}`, {
        text: f.text,
        figureMm: f.mm ?? 0,
        slipMm: format.number((f.mm ?? 0) / 10),
      })}{' '}
      {onFix && ofFigures.includes(f.why) && (
        <span className="[&_.blank]:text-small">
          <TextBlank
            label={say('record.fix', { line: f.line })}
            value={typed}
            onValue={setTyped}
            onTyping={isTyping =>
              !isTyping && (typed !== f.text || f.why === 'too-much') && onFix(f.line, typed)
            }
          />
        </span>
      )}
    </li>
  );
}
