import { useEffect, useMemo, useRef, useState } from 'react';
import type { RainfallFacts } from '#core/areas/rain/facts.ts';
import type { RainPlan } from '#core/areas/rain/fields.ts';
import { normals as normalsFields } from '#core/areas/rain/fields.ts';
import { recordOf } from '#core/areas/rain/known.ts';
import { normalsFor, planOf, yearCvOf } from '#core/areas/rain/plan.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { type ClimateId, climateIds, climateOf } from '#core/rain/weather/climates.ts';
import { fitOf, normalsOf } from '#core/rain/weather/fit.ts';
import {
  faultOfNormals,
  MONTH_DAYS,
  MONTHS,
  type Normals,
  sumOf,
  yearsOf,
} from '#core/rain/weather/normals.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { RainHead } from './RainHead.tsx';
import { TakeInRecord } from './TakeInRecord.tsx';

/** What the years of a tank are made of: a gauge's record, months that somebody wrote down, or a climate that ships with it. */
export function WeatherPage() {
  const say = useSay();
  const facts = useFacts();
  const state = useWaterState();
  const plan = useMemo(() => planOf(facts, state), [facts, state]);
  const [taking, setTaking] = useState(false);
  const record = plan.weather === 'record' && plan.record ? facts.rainfall[plan.record] : undefined;
  const normals = useMemo(
    () => normalsFor(facts, plan) ?? (record ? normalsOf(recordOf(record)) : climateOf('oceanic-hills')),
    [facts, plan, record],
  );
  return (
    <div className="flex max-w-[1040px] flex-col gap-5 p-6 max-wide:p-4">
      <RainHead
        answer={say('weather.answer', {
          yearMm: sumOf(normals.rainMm),
          wetDays: Math.round(sumOf(normals.wetDays)),
        })}
        under={say(record ? 'weather.under.record' : 'weather.under.made', { name: record?.name ?? '' })}
      />
      <Records plan={plan} />
      <div>
        <Button aria-expanded={taking} onClick={() => setTaking(!taking)}>
          {say('record.take-in')}
        </Button>
      </div>
      {taking && <TakeInRecord base={normals} onDone={() => setTaking(false)} />}
      <Fit normals={normals} yearCv={yearCvOf(plan)} seed={plan.seed} record={record} />
      <Months normals={facts.rain.normals} start={normals} />
      <p className="max-w-[80ch] border-l-4 border-clay pl-3 text-small">{say('rain.caution.droughts')}</p>
    </div>
  );
}

