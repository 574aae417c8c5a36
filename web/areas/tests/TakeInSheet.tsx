import Papa from 'papaparse';
import { useEffect, useMemo, useState } from 'react';
import { routes } from '#contract/routes.ts';
import type { Facts } from '#core/log/facts.ts';
import { type ColumnMeaning, columnMeanings, columnOf, type SheetColumn } from '#core/quality/labColumns.ts';
import { type Doubt, type RowReading, readLabSheet, sheetRow } from '#core/quality/labSheet.ts';
import { type LabTable, labTableOf } from '#core/quality/labTable.ts';
import { parameterIds, parameterRow, type ReportedAs } from '#core/quality/parameters.ts';
import type { ReadingFields } from '#core/tests/fields.ts';
import { Act } from '../../app/Act.tsx';
import { useFacts, useReader } from '../../app/hooks.ts';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { decimalMark } from '../../texts/decimal.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { DateOrderBlank } from '../../ui/DateOrderBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { PageHead } from './PageHead.tsx';
import { nameOfTested, testedBy, testedOf } from './subjects.ts';

/** Doubts that are shown at once; the rest is counted. */
const MOST_DOUBTS = 40;

const tableOf = (text: string): LabTable => labTableOf(Papa.parse<string[]>(text.trimEnd()).data);

