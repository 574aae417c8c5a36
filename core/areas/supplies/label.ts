import { type Message, message } from '../../base/judgement.ts';
import { supplyUntil } from '../../storage/stock/until.ts';
import type { Label } from '../store/label.ts';
import type { SupplyFacts } from './facts.ts';

/** The label of a chemical, decanted or not: what it is, its strength, its dates, and that nobody drinks it. */
export function supplyLabel(supply: SupplyFacts): Label {
  const { bleach } = supply;
  const until = supplyUntil(supply);
  const lines: Message[] = [message('label.supply', { what: `supply.${supply.kind}` })];
  if (bleach)
    lines.push(message('label.strength', { strength: bleach.strength, basis: `basis.${bleach.basis}` }));
  const made = bleach?.madeOn ?? supply.madeOn;
  if (made) lines.push(message('label.made', { madeDay: made }));
  if (supply.openedOn) lines.push(message('label.opened', { openedDay: supply.openedOn }));
  if (until) lines.push(message('label.use-by', { untilDay: until }));
  return {
    container: supply.id,
    code: supply.name,
    grade: message('label.chemical'),
    notForDrinking: true,
    lines,
    where: supply.where ?? '',
  };
}
