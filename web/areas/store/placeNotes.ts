import { useCallback } from 'react';
import type { PlaceFacts } from '#core/areas/store/facts.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';

/** A place's conditions in a few words: warmth, dark, frost, sun, what the floor bears. */
export function usePlaceNotes(): (place: PlaceFacts) => string[] {
  const say = useSay();
  const { units } = useReader();
  return useCallback(
    place =>
      [
        place.meanC === undefined ? '' : format.temperature(place.meanC, units),
        place.dark ? say('place.dark') : '',
        place.mayFreeze ? say('place.frost') : '',
        place.directSun ? say('place.sun') : '',
      ].filter(Boolean),
    [say, units],
  );
}
