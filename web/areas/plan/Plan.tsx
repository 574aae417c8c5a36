import { lazy, Suspense, useMemo } from 'react';
import { citations } from '#core/citations.ts';
import {
  dailyNeed,
  freshShares,
  type NeedLine,
  type NeedSchoolId,
  needSchools,
  stockNeedL,
} from '#core/need/need.ts';
import { type Climate, climateFactor, dayLadder } from '#core/need/rates.ts';
import type { PlanFields } from '#core/plan/fields.ts';
import { needGroup } from '#core/store/state.ts';
import { useFacts, useReader, useWaterState } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { RuleScale } from '../../ui/RuleScale.tsx';
import { BuildingWater } from './BuildingWater.tsx';
import { HomeList } from './HomeList.tsx';
import { MixPlanner } from './MixPlanner.tsx';
import { OthersList } from './OthersList.tsx';
import { WhatIf } from './WhatIf.tsx';

const NeedChart = lazy(() => import('./NeedChart.tsx'));

const climates = Object.keys(climateFactor) as Climate[];

/** Round figures that hold the marks of a scale. */
function ticksTo(most: number): number[] {
  const step =
    [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000].find(s => most / s <= 8) ?? 20_000;
  return Array.from({ length: Math.ceil(most / step) + 1 }, (_, i) => i * step);
}

/** How much to keep: the answer first, then the sentence it follows from, the rules side by side, and the people. */
export function Plan() {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const { need, reach, today } = useWaterState();
  const { recordAndTell } = useRecord();
  const { plan } = facts;
  const shares = plan.shares ?? freshShares;
  const set = (change: Partial<PlanFields>) =>
    void recordAndTell([draft('plan.set', 'plan', change)], say('plan.changed'));
  const keepL = stockNeedL(need.drinkingL, plan.targetDays, plan.reserveShare);
  const utilityL = stockNeedL(need.utilityL, plan.targetDays, plan.reserveShare);
  const missingL = keepL - reach.drinkingL;
  const group = useMemo(() => needGroup(facts, today), [facts, today]);
  const schools = needSchools.map(s => ({ ...s, need: dailyNeed(s.id, group) }));
  const inUnits = (litres: number) => format.litres(litres, units);
  const rule = {
    school: plan.needSchool,
    source: citations[schools.find(s => s.id === plan.needSchool)!.source],
  };

  return (
    <div className="flex max-w-[1080px] flex-col gap-6 p-6 max-wide:p-4">
      <div>
        <h1 className="text-title">{say('area.plan')}</h1>
        <p className="mt-1 text-[40px] leading-[46px] font-extrabold" data-testid="plan-answer">
          {say('plan.answer', { litres: keepL })}
        </p>
        <p className="text-large">
          {utilityL > 0 && `${say('plan.answer-utility', { litres: utilityL })} `}
          {missingL > 0
            ? say('plan.missing', { held: reach.drinkingL, missing: missingL })
            : say('plan.enough', { held: reach.drinkingL })}
        </p>
        <p className="text-ash">
          {say('plan.working', {
            perDay: need.drinkingL,
            days: plan.targetDays,
            share: plan.reserveShare,
            litres: keepL,
          })}
          {reach.days !== null &&
            ` · ${say('plan.held-by', { held: reach.drinkingL, perDay: reach.drinkingNeedL, days: reach.days })}`}
        </p>
      </div>

      <Sentence>
        <Phrase
          text="plan.sentence"
          blanks={{
            days: (
              <QuantityBlank
                onLeave
                label={say('plan.days')}
                dimension="timeDays"
                value={plan.targetDays}
                onValue={targetDays => targetDays !== undefined && set({ targetDays })}
                least={1}
                most={3650}
                wholeNumbers
              />
            ),
            school: (
              <ChoiceBlank<NeedSchoolId>
                label={say('plan.school')}
                value={plan.needSchool}
                onValue={needSchool => set({ needSchool })}
                choices={needSchools.map(s => ({
                  value: s.id,
                  label: say(`need.${s.id}`),
                  note: say(`need.${s.id}.note`),
                }))}
              />
            ),
            shares: plan.needSchool === 'by-person' && (
              <Phrase
                text="plan.sentence.shares"
                blanks={{
                  shares: (['cookingL', 'hygieneL'] as const).map(share => (
                    <span key={share}>
                      {say(`plan.share.${share}`)}{' '}
                      <QuantityBlank
                        onLeave
                        label={say(`plan.share.${share}`)}
                        dimension="volumeL"
                        value={shares[share]}
                        onValue={litres =>
                          litres !== undefined &&
                          litres !== shares[share] &&
                          set({ shares: { ...shares, [share]: litres } })
                        }
                        least={0}
                        most={20}
                      />{' '}
                    </span>
                  )),
                }}
              />
            ),
            own: plan.needSchool === 'own' && (
              <Phrase
                text="plan.sentence.own"
                blanks={{
                  drinking: (
                    <QuantityBlank
                      onLeave
                      label={say('plan.own-drinking')}
                      dimension="volumeL"
                      value={plan.ownRule.drinkingL}
                      onValue={drinkingL =>
                        drinkingL !== undefined && set({ ownRule: { ...plan.ownRule, drinkingL } })
                      }
                      least={1}
                      most={200}
                    />
                  ),
                  utility: (
                    <QuantityBlank
                      onLeave
                      label={say('plan.own-utility')}
                      dimension="volumeL"
                      value={plan.ownRule.utilityL}
                      onValue={utilityL =>
                        utilityL !== undefined && set({ ownRule: { ...plan.ownRule, utilityL } })
                      }
                      least={0}
                      most={500}
                    />
                  ),
                }}
              />
            ),
            climate: (
              <ChoiceBlank<Climate>
                label={say('plan.climate')}
                value={plan.climate}
                onValue={climate => set({ climate })}
                choices={climates.map(value => ({
                  value,
                  label: say(`climate.${value}`),
                  note: `× ${climateFactor[value]}`,
                }))}
              />
            ),
            reserve: (
              <QuantityBlank
                onLeave
                label={say('plan.reserve')}
                dimension="percent"
                value={Math.round(plan.reserveShare * 100)}
                onValue={share => share !== undefined && set({ reserveShare: share / 100 })}
                least={0}
                most={200}
              />
            ),
          }}
        />
      </Sentence>
      <p className="-mt-3 flex flex-wrap items-center gap-2 text-small text-ash">
        <Phrase
          text="plan.ladder-sentence"
          blanks={{
            steps: dayLadder.map(days => (
              <Button
                key={days}
                look="quiet"
                className="text-small"
                onClick={() => set({ targetDays: days })}
              >
                {say(`ladder.${days}`)}
              </Button>
            )),
          }}
        />
      </p>

      <WhatIf />

      <section>
        <h2 className="mb-2 text-base">{say('plan.rules')}</h2>
        <RuleScale
          label={say('plan.rules')}
          spacing="linear"
          ticks={ticksTo(Math.max(...schools.map(s => format.volumeFigure(s.need.drinkingL, units)), 1))}
          marks={schools.map(s => ({
            id: s.id,
            value: format.volumeFigure(s.need.drinkingL, units),
            label: say(`need.${s.id}`),
            note: inUnits(s.need.drinkingL) + (s.need.utilityL > 0 ? ` + ${inUnits(s.need.utilityL)}` : ''),
            ...(s.id === plan.needSchool ? { tone: 'chosen' as const } : {}),
          }))}
          onChoose={id => set({ needSchool: id as NeedSchoolId })}
        />
        <p className="max-w-[80ch] text-small text-ash">
          {say(`need.${plan.needSchool}.note`)} {rule.source}. {say('plan.scale-note')}
        </p>
      </section>

      <Working lines={need.lines} drinkingL={need.drinkingL} utilityL={need.utilityL} />
      <section>
        <h2 className="mb-1 text-base">{say('chart.title')}</h2>
        <Suspense fallback={<div className="h-[230px] border border-rule" />}>
          <NeedChart
            need={need}
            share={1 + plan.reserveShare}
            days={plan.targetDays}
            heldL={reach.drinkingL}
          />
        </Suspense>
      </section>
      <BuildingWater />
      <MixPlanner />
      <div className="grid grid-cols-[3fr_2fr] gap-8 max-wide:grid-cols-1">
        <HomeList />
        <OthersList />
      </div>
      <p className="max-w-[75ch] border-l-4 border-iron py-1 pl-3 text-small">{say('plan.caution')}</p>
    </div>
  );
}

