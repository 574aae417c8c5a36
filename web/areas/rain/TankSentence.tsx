import { memo, useState } from 'react';
import { type RainPlan, rainPlan } from '#core/areas/rain/fields.ts';
import { areaOf, catchmentsOf, recordOf } from '#core/areas/rain/known.ts';
import { goesByDays, sameEachMonth, yearCvOf } from '#core/areas/rain/plan.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { yieldRules } from '#core/rain/catchment/balance.ts';
import { climateIds } from '#core/rain/weather/climates.ts';
import { MONTHS, sumOf, yearsOf } from '#core/rain/weather/normals.ts';
import { useFacts, useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

interface Props {
  readonly plan: RainPlan;
  readonly ownL: number;
  readonly onPlan: (change: Partial<RainPlan>) => void;
}

/** What a tank is sized by, as a sentence. */
export const TankSentence = memo(function TankSentence({ plan, ownL, onPlan }: Props) {
  const say = useSay();
  const facts = useFacts();
  const [isByMonth, setByMonth] = useState(false);
  const meanL = sumOf(plan.needL) / MONTHS;
  const differs = plan.needL.some(litres => litres !== plan.needL[0]);
  return (
    <Sentence>
      <Phrase
        text="rain.sentence"
        cases={{ by: goesByDays(facts, plan) ? 'record' : 'years' }}
        blanks={{
          roofs: <RoofsBlank plan={plan} onPlan={onPlan} />,
          tank: (
            <QuantityBlank
              label={say('rain.tank')}
              dimension="volumeL"
              value={ownL > 0 ? ownL : undefined}
              placeholder={say('rain.tank.none')}
              {...boundsOf(rainPlan, 'tankL')}
              onValue={tankL => tankL !== undefined && onPlan({ tankL })}
            />
          ),
          need: (
            <QuantityBlank
              label={say('rain.need')}
              dimension="volumeL"
              value={Math.round(meanL * 10) / 10}
              {...boundsOf(rainPlan, 'needL')}
              onValue={litres => litres !== undefined && onPlan({ needL: sameEachMonth(litres) })}
            />
          ),
          months: (
            <Button look="quiet" aria-expanded={isByMonth} onClick={() => setByMonth(!isByMonth)}>
              {say(differs ? 'rain.by-month.differs' : 'rain.by-month')}
            </Button>
          ),
          use: <UseBlank plan={plan} onPlan={onPlan} />,
          asked: (
            <QuantityBlank
              label={say('rain.asked')}
              dimension="percent"
              value={Math.round(plan.askedShare * 1000) / 10}
              {...boundsOf(rainPlan, 'askedShare', 100)}
              onValue={percent => percent !== undefined && onPlan({ askedShare: percent / 100 })}
            />
          ),
          weather: <WeatherBlank plan={plan} onPlan={onPlan} />,
          years: (
            <QuantityBlank
              label={say('rain.years')}
              dimension="number"
              value={plan.years}
              {...boundsOf(rainPlan, 'years')}
              onLeave
              onValue={years => years !== undefined && onPlan({ years })}
            />
          ),
          differ: (
            <QuantityBlank
              label={say('rain.differ')}
              dimension="percent"
              value={Math.round(yearCvOf(plan) * 1000) / 10}
              {...boundsOf(rainPlan, 'yearCv', 100)}
              onLeave
              onValue={percent => percent !== undefined && onPlan({ yearCv: percent / 100 })}
            />
          ),
          rule: <RuleBlank plan={plan} onPlan={onPlan} />,
        }}
      />
      <OutageSentence plan={plan} onPlan={onPlan} />
      {isByMonth && <NeedByMonth plan={plan} onPlan={onPlan} />}
    </Sentence>
  );
});

type BlankProps = Pick<Props, 'plan' | 'onPlan'>;

/** What the water is for. */
function UseBlank({ plan, onPlan }: BlankProps) {
  const say = useSay();
  return (
    <ChoiceBlank<RainPlan['use']>
      label={say('rain.use')}
      value={plan.use}
      onValue={use => onPlan({ use })}
      choices={(['utility', 'drinking'] as const).map(value => ({
        value,
        label: say(`rain.use.${value}`),
        note: say(`rain.use.${value}.note`),
      }))}
    />
  );
}

/** Whether what is drawn comes before what spills. */
function RuleBlank({ plan, onPlan }: BlankProps) {
  const say = useSay();
  return (
    <ChoiceBlank<RainPlan['rule']>
      label={say('rain.rule')}
      value={plan.rule}
      onValue={rule => onPlan({ rule })}
      choices={yieldRules.map(value => ({
        value,
        label: say(`rain.rule.${value}`),
        note: say(`rain.rule.${value}.note`),
      }))}
    />
  );
}

/** For whom, and for how long, an outage is; what one of them drinks is what the roof serves people with. */
function OutageSentence({ plan, onPlan }: Pick<Props, 'plan' | 'onPlan'>) {
  const say = useSay();
  return (
    <span className="block text-base">
      <Phrase
        text="rain.outage"
        blanks={{
          people: (
            <QuantityBlank
              label={say('rain.outage.people')}
              dimension="number"
              value={plan.outagePeople}
              {...boundsOf(rainPlan, 'outagePeople')}
              onValue={outagePeople => outagePeople !== undefined && onPlan({ outagePeople })}
            />
          ),
          days: (
            <QuantityBlank
              label={say('rain.outage.days')}
              dimension="timeDays"
              value={plan.outageDays}
              {...boundsOf(rainPlan, 'outageDays')}
              onValue={outageDays => outageDays !== undefined && onPlan({ outageDays })}
            />
          ),
          each: (
            <QuantityBlank
              label={say('rain.outage.each')}
              dimension="volumeL"
              value={plan.outageL}
              {...boundsOf(rainPlan, 'outageL')}
              onValue={outageL => outageL !== undefined && onPlan({ outageL })}
            />
          ),
        }}
      />
    </span>
  );
}

function RoofsBlank({ plan, onPlan }: Pick<Props, 'plan' | 'onPlan'>) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  return (
    <ManyBlank<string>
      label={say('rain.roofs')}
      values={plan.catchments}
      placeholder={say('rain.roofs.none')}
      onValues={catchments => onPlan({ catchments })}
      choices={catchmentsOf(facts).map(c => ({
        value: c.id,
        label: say('rain.roof', { name: c.name, areaText: format.area(areaOf(c), units) }),
        note: say(`surface.${c.surface}`),
      }))}
    />
  );
}

