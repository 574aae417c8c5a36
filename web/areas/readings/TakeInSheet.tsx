import Papa from 'papaparse';
import { useEffect, useMemo, useState } from 'react';
import { routes } from '#contract/routes.ts';
import type { ReadingFields } from '#core/areas/readings/fields.ts';
import { given } from '#core/base/given.ts';
import type { Facts } from '#core/log/facts.ts';
import { type ColumnMeaning, columnOf, type SheetColumn } from '#core/water/quality/labColumns.ts';
import { type RowReading, readLabSheet, sheetRow } from '#core/water/quality/labSheet.ts';
import { isNameless, type LabTable, labTableOf, type SheetLies } from '#core/water/quality/labTable.ts';
import type { ReportedAs } from '#core/water/quality/parameters.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts, useReader } from '../../session/state.ts';
import { cellsOf } from '../../texts/cells.ts';
import { decimalMark } from '../../texts/decimal.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { DateOrderBlank } from '../../ui/DateOrderBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { LabColumns } from './LabColumns.tsx';
import { LabDoubts, LabSamples } from './LabDoubts.tsx';
import { LabLies } from './LabLies.tsx';
import { PageHead } from './PageHead.tsx';
import { nameOfTested, testedBy } from './subjects.ts';

/** What a person says of a sheet, where it is not understood or understood wrongly. */
interface SheetAnswers {
  /** Cells written anew, by their line, their column and what stood there. */
  readonly fixes: Readonly<Record<string, string>>;
  /** What a sample's name is of ours. */
  readonly samples: Readonly<Record<string, string>>;
  /** What the columns without a heading are; what a heading means is kept for the next sheet. */
  readonly means: Readonly<Record<string, ColumnMeaning>>;
  readonly forms: Readonly<Record<string, ReportedAs>>;
  readonly units: Readonly<Record<string, string>>;
  readonly lies: SheetLies;
  readonly dayFirst?: boolean | undefined;
}
const noAnswers: SheetAnswers = { fixes: {}, samples: {}, means: {}, forms: {}, units: {}, lies: {} };

const fixKey = (line: number, column: string, was: string): string => `${line} ${column} ${was.trim()}`;

const cellAt = ({ header, rows, lines }: LabTable, line: number, column: string): string =>
  rows[lines.indexOf(line)]?.[header.indexOf(column)] ?? '';

/** A sheet as it is read: its table, what its columns are, and the readings and doubts in it. */
function useSheet(text: string, { fixes, samples, means, forms, units, lies, dayFirst }: SheetAnswers) {
  const facts = useFacts();
  const { timeZone } = useReader();
  const { clock } = useSession();
  const lines = useMemo(() => cellsOf(text.trimEnd()), [text]);
  const table = useMemo(() => labTableOf(lines, lies), [lines, lies]);
  const columns = useMemo(
    () =>
      table.header.map((heading): SheetColumn => {
        const column = columnOf(heading, { ...facts.sampling.headings, ...means });
        return {
          ...column,
          ...given({ as: forms[heading] ?? column.as, unit: (units[heading] ?? column.unit) || undefined }),
        };
      }),
    [table, facts.sampling.headings, means, forms, units],
  );
  const rows = useMemo(
    () =>
      table.rows.map((row, i) =>
        row.map((cell, at) => fixes[fixKey(table.lines[i]!, table.header[at]!, cell)] ?? cell),
      ),
    [table, fixes],
  );
  const sheet = useMemo(
    () =>
      readLabSheet(rows, columns, {
        subjectOf: name => samples[name] ?? testedBy(facts, name)?.id,
        ...{ dayFirst, decimal: decimalMark, timeZone, now: clock.now(), lines: table.lines },
      }),
    [rows, columns, table, samples, facts, dayFirst, timeZone, clock],
  );
  return { lines, table, columns, sheet };
}

/** Readings of a sheet that are not here yet. */
function useFresh(readings: readonly RowReading[]): readonly RowReading[] {
  const facts = useFacts();
  const known = useKnown(readings.length > 0);
  return useMemo(
    // a laboratory names no entries: its sheet is known again row by row, by what was read of which sample and when
    () =>
      readings.filter(r =>
        r.entry ? known && !known.entries.has(r.entry) : !known?.rows.has(rowKey(facts, r)),
      ),
    [readings, known, facts],
  );
}

/** Takes in a laboratory's sheet: its headings told once, every doubt at its row and column, mended where it stands. */
export function TakeInSheet() {
  const say = useSay();
  const typed = 'lab-sheet';
  const [text, setText] = useTyped(typed, 'text', '');
  const [answers, setAnswers] = useTyped<SheetAnswers>(typed, 'answers', noAnswers);
  /** What was said of one sheet is not said of the next. */
  const begin = (next: string) => {
    setAnswers(noAnswers);
    setText(next);
  };
  return (
    <div className="flex max-w-[1040px] flex-col gap-4 p-6 max-wide:p-4">
      <PageHead title={say('sheet-in.title')} />
      <label className="block">
        <span className="font-semibold">{say('sheet-in.paste')}</span>
        <textarea
          className="mt-1 block h-32 w-full border-[1.5px] border-slate bg-paper p-2 font-mono text-small"
          value={text}
          onChange={e => setText(e.currentTarget.value)}
          onPaste={e => {
            const { selectionStart, selectionEnd, value } = e.currentTarget;
            // another sheet in the place of this one
            if (selectionEnd - selectionStart === value.length) setAnswers(noAnswers);
          }}
        />
      </label>
      <label className="block text-small">
        {say('sheet-in.file')}{' '}
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          onChange={e => void e.currentTarget.files?.[0]?.text().then(begin)}
        />
      </label>
      <SheetRead
        typed={typed}
        text={text}
        answers={answers}
        onAnswer={change => setAnswers(before => ({ ...before, ...change }))}
        onDone={() => begin('')}
      />
    </div>
  );
}

