import { standRules } from '#core/treatment/chlorine/contact.ts';
import type { DosePlan } from '#core/treatment/chlorine/instruct.ts';
import { spoonMl } from '#core/treatment/chlorine/measure.ts';
import type { DoseSchoolId } from '#core/treatment/chlorine/schools.ts';
import { STOP_OVER } from '#core/treatment/chlorine/slip.ts';
import { useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { RuleScale, type ScaleMark } from '../../ui/RuleScale.tsx';

const DOSE_TICKS = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];
const STAND_TICKS = [10, 20, 30, 60, 120, 240, 480];
const RESIDUAL_TICKS = [0, 1, 2, 3, 4, 5, 6];

/** Doses on a dose scale: every school for this very case, and where a tablespoon would land. */
export function DoseScale({
  plan,
  volumeL,
  onChoose,
}: {
  plan: DosePlan;
  volumeL: number;
  onChoose: (school: DoseSchoolId) => void;
}) {
  const say = useSay();
  const { units } = useReader();
  const strengthMgMl = plan.strength.mgMl ?? 0;
  const marks = plan.answers.flatMap((a): ScaleMark[] =>
    a.answers && a.doseMl > 0
      ? [
          {
            id: a.school,
            value: a.targetMgL,
            label: say(`school.${a.school}`),
            note: `${format.number(a.targetMgL)} · ${format.dose(a.doseMl, units)}`,
            ...(a.school === plan.chosen.school ? { tone: 'chosen' as const } : {}),
          },
        ]
      : [],
  );
  const spoonMgL = (spoonMl.tbsp * strengthMgMl) / volumeL;
  const isSlip = spoonMgL >= STOP_OVER * plan.roundedMgL && spoonMgL <= DOSE_TICKS.at(-1)!;
  if (isSlip)
    marks.push({
      id: 'slip',
      value: spoonMgL,
      label: say('scale.tablespoon'),
      note: format.number(spoonMgL),
      tone: 'slip',
    });
  const silent = plan.answers.filter(a => !a.answers || a.doseMl === 0);
  return (
    <section>
      <h2 className="mb-2 text-base">{say('scale.doses')}</h2>
      <RuleScale
        label={say('scale.doses')}
        spacing="log"
        ticks={DOSE_TICKS}
        bands={[{ from: 1, to: 20, tone: 'pool' }]}
        marks={marks}
        onChoose={id => onChoose(id as DoseSchoolId)}
      />
      <p className="text-small text-ash">{say('scale.usual')}</p>
      <ul className="mt-1 list-none p-0 text-small text-ash">
        {silent.map(a => (
          <li key={a.school}>
            {a.answers ? (
              <button
                type="button"
                aria-pressed={a.school === plan.chosen.school}
                className="font-semibold underline decoration-rule underline-offset-3"
                onClick={() => onChoose(a.school)}
              >
                {say(`school.${a.school}`)}
              </button>
            ) : (
              <strong>{say(`school.${a.school}`)}</strong>
            )}
            : {say(a.working)}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Minutes to stand: the usual half hour stands beside what holds for this water, so that the one is not taken for the other. */
export function StandScale({ plan }: { plan: DosePlan }) {
  const say = useSay();
  return (
    <section>
      <h2 className="mb-2 text-base">{say('scale.stand')}</h2>
      <RuleScale
        label={say('scale.stand')}
        spacing="log"
        ticks={STAND_TICKS}
        marks={standRules(plan.contact, plan.giardiaMin).map(({ rule, minutes, isChosen }) => ({
          id: rule,
          value: minutes,
          label: say(`stand.${rule}`),
          note: dates.duration(minutes),
          ...(isChosen ? { tone: 'chosen' as const } : {}),
        }))}
      />
    </section>
  );
}

/** What must be left after standing, on its own scale: a dose is never judged by these. */
export function ResidualScale() {
  const say = useSay();
  return (
    <section>
      <h2 className="mb-1 text-base">{say('scale.left')}</h2>
      <RuleScale
        label={say('scale.left')}
        spacing="linear"
        ticks={RESIDUAL_TICKS}
        bands={[
          { from: 0.2, to: 0.5, tone: 'pool' },
          { from: 4, to: 6, tone: 'clay' },
        ]}
        marks={[
          { id: 'least', value: 0.2, label: say('scale.least') },
          { id: 'mrdl', value: 4, label: say('scale.mrdl') },
          { id: 'who', value: 5, label: say('scale.who') },
        ]}
      />
    </section>
  );
}