/** A record, the months that were written down, or a climate that ships with it. */
function WeatherBlank({ plan, onPlan }: Pick<Props, 'plan' | 'onPlan'>) {
  const say = useSay();
  const facts = useFacts();
  const value =
    plan.weather === 'record' ? (plan.record ?? '') : plan.weather === 'normals' ? 'normals' : plan.climate;
  return (
    <ChoiceBlank<string>
      label={say('rain.weather')}
      value={value}
      onValue={next => {
        const climate = climateIds.find(id => id === next);
        if (climate) onPlan({ weather: 'climate', climate });
        else if (next === 'normals') onPlan({ weather: 'normals' });
        else onPlan({ weather: 'record', record: next });
      }}
      choices={[
        ...Object.values(facts.rainfall).map(r => ({
          value: r.id as string,
          label: say('rain.weather.record', {
            count: Math.max(1, Math.round(yearsOf(recordOf(r).mm))),
            name: r.name,
          }),
          note: say(
            goesByDays(facts, { ...plan, weather: 'record', record: r.id })
              ? 'rain.weather.record.note'
              : 'rain.weather.record.short',
          ),
        })),
        ...(facts.rain.normals ? [{ value: 'normals', label: say('rain.weather.normals') }] : []),
        ...climateIds.map(id => ({
          value: id as string,
          label: say(`weather-climate.${id}`),
          note: say('rain.weather.made-up'),
        })),
      ]}
    />
  );
}

/** The need of each month, where it is not the same all year. */
function NeedByMonth({ plan, onPlan }: Pick<Props, 'plan' | 'onPlan'>) {
  const say = useSay();
  return (
    <fieldset className="my-2 grid grid-cols-6 gap-x-4 border-0 border-l-4 border-rule p-0 pl-3 text-base max-wide:grid-cols-3">
      <legend className="sr-only">{say('rain.by-month')}</legend>
      {plan.needL.map((litres, month) => {
        const name = dates.monthName(month);
        return (
          <div key={name} className="flex flex-col leading-tight">
            <span className="text-small text-ash">{name}</span>
            <QuantityBlank
              label={say('rain.need-in', { month: name })}
              dimension="volumeL"
              value={litres}
              {...boundsOf(rainPlan, 'needL')}
              onValue={next =>
                next !== undefined &&
                onPlan({ needL: plan.needL.map((old, i) => (i === month ? next : old)) })
              }
            />
          </div>
        );
      })}
    </fieldset>
  );
}
