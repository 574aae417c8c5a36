import { useCallback } from 'react';
import type { Message, Params } from '#core/judgement.ts';
import { useReader } from '../app/hooks.ts';
import { sayTo } from './catalogue.ts';

export type Say = (text: string | Message, params?: Params) => string;

/** Says a text of the catalogue to the person at this browser, in their units. */
export function useSay(): Say {
  const reader = useReader();
  return useCallback<Say>((text, params) => sayTo(reader, text, params), [reader]);
}
