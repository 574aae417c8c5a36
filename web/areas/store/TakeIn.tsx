import Papa from 'papaparse';
import { useMemo, useState } from 'react';
import { addMinutes, dayOf } from '#core/calendar/day.ts';
import {
  guessFields,
  type ListField,
  type ListReading,
  type ListRow,
  listFields,
  readList,
} from '#core/containers/list.ts';
import type { Facts } from '#core/log/facts.ts';
import { foldOnto } from '#core/log/fold.ts';
import { allKinds } from '#core/log/state.ts';
import type { UnitSystem } from '#core/units/system.ts';
import { useAppSelector, useFacts, useReader, useWaterState } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { now } from '../../log/clock.ts';
import { type Draft, draft, newSubject, stamped } from '../../log/record.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { nextCodes, placeDrafts } from './settingDown.ts';

type First = 'day' | 'month';
type Gallon = 'US' | 'imperial';

/** A short name for a text, the same for the same text (FNV-1a). */
function digestOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${text.length}-${(hash >>> 0).toString(36)}`;
}

/** Entries that set down every container that was read, in places made where there are none. */
function draftsOf(reading: ListReading, facts: Facts, home: string): Draft[] {
  let known = facts;
  const drafts: Draft[] = [];
  const add = (list: readonly Draft[]) => {
    drafts.push(...list);
    known = foldOnto(known, stamped(list, 'list'));
  };
  const proposals = reading.rows.flatMap(r => r.proposals);
  const codes = nextCodes(facts, proposals.length);
  for (const p of proposals) {
    const { place, drafts: making } = placeDrafts(known, p.place, home);
    if (making.length > 0) add(making);
    const container = newSubject('container');
    const shelf = known.place[place]?.shelves.find(s => s.id.toLowerCase() === p.shelf?.toLowerCase());
    drafts.push(
      draft('container.added', container, {
        code: p.code ?? codes.shift()!,
        kind: p.kind.id,
        place,
        role: 'clean',
        heldBefore: 'water',
        ...(shelf ? { shelf: shelf.id } : {}),
        ...(p.note ? { note: p.note } : {}),
      }),
    );
    if (p.water && p.litres) {
      // noon of the day, but never later than now: a row of today is taken in before lunch too
      const noon = `${p.filledOn}T12:00:00.000Z`;
      const at = noon < now() ? noon : now();
      drafts.push(
        draft(
          'filled',
          container,
          { volumeL: { value: p.litres, known: 'label' }, water: p.water, sealed: true },
          { at },
        ),
      );
    }
  }
  return drafts;
}

/** A container is set down just before it was filled. */
function dated(drafts: readonly Draft[]): Draft[] {
  const filledAt = new Map(
    drafts.flatMap(d => (d.kind === 'filled' && d.at ? [[d.subject, d.at] as const] : [])),
  );
  return drafts.map(d => {
    const at = d.kind === 'container.added' ? filledAt.get(d.subject) : undefined;
    return at ? { ...d, at: addMinutes(at, -1) } : d;
  });
}

/** Takes in a list as people keep them: judged row by row, written only when confirmed, undone as a whole. */
export function TakeIn({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const { today } = useWaterState();
  const { timeZone } = useReader();
  const units = useAppSelector(s => s.person.units);
  const { recordAndTell } = useRecord();
  const [text, setText] = useState('');
  const [corrected, setCorrected] = useState<Record<number, ListField>>({});
  const [first, setFirst] = useState<First | undefined>(undefined);
  const [gallon, setGallon] = useState<Gallon>(units === 'imperial' ? 'imperial' : 'US');
  const [onlyFaults, setOnlyFaults] = useState(true);

  const table = useMemo(() => Papa.parse<string[]>(text.trimEnd()).data, [text]);
  const heading = useMemo(() => table[0] ?? [], [table]);
  const fields = useMemo(
    () => guessFields(heading).map((field, i) => corrected[i] ?? field),
    [heading, corrected],
  );
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
  const reading = useMemo(
    () =>
      readList(table.slice(1), {
        fields,
        kinds: allKinds(facts),
        system: gallon as UnitSystem,
        today,
        known,
        ...(first ? { dayFirst: first === 'day' } : {}),
      }),
    [table, fields, facts, gallon, today, known, first],
  );
  const good = reading.rows.reduce((sum, r) => sum + r.proposals.length, 0);
  const bad = reading.rows.filter(r => r.judgements.some(j => j.judgement.verdict === 'refuse'));
  const takenAt = facts.group.listsTaken?.[digestOf(text)];
  const hasGallons = /gal|\boz\b|\bqt/i.test(text);

  const take = async () => {
    const drafts = dated(draftsOf(reading, facts, say('first.home')));
    drafts.push(draft('list.taken', 'group', { digest: digestOf(text), rows: reading.rows.length }));
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
          onChange={e => void e.currentTarget.files?.[0]?.text().then(setText)}
        />
      </p>
      <textarea
        aria-label={say('take-in.text')}
        className="h-24 w-full border-[1.5px] border-slate bg-paper p-2 font-mono text-small"
        value={text}
        onChange={e => setText(e.currentTarget.value)}
      />
      {reading.rows.length > 0 && (
        <div className="mt-3 flex flex-col gap-3">
          <div className="flex flex-wrap gap-x-4 gap-y-2">
            {heading.map((cell, i) => (
              <span key={`${cell} ${fields[i]}`}>
                {cell} ={' '}
                <ChoiceBlank<ListField>
                  label={`${say('take-in.columns')}: ${cell}`}
                  value={fields[i]}
                  onValue={field => setCorrected(c => ({ ...c, [i]: field }))}
                  choices={listFields.map(value => ({ value, label: say(`field.${value}`) }))}
                />
              </span>
            ))}
          </div>
          <p className="leading-9">
            {say('take-in.days')}{' '}
            <ChoiceBlank<First>
              label={say('take-in.which-first')}
              value={first}
              onValue={setFirst}
              choices={(['day', 'month'] as const).map(value => ({ value, label: say(`take-in.${value}`) }))}
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
            .
          </p>
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
          />
          <div>
            <Button look="primary" disabled={good === 0} onClick={() => void take()}>
              {say('take-in.do', { count: good })}
            </Button>
          </div>
        </div>
      )}
    </Dialog>
  );
}

function Rows({ rows, heading }: { rows: readonly ListRow[]; heading: readonly string[] }) {
  const say = useSay();
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
          {rows.map(row => (
            <tr key={row.line} className="border-t border-rule align-top">
              <td className="pr-3">{row.line}</td>
              <td>
                <span className="text-ash">{row.cells.filter(Boolean).join(' · ')}</span>
                {row.judgements.map(j => (
                  <span
                    key={j.judgement.reason.id}
                    className={`block ${j.judgement.verdict === 'refuse' ? 'font-semibold text-iron' : ''}`}
                  >
                    {heading[j.column]}: {say(j.judgement.reason)}
                  </span>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
