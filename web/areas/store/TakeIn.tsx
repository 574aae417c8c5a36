import { useCallback, useMemo, useState } from 'react';
import { dayOf } from '#core/calendar/day.ts';
import type { ListField } from '#core/containers/listFields.ts';
import { type ColumnUnit, columnUnits } from '#core/containers/listSize.ts';
import { decodeList } from '#core/containers/listText.ts';
import type { ListedWater } from '#core/containers/listWater.ts';
import { allKinds } from '#core/store/state.ts';
import { waterIds } from '#core/water/waters.ts';
import { useFacts, useReader, useToday, useUnits } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { ListColumns } from './ListColumns.tsx';
import { ListRows } from './ListRows.tsx';
import { saveLeftOut } from './leftOut.ts';
import { takingIn } from './takingIn.ts';
import { useReadList } from './useReadList.ts';

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

/** Takes in a list as people keep them: judged row by row, written only when confirmed, undone as a whole. */
export function TakeIn({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const { clock } = useSession();
  const facts = useFacts();
  const today = useToday();
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
    const drafts = takingIn(reading, facts, say('first.home'), clock);
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
              <Phrase
                text="take-in.sentence"
                blanks={{
                  head: (
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
                  ),
                  above: head > 0 && say('take-in.above', { count: head }),
                }}
              />
            </p>
            <ListColumns heading={heading} fields={fields} onField={chooseField} />
            <p className="leading-9">
              <Phrase
                text="take-in.meaning-sentence"
                blanks={{
                  'which-first': (
                    <ChoiceBlank<First>
                      label={say('take-in.which-first')}
                      value={answers.first}
                      onValue={first => answer({ first })}
                      choices={(['day', 'month'] as const).map(value => ({
                        value,
                        label: say(`take-in.${value}`),
                      }))}
                    />
                  ),
                  gallons: hasGallons && (
                    <Phrase
                      text="take-in.meaning-sentence.gallons"
                      blanks={{
                        gallon: (
                          <ChoiceBlank<Gallon>
                            label={say('take-in.gallon')}
                            value={gallon}
                            onValue={setGallon}
                            choices={(['US', 'imperial'] as const).map(value => ({
                              value,
                              label: say(`units.${value}`),
                            }))}
                          />
                        ),
                      }}
                    />
                  ),
                  numbers: asksNumbers && (
                    <Phrase
                      text="take-in.meaning-sentence.numbers"
                      blanks={{
                        mark: (
                          <ChoiceBlank<Mark>
                            label={say('take-in.mark')}
                            value={answers.mark}
                            onValue={mark => answer({ mark })}
                            choices={(['point', 'comma'] as const).map(value => ({
                              value,
                              label: say(`take-in.mark.${value}`),
                            }))}
                          />
                        ),
                      }}
                    />
                  ),
                  units: unitless.map(column => (
                    <Phrase
                      key={column}
                      text="take-in.unit"
                      blanks={{
                        heading: heading[column] ?? '',
                        unit: (
                          <ChoiceBlank<ColumnUnit>
                            label={say('take-in.unit-label', { heading: heading[column] ?? '' })}
                            value={answers.units[column]}
                            onValue={unit => answer({ units: { ...answers.units, [column]: unit } })}
                            choices={columnUnits.map(value => ({ value, label: value }))}
                          />
                        ),
                      }}
                    />
                  )),
                }}
              />
            </p>
            {asked.length > 0 && (
              <div className="border-l-4 border-clay py-1 pl-3">
                <p>{say('take-in.waters')}</p>
                {asked.map(wording => (
                  <p key={wording} className="leading-9">
                    <Phrase
                      text="take-in.water-sentence"
                      blanks={{
                        wording: wording,
                        water: (
                          <ChoiceBlank<ListedWater>
                            label={say('take-in.water-label', { wording })}
                            value={answers.waters[wording]}
                            onValue={water => answer({ waters: { ...answers.waters, [wording]: water } })}
                            choices={[
                              ...waterIds.map(value => ({ value, label: say(`water.${value}`) })),
                              { value: 'empty' as const, label: say('take-in.nothing') },
                            ]}
                          />
                        ),
                      }}
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
            <ListRows
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
