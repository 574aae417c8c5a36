import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { heldAt } from '#core/areas/sources/findings.ts';
import { noticesFor, sourcedOf, stopsAt } from '#core/areas/sources/known.ts';
import type { WaterState } from '#core/areas/store/state.ts';
import type { Instant } from '#core/base/day.ts';
import { type Judgement, type Message, message, type Params } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import { type Credit, targets } from '#core/treatment/credit/credit.ts';
import type { Hold } from '#core/water/findings/holds.ts';
import { asItComes, type Required, requiredOf } from '#core/water/waters.ts';

/** How a source stands today, as it is drawn and said. */
export interface SourceStanding {
  readonly state: WaterState;
  readonly stop: Judgement | undefined;
  readonly holds: readonly Hold[];
  readonly notices: ReturnType<typeof noticesFor>;
  readonly required: Required | undefined;
}

/** What a credit asks, as a text is filled with it: the germs that are to be taken out, and how much of each. */
const asksOf = (aim: Credit): Params => ({
  ...aim,
  germs: targets
    .filter(target => aim[target] > 0)
    .map(target => `log.${target}`)
    .join(),
});

/** What is to be done before a source is drunk from, as one sentence. */
export function askedOf({ state, stop, notices, required }: SourceStanding): Message {
  const [notice] = notices;
  if (stop) return stop.reason;
  if (notice) return notice.allClear ? message('sources.watch') : message(`notice.${notice.kind}.remedy`);
  if (!required) return message('sources.stop');
  return state === 'ready'
    ? message('sources.asks-nothing')
    : message('sources.asks-line', asksOf(required.aim));
}

/** Stops first, then what authorities say, then what its water asks. */
export function standingOf(facts: Facts, source: SourceFacts, now: Instant): SourceStanding {
  const [stop] = stopsAt(facts, source, now);
  const holds = heldAt(facts, source, now);
  const notices = noticesFor(facts, source.id);
  const { water, origin } = sourcedOf(facts, source, now);
  const required = requiredOf(water, origin);
  const isFresh =
    asItComes(water, origin) === 'drinking' || (origin?.protection === 'tested' && required !== undefined);
  const state: WaterState =
    stop || !required ? 'failed' : notices.length > 0 ? 'past' : isFresh ? 'ready' : 'utility';
  return { state, stop, holds, notices, required };
}