/** The day's need line by line, so that anybody can add it up. */
function Working({
  lines,
  drinkingL,
  utilityL,
}: {
  lines: readonly NeedLine[];
  drinkingL: number;
  utilityL: number;
}) {
  const say = useSay();
  const { units } = useReader();
  const inUnits = (litres: number) => format.exactLitres(litres, units);
  return (
    <section>
      <h2 className="mb-1 text-base">{say('plan.day')}</h2>
      <table className="w-full max-w-[720px] border-collapse text-left">
        <thead className="text-small text-ash">
          <tr className="border-b border-slate">
            {['use', 'grade', 'users', 'rate', 'climate', 'litres'].map((head, i) => (
              <th key={head} scope="col" className={`py-1 font-semibold ${i > 1 ? 'text-right' : ''}`}>
                {say(`plan.table.${head}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map(line => (
            <tr key={`${line.use} ${line.of ?? ''} ${line.rateL}`} className="border-b border-rule">
              <td className="py-1">
                {line.of
                  ? say(`${line.use === 'animals' ? 'animal' : 'institution'}.${line.of}`)
                  : say(`use.${line.use}`)}
              </td>
              <td>{say(`grade.${line.grade}`)}</td>
              <td className="text-right">{format.number(line.users)}</td>
              <td className="text-right">× {inUnits(line.rateL)}</td>
              <td className="text-right">{line.climate === 1 ? '' : `× ${line.climate}`}</td>
              <td className="text-right">= {inUnits(line.litres)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td colSpan={6} className="py-1.5 text-right font-bold">
              {say('plan.sum', { drinkingL, utilityL })}
            </td>
          </tr>
        </tfoot>
      </table>
    </section>
  );
}
