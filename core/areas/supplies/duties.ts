import type { Day } from '../../base/day.ts';
import { type Duty, whenOf } from '../../base/duty.ts';
import { message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { supplyUntil } from '../../storage/stock/until.ts';
import { filterStanding } from '../../treatment/filters/register.ts';
import { setStanding } from '../../treatment/sun/sets.ts';
import type { State } from '../store/wholeState.ts';

/** Filters that somebody must look at, or that may not be used any more. */
function filterDuties(facts: Facts, today: Day): Duty[] {
  return Object.values(facts.supply)
    .filter(supply => supply.kind === 'filter')
    .flatMap((filter): Duty[] => {
      const { judgement, visitOn } = filterStanding(filter, facts.group.timeZone, today);
      const isOut = judgement.verdict === 'refuse';
      return [
        {
          id: `filter:${filter.id}`,
          area: 'supplies',
          when: isOut ? 'now' : whenOf(visitOn, today),
          day: isOut ? today : visitOn,
          subject: filter.id,
          what: message(isOut ? 'duty.filter-out' : 'duty.filter-visit', { name: filter.name, visitOn }),
          verdict: isOut ? 'refuse' : 'ok',
          judgement,
        },
      ];
    });
}

/** Sets of bottles that lie, have stood too long, wait to be washed, or are worn out. */
function bottleDuties(facts: Facts, { now, today }: State): Duty[] {
  return Object.values(facts.supply)
    .filter(supply => supply.kind === 'bottles' && supply.bottles !== undefined)
    .flatMap((set): Duty[] => {
      const { judgement, phase, washOn } = setStanding(set, now, facts.group.timeZone);
      const isNow = judgement.verdict !== 'ok';
      const what = judgement.reason.id.replace('sets.', 'duty.set-');
      return [
        {
          id: `bottles:${set.id}`,
          area: 'supplies',
          when: isNow ? 'now' : whenOf(washOn, today),
          day: isNow ? today : washOn,
          subject: set.id,
          judgement,
          what: message(isNow ? what : 'duty.set-wash', { name: set.name }),
          verdict: phase === 'lying' ? 'ok' : judgement.verdict,
        },
      ];
    });
}

/** Supplies that must be replaced, and when. */
function supplyDuties(facts: Facts, today: Day): Duty[] {
  return Object.values(facts.supply).flatMap((supply): Duty[] => {
    const byDay = supplyUntil(supply);
    if (!byDay || supply.used >= supply.amount) return [];
    const isPast = byDay < today;
    const about = supply.kind === 'bleach' ? 'duty.bleach' : 'duty.supply';
    return [
      {
        id: `supply:${supply.id}`,
        area: 'supplies',
        when: whenOf(byDay, today),
        day: byDay,
        subject: supply.id,
        what: message(isPast ? `${about}-old` : about, { name: supply.name, byDay }),
        verdict: isPast ? 'refuse' : 'ok',
      },
    ];
  });
}

/** What waits of supplies: filters to look at, bottles in the sun, what runs out or goes bad. */
export const duties = (facts: Facts, state: State): Duty[] => [
  ...filterDuties(facts, state.today),
  ...bottleDuties(facts, state),
  ...supplyDuties(facts, state.today),
];
