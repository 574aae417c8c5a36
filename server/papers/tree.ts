import { Children, Fragment, type FunctionComponent, isValidElement, type ReactNode } from 'react';
import type { InLots } from '#core/base/lots.ts';

/** A part of a paper with what is in it: plain values only, so that another process can draw it. */
export interface Part {
  readonly type: string;
  readonly props: Readonly<Record<string, unknown>>;
  readonly children: readonly Drawn[];
}
export type Drawn = Part | string;

/**
 * A paper as plain parts, with every component worked out. A component of a paper is a function of what it is given: it keeps
 * nothing and asks nothing.
 */
export function* partsOf(node: ReactNode): InLots<Drawn[]> {
  if (Array.isArray(node)) {
    const parts: Drawn[] = [];
    for (const child of node as ReactNode[]) parts.push(...(yield* partsOf(child)));
    return parts;
  }
  if (!isValidElement<{ children?: ReactNode }>(node)) return Children.toArray(node).map(String);
  const { children, ...props } = node.props;
  if (node.type === Fragment) return yield* partsOf(children);
  if (typeof node.type === 'string') return [{ type: node.type, props, children: yield* partsOf(children) }];
  yield;
  return yield* partsOf((node.type as FunctionComponent)(node.props) as ReactNode);
}

/** The words of a paper, in the order in which they stand in it. */
export const wordsOf = (part: Drawn): string =>
  typeof part === 'string' ? part : part.children.map(wordsOf).join(part.type === 'TEXT' ? '' : '\n');