interface ReadProps {
  readonly typed: string;
  readonly text: string;
  readonly answers: SheetAnswers;
  readonly onAnswer: (change: Partial<SheetAnswers>) => void;
  readonly onDone: () => void;
}

/** What is read of a sheet, with everything that is asked of it. */
function SheetRead({ typed, text, answers, onAnswer: answer, onDone }: ReadProps) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const { fixes, samples, means, forms, units, lies, dayFirst } = answers;
  const { lines, table, columns, sheet } = useSheet(text, answers);
  const tell = (heading: string, what: ColumnMeaning) => {
    // a column without a heading is this sheet's alone
    if (isNameless(heading)) return answer({ means: { ...means, [heading.toLowerCase()]: what } });
    const told = say('sheet-in.told-heading');
    void recordAndTell([draft('heading.mapped', 'sampling', { heading, means: what })], told);
  };
  const unknown = [...new Set(sheet.doubts.filter(d => d.why === 'no-sample' && d.text).map(d => d.text))];
  if (table.rows.length === 0) return null;
  return (
    <>
      <LabLies lines={lines} table={table} lies={lies} onLies={next => answer({ lies: next })} />
      <LabColumns
        columns={columns}
        onMeans={tell}
        onForm={(h, as) => answer({ forms: { ...forms, [h]: as } })}
        onUnit={(h, u) => answer({ units: { ...units, [h]: u } })}
      />
      {(dayFirst !== undefined || sheet.doubts.some(d => d.why === 'two-dates')) && (
        <Sentence>
          <Phrase
            text="sheet-in.day-first"
            blanks={{
              order: <DateOrderBlank dayFirst={dayFirst} onDayFirst={order => answer({ dayFirst: order })} />,
            }}
          />
        </Sentence>
      )}
      <LabSamples names={unknown} onSample={(name, id) => answer({ samples: { ...samples, [name]: id } })} />
      <LabDoubts
        doubts={sheet.doubts}
        onFix={({ line, column }, fixed) =>
          answer({ fixes: { ...fixes, [fixKey(line, column, cellAt(table, line, column))]: fixed } })
        }
      />
      <p className="text-large font-bold" data-testid="sheet-answer">
        {say('sheet-in.answer', {
          ...{ readings: sheet.readings.length, rows: table.rows.length, doubts: sheet.doubts.length },
        })}
      </p>
      <KeepSheet typed={typed} readings={sheet.readings} onDone={onDone} />
    </>
  );
}

/** Keeps the readings that are not here yet, and says how many are. */
function KeepSheet({
  typed,
  readings,
  onDone,
}: Pick<ReadProps, 'typed' | 'onDone'> & { readonly readings: readonly RowReading[] }) {
  const say = useSay();
  const fresh = useFresh(readings);
  const drafts = useMemo(() => {
    const kept = fresh.map(({ subject, reading, at, entry }) =>
      draft('read', subject, reading as ReadingFields, { at, ...given({ id: entry || undefined }) }),
    );
    return kept.length === 0 ? undefined : kept;
  }, [fresh]);
  const here = readings.length - fresh.length;
  return (
    <>
      {here > 0 && <p role="status">{say('sheet-in.known', { count: here })}</p>}
      <Act
        typed={typed}
        drafts={drafts}
        label={say('sheet-in.do')}
        told={say('sheet-in.told', { count: fresh.length })}
        onDone={onDone}
      />
    </>
  );
}

/** Readings that are here already: by their entries, and by when what was read of which sample. */
interface Known {
  readonly entries: ReadonlySet<string>;
  readonly rows: ReadonlySet<string>;
}

const KEYS = ['taken', 'sample', 'parameter', 'result', 'as'] as const;

const rowKey = (facts: Facts, { at, subject, reading }: RowReading): string => {
  const row = sheetRow({ at, entry: '', by: '', sample: nameOfTested(facts, subject), reading });
  return KEYS.map(key => row[key]).join('\n');
};

/** What the server has of readings, asked once a sheet has any. */
function useKnown(isAsked: boolean): Known | undefined {
  const [known, setKnown] = useState<Known | undefined>();
  useEffect(() => {
    let isCurrent = true;
    if (isAsked)
      fetch(routes.readingsCsv)
        .then(async res => (res.ok ? await res.text() : ''))
        .then(table => {
          const { data } = Papa.parse<Record<string, string>>(table, { header: true });
          const entries = new Set(data.map(row => row.entry ?? ''));
          const rows = new Set(data.map(row => KEYS.map(key => row[key] ?? '').join('\n')));
          if (isCurrent) setKnown({ entries, rows });
        })
        // without the server nothing can be told apart: what names an entry waits
        .catch(() => undefined);
    return () => {
      isCurrent = false;
    };
  }, [isAsked]);
  return isAsked ? known : undefined;
}
