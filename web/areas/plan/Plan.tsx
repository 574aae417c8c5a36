import { lazy, Suspense, useMemo } from 'react';
import type { PlanFields } from '#core/areas/plan/fields.ts';
import { needGroup } from '#core/areas/store/wholeState.ts';
import { citations } from '#core/base/citations.ts';
import { dailyNeed, type NeedSchoolId, needSchools, stockNeedL } from '#core/planning/need/need.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useToday, useWaterState } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { RuleScale } from '../../ui/RuleScale.tsx';
import { BuildingWater } from './BuildingWater.tsx';
import { HomeList } from './HomeList.tsx';
import { MixPlanner } from './MixPlanner.tsx';
import { NeedWorking } from './NeedWorking.tsx';
import { OthersList } from './OthersList.tsx';
import { PlanSentence } from './PlanSentence.tsx';
import { WhatIf } from './WhatIf.tsx';

const NeedChart = lazy(() => import('./NeedChart.tsx'));

type Set = (change: Partial<PlanFields>) => void;

/** How much to keep: the answer first, then the sentence it follows from, the rules side by side, and the people. */
export function Plan() {
  const say = useSay();
  const { plan } = useFacts();
  const { need, reach } = useWaterState();
  const { recordAndTell } = useRecord();
  const set: Set = change => void recordAndTell([draft('plan.set', 'plan', change)], say('plan.changed'));
  return (
    <div className="flex max-w-[1080px] flex-col gap-6 p-6 max-wide:p-4">
      <Answer />
      <PlanSentence set={set} />
      <WhatIf />
      <Rules set={set} />
      <NeedWorking lines={need.lines} drinkingL={need.drinkingL} utilityL={need.utilityL} />
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

/** What to keep, what is there of it, and how that was worked out. */
function Answer() {
  const say = useSay();
  const { plan } = useFacts();
  const { need, reach } = useWaterState();
  const keepL = stockNeedL(need.drinkingL, plan.targetDays, plan.reserveShare);
  const utilityL = stockNeedL(need.utilityL, plan.targetDays, plan.reserveShare);
  const missingL = keepL - reach.drinkingL;
  return (
    <div>
      <h1 className="text-title">{say('area.plan')}</h1>
      <p className="mt-1 text-[40px] leading-[46px] font-extrabold" data-testid="plan-answer">
        {say('plan.answer', { litres: keepL })}
      </p>
      <p className="text-large">
        {utilityL > 0 && <>{say('plan.answer-utility', { litres: utilityL })} </>}
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
        {reach.days !== null && (
          <>
            {' '}
            · {say('plan.held-by', { held: reach.drinkingL, perDay: reach.drinkingNeedL, days: reach.days })}
          </>
        )}
      </p>
    </div>
  );
}

/** Round figures that hold the marks of a scale. */
function ticksTo(most: number): number[] {
  const step =
    [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000].find(s => most / s <= 8) ?? 20_000;
  return Array.from({ length: Math.ceil(most / step) + 1 }, (_, i) => i * step);
}

/** What each rule says a day of this group takes, on one scale; the one in force with its reason. */
function Rules({ set }: { set: Set }) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const today = useToday();
  const { needSchool } = facts.plan;
  const group = useMemo(() => needGroup(facts, today), [facts, today]);
  const schools = needSchools.map(s => ({ ...s, need: dailyNeed(s.id, group) }));
  const inUnits = (litres: number) => format.litres(litres, units);
  const source = citations[schools.find(s => s.id === needSchool)!.source];
  return (
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
          ...(s.id === needSchool ? { tone: 'chosen' as const } : {}),
        }))}
        onChoose={id => set({ needSchool: id as NeedSchoolId })}
      />
      <p className="max-w-[80ch] text-small text-ash">
        {say(`need.${needSchool}.note`)} {source}. {say('plan.scale-note')}
      </p>
    </section>
  );
}
