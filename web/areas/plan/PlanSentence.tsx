import type { PlanFields } from '#core/areas/plan/fields.ts';
import { plan as planFields } from '#core/areas/plan/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { freshShares, type NeedSchoolId, needSchools } from '#core/planning/need/need.ts';
import { type Climate, climateFactor, dayLadder } from '#core/planning/need/rates.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

interface Props {
  readonly plan: PlanFields;
  readonly set: (change: Partial<PlanFields>) => void;
}

const climates = Object.keys(climateFactor) as Climate[];

/** What the plan is: for how many days, by which rule, in which climate, with how much in reserve. */
export function PlanSentence({ set }: Pick<Props, 'set'>) {
  const { plan } = useFacts();
  return (
    <>
      <Sentence>
        <Phrase
          text="plan.sentence"
          blanks={{
            days: <DaysBlank plan={plan} set={set} />,
            school: <SchoolBlank plan={plan} set={set} />,
            shares: plan.needSchool === 'by-person' && <SharesBlanks plan={plan} set={set} />,
            own: plan.needSchool === 'own' && <OwnRuleBlanks plan={plan} set={set} />,
            climate: <ClimateBlank plan={plan} set={set} />,
            reserve: <ReserveBlank plan={plan} set={set} />,
          }}
        />
      </Sentence>
      <Ladder set={set} />
    </>
  );
}

function DaysBlank({ plan, set }: Props) {
  const say = useSay();
  return (
    <QuantityBlank
      onLeave
      label={say('plan.days')}
      dimension="timeDays"
      value={plan.targetDays}
      onValue={targetDays => targetDays !== undefined && set({ targetDays })}
      {...boundsOf(planFields, 'targetDays')}
    />
  );
}

function SchoolBlank({ plan, set }: Props) {
  const say = useSay();
  return (
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
  );
}

/** Cooking and hygiene of the rule by person. */
function SharesBlanks({ plan, set }: Props) {
  const say = useSay();
  const shares = plan.shares ?? freshShares;
  const blank = (share: 'cookingL' | 'hygieneL') => (
    <QuantityBlank
      onLeave
      label={say(`plan.share.${share}`)}
      dimension="volumeL"
      value={shares[share]}
      onValue={litres =>
        litres !== undefined && litres !== shares[share] && set({ shares: { ...shares, [share]: litres } })
      }
      {...boundsOf(planFields, `shares.${share}`)}
    />
  );
  return (
    <Phrase text="plan.sentence.shares" blanks={{ cooking: blank('cookingL'), hygiene: blank('hygieneL') }} />
  );
}

/** Litres a head of a group's own rule. */
function OwnRuleBlanks({ plan, set }: Props) {
  const say = useSay();
  const { ownRule } = plan;
  return (
    <Phrase
      text="plan.sentence.own"
      blanks={{
        drinking: (
          <QuantityBlank
            onLeave
            label={say('plan.own-drinking')}
            dimension="volumeL"
            value={ownRule.drinkingL}
            onValue={drinkingL => drinkingL !== undefined && set({ ownRule: { ...ownRule, drinkingL } })}
            {...boundsOf(planFields, 'ownRule.drinkingL')}
          />
        ),
        utility: (
          <QuantityBlank
            onLeave
            label={say('plan.own-utility')}
            dimension="volumeL"
            value={ownRule.utilityL}
            onValue={utilityL => utilityL !== undefined && set({ ownRule: { ...ownRule, utilityL } })}
            {...boundsOf(planFields, 'ownRule.utilityL')}
          />
        ),
      }}
    />
  );
}

function ClimateBlank({ plan, set }: Props) {
  const say = useSay();
  return (
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
  );
}

function ReserveBlank({ plan, set }: Props) {
  const say = useSay();
  return (
    <QuantityBlank
      onLeave
      label={say('plan.reserve')}
      dimension="percent"
      value={Math.round(plan.reserveShare * 100)}
      onValue={share => share !== undefined && set({ reserveShare: share / 100 })}
      {...boundsOf(planFields, 'reserveShare', 100)}
    />
  );
}

/** Days worth keeping, one press each. */
function Ladder({ set }: Pick<Props, 'set'>) {
  const say = useSay();
  return (
    <p className="-mt-3 flex flex-wrap items-center gap-2 text-small text-ash">
      <Phrase
        text="plan.ladder-sentence"
        blanks={{
          steps: dayLadder.map(days => (
            <Button key={days} look="quiet" className="text-small" onClick={() => set({ targetDays: days })}>
              {say(`ladder.${days}`)}
            </Button>
          )),
        }}
      />
    </p>
  );
}