/** Takes in a laboratory's sheet: its headings told once, every doubt at its row and column, mended where it stands. */
export function TakeInSheet() {
  const say = useSay();
  const facts = useFacts();
  const { timeZone } = useReader();
  const { clock } = useSession();
  const { recordAndTell } = useRecord();
  const typed = 'lab-sheet';
  const [text, setText] = useTyped(typed, 'text', '');
  const [fixes, setFixes] = useTyped<Readonly<Record<string, string>>>(typed, 'fixes', {});
  const [samples, setSamples] = useTyped<Readonly<Record<string, string>>>(typed, 'samples', {});
  const [forms, setForms] = useTyped<Readonly<Record<string, ReportedAs>>>(typed, 'forms', {});
  const [units, setUnits] = useTyped<Readonly<Record<string, string>>>(typed, 'units', {});
  const [dayFirst, setDayFirst] = useTyped<boolean | undefined>(typed, 'dayFirst', undefined);
  const table = useMemo(() => tableOf(text), [text]);
  const columns = useMemo(
    () =>
      table.header.map((heading): SheetColumn => {
        const column = columnOf(heading, facts.sampling.headings);
        const as = forms[heading] ?? column.as;
        const unit = units[heading] ?? column.unit;
        return { ...column, ...(as ? { as } : {}), ...(unit ? { unit } : {}) };
      }),
    [table, facts.sampling.headings, forms, units],
  );
  const rows = useMemo(
    () =>
      table.rows.map((row, i) =>
        row.map((cell, at) => fixes[`${table.lines[i]} ${table.header[at]}`] ?? cell),
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
  const tell = (heading: string, means: ColumnMeaning) =>
    void recordAndTell(
      [draft('heading.mapped', 'sampling', { heading, means })],
      say('sheet-in.told-heading'),
    );
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
        />
      </label>
      <label className="block text-small">
        {say('sheet-in.file')}{' '}
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          onChange={e => void e.currentTarget.files?.[0]?.text().then(setText)}
        />
      </label>
      {table.rows.length > 0 && (
        <>
          <Columns
            columns={columns}
            onMeans={tell}
            onForm={(h, as) => setForms({ ...forms, [h]: as })}
            onUnit={(h, u) => setUnits({ ...units, [h]: u })}
          />
          {(dayFirst !== undefined || sheet.doubts.some(d => d.why === 'two-dates')) && (
            <Sentence>
              <Phrase
                text="sheet-in.day-first"
                blanks={{
                  order: <DateOrderBlank dayFirst={dayFirst} onDayFirst={setDayFirst} />,
                }}
              />
            </Sentence>
          )}
          <Samples names={unknown} onSample={(name, id) => setSamples({ ...samples, [name]: id })} />
          <Doubts
            doubts={sheet.doubts}
            onFix={(doubt, fixed) => setFixes({ ...fixes, [`${doubt.line} ${doubt.column}`]: fixed })}
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
            onDone={() => setText('')}
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

interface ColumnsProps {
  readonly columns: readonly SheetColumn[];
  readonly onMeans: (heading: string, means: ColumnMeaning) => void;
  readonly onForm: (heading: string, as: ReportedAs) => void;
  readonly onUnit: (heading: string, unit: string) => void;
}

const germUnits = ['per 100 mL', 'per mL', 'per L'];
const unitsFor = (unit: string): readonly string[] => {
  if (unit === 'mg/L' || unit === 'µg/L') return ['mg/L', 'µg/L'];
  return unit === 'per 100 mL' ? germUnits : unit === '' ? [] : [unit];
};

/** What each heading means, in which unit and form: as it was understood, to be told otherwise. */
function Columns({ columns, onMeans, onForm, onUnit }: ColumnsProps) {
  const say = useSay();
  return (
    <section aria-label={say('sheet-in.columns')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('sheet-in.columns')}</h2>
      <ul className="m-0 columns-2 list-none p-0 max-wide:columns-1">
        {columns.map(({ heading, means, unit, as }) => {
          const parameter = parameterIds.find(id => id === means);
          const row = parameter && parameterRow(parameter);
          return (
            <li key={heading} className="break-inside-avoid border-b border-rule py-1 text-base">
              <strong>{heading}</strong>{' '}
              <ChoiceBlank<ColumnMeaning>
                label={say('sheet-in.means', { heading })}
                value={means}
                placeholder={say('sheet-in.means.ask')}
                onValue={next => onMeans(heading, next)}
                choices={columnMeanings.map(value => ({
                  value,
                  label: parameterIds.some(id => id === value)
                    ? say(`parameter.${value as 'ph'}`)
                    : say(`lab-column.${value as 'sample'}`),
                }))}
              />{' '}
              {row && unitsFor(row.unit).length > 0 && row.unit !== 'pH' && (
                <ChoiceBlank<string>
                  label={say('sheet-in.unit', { heading })}
                  value={unit}
                  placeholder={say('sheet-in.unit.ask')}
                  onValue={next => onUnit(heading, next)}
                  choices={[...new Set([...(unit ? [unit] : []), ...unitsFor(row.unit)])].map(value => ({
                    value,
                    label: value,
                  }))}
                />
              )}{' '}
              {row?.as && (
                <ChoiceBlank<ReportedAs>
                  label={say('sheet-in.as', { heading })}
                  value={as}
                  placeholder={say('reading.as.ask')}
                  onValue={next => onForm(heading, next)}
                  choices={(Object.keys(row.as) as ReportedAs[]).map(value => ({
                    value,
                    label: say(`as.${value}`),
                  }))}
                />
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Names that nobody knows here: each is told once for the whole sheet. */
function Samples({
  names,
  onSample,
}: {
  names: readonly string[];
  onSample: (name: string, id: string) => void;
}) {
  const say = useSay();
  const facts = useFacts();
  const tested = useMemo(() => testedOf(facts).slice(0, 200), [facts]);
  if (names.length === 0) return null;
  return (
    <section aria-label={say('sheet-in.samples')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('sheet-in.samples')}</h2>
      <ul className="m-0 list-none p-0">
        {names.map(name => (
          <li key={name} className="border-b border-rule py-1">
            <strong>{name}</strong>{' '}
            <ChoiceBlank<string>
              label={say('sheet-in.sample', { name })}
              value={undefined}
              placeholder={say('sheet-in.sample.ask')}
              onValue={id => onSample(name, id)}
              choices={tested.map(t => ({ value: t.id, label: t.name }))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is not understood, line by line, to be written anew where it stands. */
function Doubts({
  doubts,
  onFix,
}: {
  doubts: readonly Doubt[];
  onFix: (doubt: Doubt, text: string) => void;
}) {
  const say = useSay();
  if (doubts.length === 0) return null;
  return (
    <section aria-label={say('sheet-in.doubts')} data-testid="doubts">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('sheet-in.doubts')}</h2>
      <ul className="m-0 list-none p-0">
        {doubts.slice(0, MOST_DOUBTS).map(doubt => (
          <DoubtLine key={`${doubt.line} ${doubt.column} ${doubt.why}`} doubt={doubt} onFix={onFix} />
        ))}
      </ul>
      {doubts.length > MOST_DOUBTS && <p>{say('sheet-in.more', { count: doubts.length - MOST_DOUBTS })}</p>}
    </section>
  );
}

function DoubtLine({ doubt, onFix }: { doubt: Doubt; onFix: (doubt: Doubt, text: string) => void }) {
  const say = useSay();
  const [typed, setTyped] = useState(doubt.text);
  return (
    <li className="border-b border-rule py-1">
      <span className="font-semibold">
        {say(doubt.column ? 'sheet-in.at' : 'sheet-in.at-line', { line: doubt.line, column: doubt.column })}
      </span>{' '}
      {say(`doubt.${doubt.why}`, { text: doubt.text })}{' '}
      {doubt.column && (
        <TextBlank
          label={say('sheet-in.fix', { line: doubt.line, column: doubt.column })}
          value={typed}
          onValue={setTyped}
          onTyping={isTyping => !isTyping && typed !== doubt.text && onFix(doubt, typed)}
        />
      )}
    </li>
  );
}
