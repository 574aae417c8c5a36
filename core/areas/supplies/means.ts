import type { Day } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import { supplyUntil } from '../../storage/stock/until.ts';
import { deviceCredit } from '../../treatment/filters/device.ts';
import { filterStanding } from '../../treatment/filters/register.ts';
import { stoves } from '../../treatment/heat/boil.ts';
import { inputsOfRemoval } from '../../treatment/methods/certificate.ts';
import type { Inputs } from '../../treatment/methods/method.ts';
import { settling } from '../../treatment/trains/buyable.ts';
import type { Means } from '../../treatment/trains/step.ts';
import { iodineBar } from '../plan/care.ts';
import { leftOf } from './cover.ts';
import type { SupplyFacts } from './facts.ts';

type Where = Pick<Facts, 'supply' | 'group' | 'plan' | 'home'>;
interface Way {
  readonly method: string;
  readonly inputs: Inputs;
  /** What tells it from another way of the same supply. */
  readonly as?: string;
}

const given = (id: string, value: number | string | undefined): Inputs =>
  value === undefined ? {} : { [id]: value };

/** How a kind of supply treats water, as the method that it is for asks it; nothing for what treats none by itself. */
const waysOf: Partial<Record<SupplyKind, (supply: SupplyFacts, facts: Where, today: Day) => readonly Way[]>> =
  {
    bleach: ({ bleach }, { plan }) => {
      if (!bleach) return [];
      const { product, basis, strength, keptC, madeOn, measuredMgMl } = bleach;
      const inputs = {
        ...{ product, basis, strength, keptC, strengthSchool: plan.strengthSchool },
        ...given('madeOn', madeOn),
        ...given('measuredMgMl', measuredMgMl),
      };
      return [
        { method: 'dose', inputs },
        { method: 'dose', inputs: { ...inputs, stand: 'giardia' }, as: 'long' },
      ];
    },
    'chlorine-tablets': ({ treatsL }) => [
      { method: 'tablets', inputs: { product: 'nadcc', ...given('packL', treatsL) } },
    ],
    'dioxide-tablets': ({ treatsL }) => [
      { method: 'tablets', inputs: { product: 'dioxide', ...given('packL', treatsL) } },
    ],
    flocculant: ({ treatsL }) => [{ method: 'flocculant', inputs: given('packL', treatsL) }],
    // what is made for all is not made with what harms one
    iodine: (_, facts, today) => [{ method: 'iodine', inputs: given('drinkers', iodineBar(facts, today)) }],
    'iodine-tablets': ({ treatsL }, facts, today) => [
      {
        method: 'iodine-tablets',
        inputs: { ...given('packL', treatsL), ...given('drinkers', iodineBar(facts, today)) },
      },
    ],
    alum: () => [{ method: 'alum', inputs: {} }],
    carbon: () => [{ method: 'carbon', inputs: {} }],
    lamp: () => [{ method: 'uv', inputs: {} }],
    bottles: ({ treatsL }) => [{ method: 'sun', inputs: given('bottleL', treatsL) }],
    filter: (supply, facts, today) => {
      const { device } = supply;
      if (!device) return [];
      const { newLH, lastLH } = filterStanding(supply, facts.group.timeZone, today);
      const { certified, poreUm, rating } = device;
      const inputs = {
        device: device.kind,
        ...given('poreUm', poreUm),
        ...given('rating', rating),
        ...certified,
        ...inputsOfRemoval(device.removes),
        ...given('newLH', newLH),
        ...given('nowLH', lastLH),
        // sand that somebody keeps in use has its skin
        ...(device.kind === 'slow-sand' ? { weeks: 52 } : {}),
      };
      return [{ method: 'filter', inputs }];
    },
  };

const boils = (kind: SupplyKind): readonly Way[] => {
  const stove = stoves.find(s => s.fuel === kind);
  return stove ? [{ method: 'boil', inputs: { stove: stove.id, powerKw: stove.powerKw } }] : [];
};

/** What tells one thing from another of its method: two bottles of bleach, old and new, are one. */
const alikeBy = ['product', 'packL', 'device', 'stove', 'bottleL', 'stand'] as const;

/** Bleach of which nobody knows the age comes last; what has no date, as fuel has none, keeps. */
const UNDATED = '0000';
const NO_DATE = '9999';

/** Which of two that are alike is taken: the one that is trusted for longer, and of those the one that there is more of. */
const rankOf = (supply: SupplyFacts, today: Day): string =>
  `${supplyUntil(supply) ?? (supply.bleach ? UNDATED : NO_DATE)} ${leftOf(supply, today).toFixed(3).padStart(16, '0')}`;

/**
 * What is at hand for treating water: what is kept, in date and fit for use, of each kind one, however many there are; and a
 * vessel to let water stand in, which everybody has.
 */
export function meansAtHand(facts: Where, today: Day): Means[] {
  const means = new Map<string, { readonly rank: string; readonly means: Means }>();
  for (const supply of Object.values(facts.supply)) {
    const left = leftOf(supply, today);
    if (left <= 0) continue;
    const rank = rankOf(supply, today);
    const ways = waysOf[supply.kind]?.(supply, facts, today) ?? boils(supply.kind);
    for (const { method, inputs, as } of ways) {
      const earns = supply.device ? Object.values(deviceCredit(supply.device)) : [];
      const key = [method, ...alikeBy.map(id => inputs[id]), ...earns].join('|');
      if ((means.get(key)?.rank ?? '') >= rank) continue;
      const of: Means = {
        id: `${supply.id}${as ? `:${as}` : ''}`,
        method,
        inputs,
        name: supply.name,
        supply: supply.id,
        left: { kind: supply.kind, amount: left },
      };
      means.set(key, { rank, means: of });
    }
  }
  return [settling, ...[...means.values()].map(m => m.means)];
}
