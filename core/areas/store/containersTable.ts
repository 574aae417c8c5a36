import { dayOf } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import { lastFree } from '../../water/quality/fitness.ts';
import type { ContainerFacts } from './facts.ts';
import type { State } from './wholeState.ts';

/** A figure that can be read one way only: three decimals could be thousands where the point parts those. */
const figure = (value: number): string =>
  String(Math.round(value * 1e6) / 1e6).replace(/^(\d{1,3}\.\d{3})$/, '$10');

/**
 * Every container as a row of a table, in words that a list is taken in by (listFields.ts): what failed, is condemned, raw or
 * waiting comes back as that.
 */
export function containersTable(
  facts: Facts,
  state: State,
  containers: readonly ContainerFacts[] = Object.values(facts.container),
): Record<string, string | number>[] {
  return containers.map(c => {
    const at = state.containers[c.id]!;
    const place = facts.place[c.place];
    return {
      code: c.code,
      kind: c.kind,
      place: place?.name ?? '',
      building: facts.building[place?.building ?? '']?.name ?? '',
      shelf: c.shelf ?? '',
      held_before: c.heldBefore,
      role: c.role,
      water: c.fill?.water ?? '',
      origin: Object.values(c.fill?.origin ?? {})[0] ?? '',
      sealed: c.fill ? (c.fill.sealed ? 'yes' : 'no') : '',
      litres: figure(at.litres),
      residual_mg_l: lastFree(c.fill?.readings ?? [])?.mgL ?? '',
      filled: c.fill ? dayOf(c.fill.at, facts.group.timeZone) : '',
      best_before: c.fill?.printedUntil ?? '',
      good_until: at.goodUntil?.day ?? '',
      state: c.condemned ? 'condemned' : at.state,
      set_apart: c.setApart ?? '',
      note: c.note ?? '',
    };
  });
}
