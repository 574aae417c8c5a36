import type { Facts } from '../../log/facts.ts';
import { type Index, lookUp } from '../../log/lookUp.ts';
import { codeKey } from './code.ts';
import { container, place } from './subjects.ts';

const none: ReadonlySet<string> = new Set();
const index = (facts: Pick<Facts, 'container'>, name: 'code' | 'place' | 'alarm' | 'poured'): Index =>
  lookUp(facts.container, container.indexes ?? {}, name);

/** Containers that wear a code. */
export const containersOfCode = (facts: Pick<Facts, 'container'>, code: string): ReadonlySet<string> =>
  index(facts, 'code').get(codeKey(code)) ?? none;

/** Containers that stand in a place. */
export const containersIn = (facts: Pick<Facts, 'container'>, id: string): ReadonlySet<string> =>
  index(facts, 'place').get(id) ?? none;

/** Containers in which a fail was found: what was filled with them is watched until it is tested itself. */
export const containersAlarmed = (facts: Pick<Facts, 'container'>): ReadonlySet<string> =>
  index(facts, 'alarm').get('some') ?? none;

/** Containers of which a part was poured out of another: what is found there is told of them. */
export const containersPoured = (facts: Pick<Facts, 'container'>): ReadonlySet<string> =>
  index(facts, 'poured').get('some') ?? none;

/** Places of a building. */
export const placesOf = (facts: Pick<Facts, 'place'>, building: string): ReadonlySet<string> =>
  lookUp(facts.place, place.indexes ?? {}, 'building').get(building) ?? none;
