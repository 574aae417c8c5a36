import { asks, everyDaysOf } from '#core/areas/readings/due.ts';
import { samplingSet } from '#core/areas/readings/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { type SamplingRuleId, samplingRule, samplingRuleIds } from '#core/water/quality/samplingPlan.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** How often what is sampled: each rule a sentence whose blank records as it is left. */
export function SamplingPlan() {
  const say = useSay();
  const facts = useFacts();
  return (
    <section aria-label={say('plan-of-tests.title')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('plan-of-tests.title')}</h2>
      <p className="text-small text-ash">{say('plan-of-tests.note')}</p>
      <ul className="m-0 list-none p-0">
        {samplingRuleIds.map(rule => (
          <li key={rule} className={asks(facts, rule) ? '' : 'text-ash'}>
            <Sentence>
              <span className="text-base">
                {samplingRule(rule).at ? <BatchRule rule={rule} /> : <RhythmRule rule={rule} />}
              </span>
            </Sentence>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What a rule is set to, and how it is set. */
function useRule(rule: SamplingRuleId) {
  const say = useSay();
  const facts = useFacts();
  const { recordAndTell } = useRecord();
  const value = everyDaysOf(facts.sampling, rule);
  const set = (everyDays: number | undefined) => {
    if (everyDays === undefined || everyDays === value) return;
    void recordAndTell([draft('sampling.set', 'sampling', { rule, everyDays })], say('plan-of-tests.told'));
  };
  return { value, set, params: { rule: `sampling.${rule}` }, asked: asks(facts, rule) ? 'yes' : 'no' };
}

function RhythmRule({ rule }: { rule: SamplingRuleId }) {
  const say = useSay();
  const { value, set, params, asked } = useRule(rule);
  return (
    <Phrase
      text="plan-of-tests.sentence"
      params={params}
      cases={{ asks: asked }}
      blanks={{
        days: (
          <QuantityBlank
            label={say('plan-of-tests.days', params)}
            dimension="timeDays"
            value={value}
            wholeNumbers
            {...boundsOf(samplingSet, 'everyDays')}
            onLeave
            onValue={set}
          />
        ),
      }}
    />
  );
}

function BatchRule({ rule }: { rule: SamplingRuleId }) {
  const say = useSay();
  const { value, set, params, asked } = useRule(rule);
  return (
    <Phrase
      text="plan-of-tests.batch-sentence"
      params={params}
      cases={{ asks: asked }}
      blanks={{
        each: (
          <ChoiceBlank<'each' | 'none'>
            label={say('plan-of-tests.batch', params)}
            value={value > 0 ? 'each' : 'none'}
            onValue={each => set(each === 'each' ? 1 : 0)}
            choices={[
              { value: 'each', label: say('plan-of-tests.each') },
              { value: 'none', label: say('plan-of-tests.none') },
            ]}
          />
        ),
      }}
    />
  );
}
