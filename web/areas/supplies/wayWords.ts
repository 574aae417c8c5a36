import type { Way } from '#core/areas/supplies/cover.ts';
import { list } from '../../texts/lists.ts';
import type { Say } from '../../texts/texts.ts';

/** A way to treat in words: one kind, or two that are one way together. */
export const wayWords = (way: readonly Way[], say: Say): string => list(way.map(w => say(`way.${w}`)));
