import { type Message, message } from '../judgement.ts';
import { unitText } from '../quality/parameters.ts';
import type { TestReading } from '../quality/testReading.ts';

/** How a reading is said: the figure with its unit, or what was found. */
/** A plain figure of chlorine is said as it was before other things were read. */
function chlorineWords({ parameter, method, value: mgL, beyond }: TestReading): Message | undefined {
  if (mgL === undefined || beyond) return undefined;
  if (parameter === 'total-chlorine') return message('entry.read', { mgL, method: 'method.total' });
  if (parameter !== 'free-chlorine') return undefined;
  return message('entry.read', {
    mgL,
    method:
      method === 'comparator'
        ? 'method.dpd'
        : method === 'strip' || method === 'meter'
          ? `method.${method}`
          : `test-method.${method}`,
  });
}

export function wordsOfReading(r: TestReading): Message {
  const { parameter, method, value, beyond, found, as } = r;
  if (parameter === 'chlorine-smell') return message('entry.smelled', { what: `smell.${found ?? 'none'}` });
  const asBefore = chlorineWords(r);
  if (asBefore) return asBefore;
  const about = { name: `parameter.${parameter}`, method: `test-method.${method}` };
  if (value === undefined)
    return message('entry.read.found', { ...about, found: `found-word.${found ?? 'none'}` });
  return message(as ? 'entry.read.as' : 'entry.read.value', {
    ...about,
    figure: value,
    sign: beyond === 'below' ? '<' : beyond === 'above' ? '>' : '',
    unit: unitText(parameter),
    ...(as ? { as: `as.${as}` } : {}),
  });
}
