import Papa from 'papaparse';
import { useEffect, useMemo, useState } from 'react';
import { routes } from '#contract/routes.ts';
import type { ReadingFields } from '#core/areas/readings/fields.ts';
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

/** Takes in a laboratory's sheet: its headings told once, every doubt at its row and column, mended where it stands. */
export function TakeInSheet() {
  const say = useSay();
  const facts = useFacts();
  const { timeZone } = useReader();
  const { clock } = useSession();
  const { recordAndTell } = useRecord();
  const typed = 'lab-sheet';
  const [text, setText] = useTyped(typed, 'text', '');
  const [answers, setAnswers] = useTyped<SheetAnswers>(typed, 'answers', noAnswers);
  const answer = (change: Partial<SheetAnswers>) => setAnswers(before => ({ ...before, ...change }));
  const { fixes, samples, means, forms, units, lies, dayFirst } = answers;
  /** What was said of one sheet is not said of the next. */
  const begin = (next: string) => {
    setAnswers(noAnswers);
    setText(next);
  };
  const lines = useMemo(() => cellsOf(text.trimEnd()), [text]);
  const table = useMemo(() => labTableOf(lines, lies), [lines, lies]);
  const columns = useMemo(
    () =>
      table.header.map((heading): SheetColumn => {
        const column = columnOf(heading, { ...facts.sampling.headings, ...means });
        const as = forms[heading] ?? column.as;
        const unit = units[heading] ?? column.unit;
        return { ...column, ...(as ? { as } : {}), ...(unit ? { unit } : {}) };
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
        dayFirst,
        decimal: decimalMark,
        timeZone,
        now: clock.now(),
        lines: table.lines,
      }),
    [rows, columns, table, samples, facts, dayFirst, timeZone, clock],
  );
  const known = useKnown(sheet.readings.length > 0);
  const fresh = useMemo(
    // a laboratory names no entries: its sheet is known again row by row, by what was read of which sample and when
    () =>
      sheet.readings.filter(r =>
        r.entry ? known && !known.entries.has(r.entry) : !known?.rows.has(rowKey(facts, r)),
      ),
    [sheet, known, facts],
  );
  const drafts = useMemo(
    () =>
      fresh.length === 0
        ? undefined
        : fresh.map(r =>
            draft('read', r.subject, r.reading as ReadingFields, {
              at: r.at,
              ...(r.entry ? { id: r.entry } : {}),
            }),
          ),
    [fresh],
  );
  const tell = (heading: string, what: ColumnMeaning) => {
    // a column without a heading is this sheet's alone
    if (isNameless(heading)) answer({ means: { ...means, [heading.toLowerCase()]: what } });
    else
      void recordAndTell(
        [draft('heading.mapped', 'sampling', { heading, means: what })],
        say('sheet-in.told-heading'),
      );
  };
  const unknown = [...new Set(sheet.doubts.filter(d => d.why === 'no-sample' && d.text).map(d => d.text))];
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
      {table.rows.length > 0 && (
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
                  order: (
                    <DateOrderBlank dayFirst={dayFirst} onDayFirst={order => answer({ dayFirst: order })} />
                  ),
                }}
              />
            </Sentence>
          )}
          <LabSamples
            names={unknown}
            onSample={(name, id) => answer({ samples: { ...samples, [name]: id } })}
          />
          <LabDoubts
            doubts={sheet.doubts}
            onFix={({ line, column }, fixed) =>
              answer({ fixes: { ...fixes, [fixKey(line, column, cellAt(table, line, column))]: fixed } })
            }
          />
          <p className="text-large font-bold" data-testid="sheet-answer">
            {say('sheet-in.answer', {
              readings: sheet.readings.length,
              rows: table.rows.length,
              doubts: sheet.doubts.length,
            })}
          </p>
          {known && fresh.length < sheet.readings.length && (
            <p role="status">{say('sheet-in.known', { count: sheet.readings.length - fresh.length })}</p>
          )}
          <Act
            typed={typed}
            drafts={drafts}
            label={say('sheet-in.do')}
            told={say('sheet-in.told', { count: fresh.length })}
            onDone={() => begin('')}
          />
        </>
      )}
    </div>
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
