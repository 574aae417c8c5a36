import { stepWords } from '#core/areas/trains/safe.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { chain } from '../../texts/lists.ts';
import type { Say } from '../../texts/texts.ts';

/** A train is known by its things in their order. */
export const trainId = ({ steps }: Train): string => steps.map(s => s.means.id).join(' ');

export const trainWords = ({ steps }: Train, say: Say): string => chain(steps.map(s => say(stepWords(s))));
