import { message } from '#core/base/judgement.ts';
import type { Means } from '#core/treatment/trains/step.ts';
import type { Say } from './texts.ts';

/** What a means is called: by its own name, or as the thing that one would get. */
export const thingName = ({ id, name }: Means, say: Say): string => name ?? say(message(`thing.${id}`));
