import { numberOf } from '#core/areas/daywork/underway.ts';
import type { Tool } from '#core/planning/schedule/problem.ts';
import type { Say } from '../../texts/texts.ts';

/** What a tool is called on the sheet: its kind and its number. */
export const toolName = ({ id, kind }: Pick<Tool, 'id' | 'kind'>, say: Say): string =>
  say(`work.tool.${kind}`, { number: Number(id.split('-').at(-1)) || 1 });

/** A batch is known by what is done with it and its number: "Boil 3". */
export const batchName = (batch: string, method: string, say: Say): string =>
  say('work.batch', { method: `work.method.${method}`, number: numberOf(batch) });