/** The records that were taken in, how long they are and how much of them was filled. */
function Records({ plan }: { plan: RainPlan }) {
  const say = useSay();
  const facts = useFacts();
  const { recordAndTell } = useRecord();
  const records = Object.values(facts.rainfall);
  const { normals } = facts.rain;
  if (records.length === 0) return <p className="text-ash">{say('weather.no-record')}</p>;
  return (
    <section aria-label={say('weather.records')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('weather.records')}</h2>
      <ul className="m-0 list-none p-0">
        {normals && (
          <li className="border-b border-rule py-1">
            {say('weather.months', { yearMm: sumOf(normals.rainMm) })}
          </li>
        )}
        {records.map(r => {
          const { mm, from, filledDays } = recordOf(r);
          return (
            <li
              key={r.id}
              className="flex flex-wrap items-center justify-between gap-x-4 border-b border-rule py-1"
            >
              <span className={plan.record === r.id && plan.weather === 'record' ? 'font-bold' : ''}>
                {say('weather.record', {
                  name: r.name,
                  fromDay: from,
                  years: Math.round(yearsOf(mm) * 10) / 10,
                  filledDays,
                })}
              </span>
              <Button
                look="quiet"
                className="text-small"
                onClick={() =>
                  void recordAndTell(
                    [draft('rainfall.removed', r.id, {})],
                    say('weather.record-removed', { name: r.name }),
                  )
                }
              >
                {say('weather.record-remove')}
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** How years that are made compare with what they are made from: month by month, and by their dry runs. */
function Fit({
  normals,
  yearCv,
  seed,
  record,
}: {
  normals: Normals;
  yearCv: number;
  seed: number;
  record: RainfallFacts | undefined;
}) {
  const say = useSay();
  const { units } = useReader();
  const fit = useMemo(
    () => fitOf(record ? { record: recordOf(record) } : { normals, yearCv }, seed),
    [normals, yearCv, seed, record],
  );
  const most = Math.max(1, ...fit.months.flatMap(m => [m.normalMm, m.madeMm]));
  const H = 120;
  return (
    <section aria-label={say('weather.fit')} data-testid="fit">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('weather.fit')}</h2>
      <p className="text-small text-ash">{say('weather.fit.note')}</p>
      <svg
        viewBox={`0 0 720 ${H + 22}`}
        className="block w-full max-w-[720px]"
        role="img"
        aria-label={say('weather.fit')}
      >
        {fit.months.map((m, i) => {
          const x = i * 60 + 8;
          const [a, b] = [(m.normalMm / most) * H, (m.madeMm / most) * H];
          return (
            <g key={dates.monthName(i)}>
              <title>
                {say('weather.fit.month', {
                  month: dates.monthName(i),
                  normalMm: m.normalMm,
                  madeMm: m.madeMm,
                  normalWet: m.normalWet,
                  madeWet: m.madeWet,
                })}
              </title>
              <rect x={x} y={H - a} width="20" height={a} fill="var(--pool)" />
              <rect
                x={x + 22}
                y={H - b}
                width="20"
                height={b}
                fill="var(--paper)"
                stroke="var(--slate)"
                strokeWidth="1.5"
              />
              <text x={x + 21} y={H + 16} textAnchor="middle" fontSize="13" fill="var(--slate)">
                {dates.monthName(i, 'short')}
              </text>
            </g>
          );
        })}
        <path d={`M0 ${H}H720`} stroke="var(--slate)" strokeWidth="1.5" />
      </svg>
      <p>
        {say(fit.record ? 'weather.fit.kept' : 'weather.fit.made', {
          most: format.rain(most, units),
          madeDays: Math.round(fit.madeDryDays),
          recordDays: Math.round(fit.record?.dryDays ?? 0),
          madeCv: fit.madeCv,
          recordCv: fit.record?.cv ?? 0,
        })}
      </p>
    </section>
  );
}

const NORMALS = 'normals';

/** To a tenth, as agencies print them. */
const rounded = ({ rainMm, wetDays, meanC }: Normals): Normals => {
  const tenths = (list: readonly number[]) => list.map(v => Math.round(v * 10) / 10);
  return { rainMm: tenths(rainMm), wetDays: tenths(wetDays), meanC: tenths(meanC) };
};

/** Rain, wet days and warmth by month, as agencies print them: typed in, or begun from a climate. */
function Months({ normals, start }: { normals: Normals | undefined; start: Normals }) {
  const say = useSay();
  const [typed, setTyped] = useTyped<TypedMonths>(NORMALS, 'months', () => rounded(normals ?? start));
  // months that were kept otherwise, of a gauge's table or in another window, are what is put right from here on
  const kept = useRef(normals);
  useEffect(() => {
    if (normals && normals !== kept.current) setTyped(rounded(normals));
    kept.current = normals;
  }, [normals]);
  const whole = Object.values(typed).every(list => list.every((v: number | undefined) => v !== undefined))
    ? (typed as Normals)
    : undefined;
  const fault = whole && faultOfNormals(whole);
  const drafts = useMemo(
    () => (whole && !fault ? [draft('normals.set', 'rain', whole)] : undefined),
    [whole, fault],
  );
  const set = (key: keyof Normals, month: number, value: number | undefined) =>
    setTyped(before => ({ ...before, [key]: before[key].map((old, i) => (i === month ? value : old)) }));
  return (
    <details>
      <summary className="cursor-pointer font-semibold">{say('months.title')}</summary>
      <Sentence>
        <span className="text-base">
          <Phrase
            text="months.begin"
            blanks={{
              climate: (
                <ChoiceBlank<ClimateId>
                  label={say('months.climate')}
                  value={undefined}
                  placeholder={say('months.climate.ask')}
                  onValue={id => setTyped(rounded(climateOf(id)))}
                  choices={climateIds.map(value => ({ value, label: say(`weather-climate.${value}`) }))}
                />
              ),
            }}
          />
        </span>
      </Sentence>
      <Act typed={NORMALS} drafts={drafts} label={say('months.keep')} told={say('months.kept')}>
        <Sentence>
          <MonthTable typed={typed} onFigure={set} />
        </Sentence>
        {fault && (
          <p role="alert" className="text-iron">
            {say(`months.fault.${fault.why}`, { month: dates.monthName(fault.month) })}
          </p>
        )}
      </Act>
    </details>
  );
}

type TypedMonths = { readonly [K in keyof Normals]: readonly (number | undefined)[] };

const rows = ['rainMm', 'wetDays', 'meanC'] as const;
const dimensionOf = { rainMm: 'lengthMm', wetDays: 'number', meanC: 'temperatureC' } as const;

interface MonthTableProps {
  readonly typed: TypedMonths;
  readonly onFigure: (key: keyof Normals, month: number, value: number | undefined) => void;
}

function MonthTable({ typed, onFigure }: MonthTableProps) {
  const say = useSay();
  return (
    <div className="overflow-x-auto">
      <table className="border-collapse text-base">
        <thead>
          <tr>
            <th />
            {Array.from({ length: MONTHS }, (_, month) => (
              <th key={dates.monthName(month)} scope="col" className="px-1 text-small font-normal text-ash">
                {dates.monthName(month, 'short')}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(key => (
            <tr key={key}>
              <th scope="row" className="pr-2 text-left text-small font-semibold whitespace-nowrap">
                {say(`months.${key}`)}
              </th>
              {typed[key].map((value, month) => (
                <td key={dates.monthName(month)} className="px-1 [&_.blank]:w-[7ch]">
                  <QuantityBlank
                    label={say('months.cell', {
                      what: say(`months.${key}`),
                      month: dates.monthName(month),
                    })}
                    dimension={dimensionOf[key]}
                    value={value}
                    {...boundsOf(normalsFields, key)}
                    {...(key === 'wetDays' ? { most: MONTH_DAYS[month]! } : {})}
                    onValue={next => onFigure(key, month, next)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
