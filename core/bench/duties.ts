import type { Duty } from '../duty.ts';
import { message } from '../judgement.ts';
import type { Facts } from '../log/facts.ts';
import type { State } from '../store/state.ts';
import { runningSheets, sheetAt } from './sheets.ts';

/** Sheets whose clock runs, or whose next step waits. */
export function duties(facts: Facts, state: State): Duty[] {
  return runningSheets(facts.sheet, state.now).map(sheet => {
    const { standsUntil, isOver } = sheetAt(sheet, state.now);
    const isStanding = standsUntil !== undefined && !isOver;
    const code = facts.container[sheet.container ?? '']?.code;
    const id = `duty.sheet-${isStanding ? 'stands' : 'waits'}${code ? '.of' : ''}`;
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
        ...(isStanding ? { untilAt: standsUntil } : {}),
      }),
      verdict: isStanding ? 'ok' : 'warn',
    };
  });
}
