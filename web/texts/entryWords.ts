import { useCallback } from 'react';
import { type Entry, wordsOf } from '#core/areas/entries.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from './texts.ts';

/** An entry in words, as it stands in a history. */
export function useEntryWords(): (entry: Entry) => string {
  const say = useSay();
  const facts = useFacts();
  return useCallback(entry => say(wordsOf(entry, facts)), [say, facts]);
}
