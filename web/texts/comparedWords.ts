import type { UnitSystem } from '#core/base/units/system.ts';
import { supplyKinds } from '#core/storage/stock/kinds.ts';
import { type Target, targets } from '#core/treatment/credit/credit.ts';
import { type Compared, effects, troubles } from '#core/treatment/trains/compare.ts';
import * as dates from './dates.ts';
import * as format from './format.ts';
import { list, listing } from './lists.ts';
import type { Say } from './texts.ts';
import { thingName } from './thingName.ts';

/** What is said of each way, in the order of the columns. */
export const comparedColumns = [
  'name',
  ...targets,
  'out',
  'in',
  'time',
  'hand',
  'takes',
  'cost',
  'bad',
] as const;
export type ComparedColumn = (typeof comparedColumns)[number];

/** What a household measures water by, in litres: a litre, or a gallon of its own. */
const aVolumeL = (units: UnitSystem): number => 1 / format.volumeFigure(1, units);

const NOTHING = '–';
const isGerm = (column: ComparedColumn): column is Target => targets.some(target => target === column);

/** What one way says in one column: the same on the screen and on paper. */
export function comparedCell(row: Compared, column: ComparedColumn, units: UnitSystem, say: Say): string {
  if (isGerm(column)) return row.credit[column] > 0 ? format.log(row.credit[column]) : NOTHING;
  switch (column) {
    case 'name':
      return thingName(row.means, say);
    case 'out':
      return list(row.takesOut.map(hazard => say(`hazard.${hazard}`))) || NOTHING;
    case 'in':
      return list(row.leavesIn.map(hazard => say(`hazard.${hazard}`))) || NOTHING;
    case 'time':
      return timeOf(row, say);
    case 'hand':
      return dates.duration(row.handMin);
    case 'takes':
      return listing(row.perL.map(use => takenWords(use, row.litres, units, say))) || NOTHING;
    case 'cost':
      return row.costL === undefined
        ? NOTHING
        : format.number(Number((row.costL * aVolumeL(units)).toPrecision(2)));
    case 'bad':
      return badWords(row, say);
  }
}

function timeOf({ untimed, minutes }: Compared, say: Say): string {
  if (untimed === 'flow') return say('compare.flow');
  return untimed === 'heating' ? say('compare.heating', { minutes }) : dates.duration(minutes);
}

/** Pieces are counted for the whole, a device takes of its own life, the rest is measured. */
function takenWords(
  { supply, amount }: Compared['perL'][number],
  litres: number,
  units: UnitSystem,
  say: Say,
): string {
  const { unit } = supplyKinds[supply];
  if (unit === 'pieces') return say('compare.piece', { count: Math.ceil(amount * litres - 1e-9) });
  if (unit === 'L') return say('compare.life');
  const taken = amount * aVolumeL(units);
  const text = unit === 'kg' ? format.grams(taken * 1000, units) : format.supply(taken, unit, units);
  return say('compare.amount', { amount: text, supply: `supply.${supply}` });
}

/** What comes in its way, the worst first, and why it would not be done today. */
function badWords(row: Compared, say: Say): string {
  const said = effects.flatMap(effect => {
    const of = troubles.filter(trouble => row.troubles[trouble] === effect);
    return of.length === 0
      ? []
      : [say(`compare.${effect}`, { list: list(of.map(trouble => say(`compare.trouble.${trouble}`))) })];
  });
  const now = row.now ? [say('compare.now', { why: say(row.now.reason) })] : [];
  return [...said, ...now].join('; ') || NOTHING;
}
