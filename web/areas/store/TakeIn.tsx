import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { dayOf } from '#core/calendar/day.ts';
import type { CellJudgement, ListRow } from '#core/containers/list.ts';
import { type ListField, listFields } from '#core/containers/listFields.ts';
import { type ColumnUnit, columnUnits } from '#core/containers/listSize.ts';
import { decodeList } from '#core/containers/listText.ts';
import type { ListedWater } from '#core/containers/listWater.ts';
import { allKinds } from '#core/log/state.ts';
import { waterIds } from '#core/sources/waters.ts';
import { useFacts, useReader, useUnits, useWaterState } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../log/record.ts';
import * as format from '../../texts/format.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { InTurn, useInTurn } from '../../ui/InTurn.tsx';
import { type Held, held } from '../../workers/held.ts';
import type { ListAnswer, ListQuestion, ListWorker } from '../../workers/listWorker.ts';
import { takingIn } from './takingIn.ts';

/** A short name for a text, the same for the same text (FNV-1a). */
function digestOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${text.length}-${(hash >>> 0).toString(36)}`;
}

type First = 'day' | 'month';
type Gallon = 'US' | 'imperial';
type Mark = 'point' | 'comma';

/** A field with more text than this takes longer to lay out than a hand notices (characters). */
const LONG_TEXT = 12_000;
/** So much of a long list is shown; it is mended row by row, or pasted anew. */
const LONG_SHOWN = 2_000;

/** What somebody answered about a list; each is asked once, when it is needed. */
interface Answers {
  readonly fields: Readonly<Record<number, ListField>>;
  readonly units: Readonly<Record<number, ColumnUnit>>;
  readonly waters: Readonly<Record<string, ListedWater>>;
  readonly first?: First;
  readonly mark?: Mark;
  readonly head?: number;
  /** Cells mended in place, by line and column. */
  readonly mended: Readonly<Record<number, Readonly<Record<number, string>>>>;
}
const noAnswers: Answers = { fields: {}, units: {}, waters: {}, mended: {} };

const nothingRead: ListAnswer = {
  head: 0,
  heading: [],
  above: [],
  fields: [],
  reading: { rows: [], unclearDates: 0, unclearNumbers: 0, unitless: [], askedWaters: [] },
};

/** What a worker makes of a list; the last answer stands until the next one comes. */
function useReadList(question: ListQuestion): ListAnswer {
  const reader = useRef<Held<ListWorker> | null>(null);
  const [answer, setAnswer] = useState(nothingRead);
  useEffect(
    () => () => {
      reader.current?.end();
      reader.current = null;
    },
    [],
  );
  useEffect(() => {
    if (question.text.trim() === '') {
      setAnswer(nothingRead);
      return;
    }
    reader.current ??= held<ListWorker>(
      new Worker(new URL('../../workers/listWorker.ts', import.meta.url), { type: 'module' }),
    );
    let isWanted = true;
    void reader.current.remote.read(question).then(next => isWanted && setAnswer(next));
    return () => {
      isWanted = false;
    };
  }, [question]);
  return answer;
}

/** Takes in a list as people keep them: judged row by row, written only when confirmed, undone as a whole. */
export function TakeIn({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const { today } = useWaterState();
  const { timeZone } = useReader();
  const units = useUnits();
  const { recordAndTell } = useRecord();
  const [text, setText] = useState('');
  const [answers, setAnswers] = useState(noAnswers);
  const [gallon, setGallon] = useState<Gallon>(units === 'imperial' ? 'imperial' : 'US');
  const [onlyFaults, setOnlyFaults] = useState(true);
  const chooseField = useCallback(
    (column: number, field: ListField) =>
      setAnswers(a => ({ ...a, fields: { ...a.fields, [column]: field } })),
    [],
  );
  const isLong = text.length > LONG_TEXT;
  const answer = (change: Partial<Answers>) => setAnswers(a => ({ ...a, ...change }));
  // another list is another matter: what was answered about the last one does not hold for it
  const begin = (list: string) => {
    setText(list);
    setAnswers(noAnswers);
  };

  const known = useMemo(
    () =>
      new Map(
        Object.values(facts.container).map(c => [
          c.code.toLowerCase(),
          { kind: c.kind, ...(c.fill ? { filledOn: dayOf(c.fill.at, facts.group.timeZone) } : {}) },
        ]),
      ),
    [facts],
  );
  const read = useReadList(
    useMemo(
      () => ({
        text,
        corrected: answers.fields,
        kinds: allKinds(facts),
        system: gallon,
        today,
        known,
        columnUnit: answers.units,
        waters: answers.waters,
        mended: answers.mended,
        ...(answers.head === undefined ? {} : { head: answers.head }),
        ...(answers.first ? { dayFirst: answers.first === 'day' } : {}),
        ...(answers.mark ? { decimal: answers.mark === 'comma' ? ',' : '.' } : {}),
      }),
      [text, answers, facts, gallon, today, known],
    ),
  );
  const { head, heading, above, fields, reading } = read;
  const good = reading.rows.reduce((sum, r) => sum + r.proposals.length, 0);
  const bad = reading.rows.filter(r => r.judgements.some(j => j.judgement.verdict === 'refuse'));
  const takenAt = facts.group.listsTaken?.[digestOf(text)];
  const hasGallons = /gal|\boz\b|\bqt/i.test(text);
  const asksNumbers = reading.unclearNumbers > 0 || answers.mark !== undefined;
  const unitless = [...new Set([...reading.unitless, ...Object.keys(answers.units).map(Number)])];
  const asked = [...new Set([...reading.askedWaters, ...Object.keys(answers.waters)])];

  const take = async () => {
    const drafts = takingIn(reading, facts, say('first.home'));
    drafts.push(
      draft('list.taken', 'group', {
        digest: digestOf(text),
        rows: reading.rows.length,
        entries: drafts.length + 1,
      }),
    );
    const outcome = await recordAndTell(drafts, say('take-in.told', { count: good }), 'happened');
    if (outcome.is === 'recorded' || outcome.is === 'waiting') onClose();
  };

  return (
    <Dialog title={say('take-in.title')} open onClose={onClose} wide>
      <p>{say('take-in.how')}</p>
      <p className="my-2">
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          aria-label={say('take-in.file')}
          onChange={e =>
            void e.currentTarget.files?.[0]
              ?.arrayBuffer()
              .then(bytes => begin(decodeList(new Uint8Array(bytes))))
          }
        />
      </p>
      <textarea
        aria-label={say('take-in.text')}
        className="h-24 w-full border-[1.5px] border-slate bg-paper p-2 font-mono text-small"
        wrap="off"
        spellCheck={false}
        value={isLong ? text.slice(0, LONG_SHOWN) : text}
        readOnly={isLong}
        onChange={e => setText(e.currentTarget.value)}
        onPaste={e => {
          const { value, selectionStart, selectionEnd } = e.currentTarget;
          const pasted = e.clipboardData.getData('text');
          if (isLong) begin(pasted);
          else begin(value.slice(0, selectionStart) + pasted + value.slice(selectionEnd));
          e.preventDefault();
        }}
      />
      {isLong && (
        <p className="text-small text-ash">
          {say('take-in.long', { count: text.split('\n').length })}{' '}
          <Button look="quiet" onClick={() => begin('')}>
            {say('take-in.another')}
          </Button>
        </p>
      )}
      {reading.rows.length > 0 && (
        <div className="mt-3 flex flex-col gap-3">
          <InTurn>
            <p className="leading-9">
              {say('take-in.head')}{' '}
              <ChoiceBlank
                label={say('take-in.head-label')}
                value={String(head)}
                onValue={line => setAnswers(() => ({ ...noAnswers, head: Number(line) }))}
                choices={above.map((row, i) => ({
                  value: String(i),
                  label: say('take-in.head-line', { line: i + 1 }),
                  note: row.filter(Boolean).join(' · ').slice(0, 80),
                }))}
              />
              .{head > 0 && ` ${say('take-in.above', { count: head })}`}
            </p>
            <Columns heading={heading} fields={fields} onField={chooseField} />
            <p className="leading-9">
              {say('take-in.days')}{' '}
              <ChoiceBlank<First>
                label={say('take-in.which-first')}
                value={answers.first}
                onValue={first => answer({ first })}
                choices={(['day', 'month'] as const).map(value => ({
                  value,
                  label: say(`take-in.${value}`),
                }))}
              />
              {hasGallons && (
                <>
                  ; {say('take-in.gallons')}{' '}
                  <ChoiceBlank<Gallon>
                    label={say('take-in.gallon')}
                    value={gallon}
                    onValue={setGallon}
                    choices={(['US', 'imperial'] as const).map(value => ({
                      value,
                      label: say(`units.${value}`),
                    }))}
                  />
                </>
              )}
              {asksNumbers && (
                <>
                  ; {say('take-in.numbers')}{' '}
                  <ChoiceBlank<Mark>
                    label={say('take-in.mark')}
                    value={answers.mark}
                    onValue={mark => answer({ mark })}
                    choices={(['point', 'comma'] as const).map(value => ({
                      value,
                      label: say(`take-in.mark.${value}`),
                    }))}
                  />
                </>
              )}
              {unitless.map(column => (
                <span key={column}>
                  ; {say('take-in.unit', { heading: heading[column] ?? '' })}{' '}
                  <ChoiceBlank<ColumnUnit>
                    label={say('take-in.unit-label', { heading: heading[column] ?? '' })}
                    value={answers.units[column]}
                    onValue={unit => answer({ units: { ...answers.units, [column]: unit } })}
                    choices={columnUnits.map(value => ({ value, label: value }))}
                  />
                </span>
              ))}
              .
            </p>
            {asked.length > 0 && (
              <div className="border-l-4 border-clay py-1 pl-3">
                <p>{say('take-in.waters')}</p>
                {asked.map(wording => (
                  <p key={wording} className="leading-9">
                    “{wording}” {say('take-in.is')}{' '}
                    <ChoiceBlank<ListedWater>
                      label={say('take-in.water-label', { wording })}
                      value={answers.waters[wording]}
                      onValue={water => answer({ waters: { ...answers.waters, [wording]: water } })}
                      choices={[
                        ...waterIds.map(value => ({ value, label: say(`water.${value}`) })),
                        { value: 'empty' as const, label: say('take-in.nothing') },
                      ]}
                    />
                  </p>
                ))}
              </div>
            )}
            {reading.unclearDates > 0 && (
              <p className="border-l-4 border-clay py-1 pl-3">
                {say('take-in.unclear', { count: reading.unclearDates })}
              </p>
            )}
            {takenAt && (
              <p className="border-l-4 border-clay py-1 pl-3">
                {say('take-in.again', { at: format.dayAndTime(takenAt, timeZone) })}
              </p>
            )}
            <p className="font-semibold" data-testid="take-in-summary">
              {say('take-in.summary', {
                rows: reading.rows.length,
                good,
                known: reading.rows.filter(r => r.isKnown).length,
                bad: bad.length,
              })}
            </p>
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="h-4 w-4 accent-[var(--pool)]"
                checked={onlyFaults}
                onChange={e => setOnlyFaults(e.currentTarget.checked)}
              />
              {say('take-in.faults-only')}
            </label>
            <Rows
              rows={onlyFaults ? reading.rows.filter(r => r.judgements.length > 0) : reading.rows}
              heading={heading}
              onMend={(line, column, cell) =>
                answer({
                  mended: { ...answers.mended, [line]: { ...answers.mended[line], [column]: cell } },
                })
              }
            />
            {bad.length > 0 && <p className="text-small text-ash">{say('take-in.mend-how')}</p>}
            {bad.length > 0 && (
              <Button look="quiet" className="self-start" onClick={() => void saveLeftOut(heading, bad, say)}>
                {say('take-in.left-out', { count: bad.length })}
              </Button>
            )}
            {!fields.includes('held') && <p className="text-small text-ash">{say('take-in.held')}</p>}
            <div>
              <Button look="primary" disabled={good === 0} onClick={() => void take()}>
                {say('take-in.do', { count: good })}
              </Button>
            </div>
          </InTurn>
        </div>
      )}
    </Dialog>
  );
}

interface ColumnsProps {
  readonly heading: readonly string[];
  readonly fields: readonly ListField[];
  readonly onField: (column: number, field: ListField) => void;
}

/** What each column holds: drawn a few in a task, and again only when the headings or their meaning change. */
const Columns = memo(
  function Columns({ heading, fields, onField }: ColumnsProps) {
    const say = useSay();
    const shown = useInTurn(heading.length);
    return (
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        {heading.slice(0, shown).map((cell, i) => (
          <span key={`${cell} ${fields[i]}`}>
            {cell} ={' '}
            <ChoiceBlank<ListField>
              label={`${say('take-in.columns')}: ${cell}`}
              value={fields[i]}
              onValue={field => onField(i, field)}
              choices={listFields.map(value => ({ value, label: say(`field.${value}`) }))}
            />
          </span>
        ))}
      </div>
    );
  },
  (a, b) =>
    a.onField === b.onField &&
    a.heading.join('\n') === b.heading.join('\n') &&
    a.fields.join() === b.fields.join(),
);

/** The rows that are left out as a file of their own, each with its reason: mended there, it is taken in like any list. */
async function saveLeftOut(heading: readonly string[], rows: readonly ListRow[], say: Say): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const table = [
    [...heading, say('take-in.why')],
    ...rows.map(row => [
      ...heading.map((_, column) => row.cells[column] ?? ''),
      row.judgements.map(j => say(j.judgement.reason)).join(' '),
    ]),
  ];
  const csv = Papa.unparse(table, { escapeFormulae: true });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([csv], { type: 'text/csv' }));
  link.download = say('take-in.left-out-file');
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Faults that one answer above takes away from every row; the others are mended in their row. */
const askedOnce = new Set(['list.date-unclear', 'list.number-unclear', 'list.no-unit', 'list.water-asked']);
const isToMend = ({ judgement }: CellJudgement): boolean =>
  judgement.verdict === 'refuse' && !askedOnce.has(judgement.reason.id);

interface RowsProps {
  readonly rows: readonly ListRow[];
  readonly heading: readonly string[];
  readonly onMend: (line: number, column: number, cell: string) => void;
}

/** Rows drawn in one task. */
const ROWS_A_TASK = 3;

/** Most rows that are drawn at once; mended or answered, the next ones come up. */
const MOST_SHOWN = 30;

function Rows({ rows, heading, onMend }: RowsProps) {
  const say = useSay();
  const shown = useInTurn(Math.min(rows.length, MOST_SHOWN), ROWS_A_TASK);
  return (
    <div className="max-h-[280px] overflow-auto border-y border-rule">
      <table className="w-full border-collapse text-left text-small">
        <thead className="sticky top-0 bg-chalk">
          <tr>
            <th scope="col" className="pr-3">
              {say('take-in.line')}
            </th>
            <th scope="col">{say('take-in.reading')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, shown).map(row => (
            <tr key={row.line} className="border-t border-rule align-top">
              <td className="pr-3">{row.line}</td>
              <td>
                <span className="text-ash">{row.cells.filter(Boolean).join(' · ')}</span>
                {row.judgements.map(j => (
                  <span
                    key={j.judgement.reason.id}
                    className={`block ${j.judgement.verdict === 'refuse' ? 'font-semibold text-iron' : ''}`}
                  >
                    {heading[j.column] && `${heading[j.column]}: `}
                    {say(j.judgement.reason)}
                  </span>
                ))}
                {row.judgements.some(isToMend) && <Mending row={row} heading={heading} onMend={onMend} />}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > MOST_SHOWN && (
        <p className="py-1 text-small text-ash">{say('take-in.more', { count: rows.length - MOST_SHOWN })}</p>
      )}
    </div>
  );
}

/** The cells that keep a row out, or all of it where no one cell does: written anew and judged again when left. */
function Mending({ row, heading, onMend }: { row: ListRow } & Omit<RowsProps, 'rows'>) {
  const say = useSay();
  const wrong = [...new Set(row.judgements.filter(isToMend).map(j => j.column))];
  const columns = wrong.some(column => column < 0) ? heading.map((_, i) => i) : wrong;
  return (
    <span className="flex flex-wrap gap-1 py-1">
      {columns.map(column => {
        const name = heading[column] ?? '';
        const cell = row.cells[column] ?? '';
        const keep = (text: string) => text !== cell && onMend(row.line, column, text);
        return (
          <input
            key={column}
            className="w-36 border border-slate bg-paper px-1.5 py-1"
            aria-label={say('take-in.mend', { heading: name, line: row.line })}
            placeholder={name}
            defaultValue={cell}
            onBlur={e => keep(e.currentTarget.value)}
            onKeyDown={e => e.key === 'Enter' && keep(e.currentTarget.value)}
          />
        );
      })}
    </span>
  );
}
