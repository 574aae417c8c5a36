import { samplingRuleIds } from '#core/quality/samplingPlan.ts';
import { asks, everyDaysOf } from '#core/tests/due.ts';
import { useFacts } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** How often what is sampled: each rule a sentence whose blank records as it is left. */
export function SamplingPlan() {
  const say = useSay();
  const facts = useFacts();
  const { recordAndTell } = useRecord();
  return (
    <section aria-label={say('plan-of-tests.title')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('plan-of-tests.title')}</h2>
      <p className="text-small text-ash">{say('plan-of-tests.note')}</p>
      <ul className="m-0 list-none p-0">
        {samplingRuleIds.map(rule => (
          <li key={rule} className={asks(facts, rule) ? '' : 'text-ash'}>
            <Sentence>
              <span className="text-base">
                <Phrase
                  text="plan-of-tests.sentence"
                  params={{ rule: `sampling.${rule}` }}
                  cases={{ asks: asks(facts, rule) ? 'yes' : 'no' }}
                  blanks={{
                    days: (
                      <QuantityBlank
                        label={say('plan-of-tests.days', { rule: `sampling.${rule}` })}
                        dimension="timeDays"
                        value={everyDaysOf(facts.sampling, rule)}
                        wholeNumbers
                        least={0}
                        most={3650}
                        onLeave
                        onValue={everyDays =>
                          everyDays !== undefined &&
                          everyDays !== everyDaysOf(facts.sampling, rule) &&
                          void recordAndTell(
                            [draft('sampling.set', 'sampling', { rule, everyDays })],
                            say('plan-of-tests.told'),
                          )
                        }
                      />
                    ),
                  }}
                />
              </span>
            </Sentence>
          </li>
        ))}
      </ul>
    </section>
  );
}
