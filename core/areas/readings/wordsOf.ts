import { type Message, message } from '../../base/judgement.ts';
import { unitText } from '../../water/quality/parameters.ts';
import { figureOf, type TestReading } from '../../water/quality/testReading.ts';

/** How a reading is said: the figure with its unit, or what was found. */
/** Plain figures of chlorine, and a laboratory's of germs and nitrate, are said as they were before other things were read. */
function plainWords(r: TestReading): Message | undefined {
  const { parameter, method, value: mgL, beyond } = r;
  if (mgL === undefined || beyond) return undefined;
  if (method === 'laboratory' && parameter === 'e-coli')
    return message('entry.source.tested', { eColi: mgL });
  if (method === 'laboratory' && parameter === 'nitrate')
    return message('entry.source.tested-nitrate', { nitrateMgL: Math.round((figureOf(r) ?? 0) * 100) / 100 });
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

/** A reading in a line of the history. */
export function wordsOfReading(r: TestReading): Message {
  const { parameter, method, value, beyond, found, as } = r;
  if (parameter === 'chlorine-smell') return message('entry.smelled', { what: `smell.${found ?? 'none'}` });
  const plain = plainWords(r);
  if (plain) return plain;
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
