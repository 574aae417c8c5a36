import { type State, stateInLots } from '#core/areas/store/wholeState.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Reader } from '#web/texts/format.ts';
import { languageFor } from '#web/texts/languages.ts';
import { doneInLots } from './lots.ts';
import type { RouteContext } from './routeContext.ts';

/** What was acknowledged, and the state of everything at this moment. */
export async function stateNow({ log, clock }: Pick<RouteContext, 'log' | 'clock'>): Promise<{
  facts: Facts;
  state: State;
}> {
  const { facts } = await log.view();
  return { facts, state: await doneInLots(stateInLots(facts, clock.now())) };
}

/** Whom the server writes for. */
export const readerOf = (
  { group }: Facts,
  { units = 'metric', paper, language }: Partial<Reader> = {},
): Reader => ({
  ...{ units, timeZone: group.timeZone, language: languageFor(language ? [language] : []).tag },
  ...(paper ? { paper } : {}),
});
