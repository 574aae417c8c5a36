import type { Params } from '#core/base/judgement.ts';
import { shortfalls } from '#core/treatment/trains/answer.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import * as format from './format.ts';
import { listing } from './lists.ts';

type SayText = (text: 'safe.short' | 'safe.short.of', params: Params) => string;

/** Where a train falls short of its aim, germ by germ; undefined where it does not. */
export function shortWords(train: Train, say: SayText): string | undefined {
  const short = shortfalls(train).map(({ target, earned, asked }) =>
    say('safe.short.of', { germ: `feared.${target}`, earned: format.log(earned), asked }),
  );
  return short.length > 0 ? say('safe.short', { list: listing(short) }) : undefined;
}
