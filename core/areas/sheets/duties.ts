import type { Duty } from '../../base/duty.ts';
import { message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import type { State } from '../store/wholeState.ts';
import { runningSheets, sheetAt } from './sheets.ts';
import { TRAIN } from './train.ts';

/** Sheets whose clock runs, or whose next step waits; and water that a train left half-way. */
export const duties = (facts: Facts, state: State): Duty[] => [
  ...sheetDuties(facts, state),
  ...leftDuties(facts, state),
];

/** The water of a train that failed or was stopped is held until something is done about it. */
function leftDuties(facts: Facts, state: State): Duty[] {
  return Object.values(facts.container)
    .filter(({ held = [] }) => held.some(h => h.ended && h.method === TRAIN) && held.every(h => h.ended))
    .map(({ id, code }) => ({
      id: `train-left:${id}`,
      area: 'store',
      when: 'now',
      day: state.today,
      subject: id,
      what: message('duty.train-left', { code }),
      verdict: 'warn',
    }));
}

function sheetDuties(facts: Facts, state: State): Duty[] {
  return runningSheets(facts.sheet, state.now).map(sheet => {
    const { standsUntil, isOver, live, failing } = sheetAt(sheet, state.now);
    const isStanding = standsUntil !== undefined && !isOver;
    const code = facts.container[sheet.container ?? '']?.code;
    // a reading that did not pass says what to do about it
    const remedy = failing ? live?.onFail?.id : undefined;
    const id = `duty.sheet-${isStanding ? 'stands' : remedy ? 'fails' : 'waits'}${code ? '.of' : ''}`;
    return {
      id: `sheet:${sheet.id}`,
      area: 'bench',
      when: 'now',
      day: state.today,
      ...(isStanding ? { at: standsUntil } : {}),
      subject: sheet.id,
      what: message(id, {
        method: `method.${sheet.method}`,
        ...(code ? { code } : {}),
        ...(remedy ? { remedy } : {}),
        ...(isStanding ? { untilAt: standsUntil } : {}),
      }),
      verdict: isStanding ? 'ok' : 'warn',
    };
  });
}
