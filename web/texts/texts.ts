import type { Message, Params } from '#core/base/judgement.ts';
import { useReader } from '../session/state.ts';
import { sayTo } from './catalogue.ts';
import type en from './en.json';
import type { Reader } from './format.ts';

type Singular<K extends string> = K extends `${infer Base}_${'one' | 'other'}` ? Base : K;

/** Families of texts whose members are named by data of core (methods, tools, kinds): a test walks each of them. */
type Family = 'method' | 'claim' | 'tool' | 'vessel' | 'origin' | 'level' | 'place.typical' | 'table';

/** The id of a text of the catalogue: one that is not there does not compile. */
export type TextId = Singular<keyof typeof en> | `${Family}.${string}`;

export type Say = (text: TextId | Message, params?: Params) => string;

/** Says a text of the catalogue to the person at this browser, in their units. */
export function useSay(): Say {
  return sayOf(useReader());
}

const says = new WeakMap<Reader, Say>();

/** One for each reader: what depends on it is not made anew by each who asks. */
function sayOf(reader: Reader): Say {
  const known = says.get(reader);
  if (known) return known;
  const say: Say = (text, params) => sayTo(reader, text, params);
  says.set(reader, say);
  return say;
}
