import { Fragment, type ReactNode } from 'react';
import type { Params } from '#core/base/judgement.ts';
import { type TextId, useSay } from '../texts/texts.ts';

interface Props {
  /** The text's id, and figures it is filled with. Words that a hand wrote go in as blanks, for they may hold brackets. */
  readonly text: TextId;
  readonly params?: Params;
  /** What stands where the text has a name in brackets; one that the text does not name is not drawn. */
  readonly blanks: Readonly<Record<string, ReactNode>>;
  /** What the parts are chosen by that stand only in a case. */
  readonly cases?: Readonly<Record<string, string | undefined>>;
}

/** A part of a text that stands only in a case: `<device=by-pore|of [poreUm] µm>`; for several cases `<a=x,y|…>`. */
const IN_A_CASE = /<(\w+)=([\w,-]+)\|([^>]*)>/g;

/** A text of the catalogue with its blanks: which words stand before and after them, and in which order, is the text's to say. */
export function Phrase({ text, params, blanks, cases = {} }: Props) {
  const say = useSay();
  const said = say(text, params).replace(IN_A_CASE, (_, id, values: string, part) =>
    values.split(',').includes(cases[id] ?? '') ? part : '',
  );
  const parts = said.split(/\[([\w-]+)\]/);
  // a blank keeps what is typed in it when parts before it come and go: it is known by its name, and stands in a text once
  return parts.map((part, i) => (i % 2 === 1 ? <Fragment key={part}>{blanks[part]}</Fragment> : part));
}
