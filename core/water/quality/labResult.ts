import type { Day } from '../../base/day.ts';
import { type DecimalMark, readNumber } from '../../base/units/number.ts';
import { formIn, type LabColumn } from './labColumns.ts';
import { type Cells, type Found, no, type SheetCase, type SheetReading } from './labRow.ts';
import { factorOf } from './labUnits.ts';
import {
  type FoundWord,
  foundWords,
  isFoundBy,
  type ParameterId,
  parameterRow,
  type ReportedAs,
  type TestMethod,
  testMethods,
} from './parameters.ts';
import { faultOf, type TestReading } from './testReading.ts';

const ENTRY = /^[0-7][0-9A-HJKMNP-TV-Z]{25}$/;
const INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;

/** A cell that holds a result of a parameter. */
interface Cell {
  readonly parameter: ParameterId;
  readonly text: string;
  readonly heading: string;
  readonly unit: string | undefined;
  readonly as: ReportedAs | undefined;
}

const present = /^(present|presence|positive|pos|p|\+|detected|yes)\.?$/i;
const absent = /^(absent|absence|negative|neg|a|not present|no growth|none)\.?$/i;
const notDetected = /^(nd|n\.d\.?|not detected|bdl|<\s*(lod|loq|dl)|below detection.*|u)$/i;
const tooMany = /^(tntc|too numerous.*|confluent.*|>?\s*tntc)$/i;
/** What is written of one millilitre was seen in one: none there says nothing of a hundred. */
const examined = (unit: string | undefined): Partial<TestReading> =>
  /(\/|per)\s*ml$/i.test((unit ?? '').trim()) ? { volumeMl: 1 } : {};
/** More colonies than this are not counted on a plate. */
const PLATE_MOST = 200;

/** A reading of a cell, with what stands beside it in its row; or what is not understood of it. */
export function readingOf(
  { parameter, text, heading, unit, as }: Cell,
  cells: Cells,
  c: SheetCase,
): Found<SheetReading> {
  const row = parameterRow(parameter);
  const method = methodOf(cells, parameter);
  if (!method) return no(cells.get('method')?.heading ?? '', 'method', cells.get('method')?.text);
  const beside = besideOf(cells).beside;
  const make = (result: Partial<TestReading>): Found<SheetReading> => {
    const how =
      result.found !== undefined && !isFoundBy(method) ? (row.methods.find(isFoundBy) ?? method) : method;
    const reading: SheetReading = { ...beside, parameter, method: how, ...result };
    const fault = faultOf(reading);
    if (fault === 'as') return no(heading, 'as', text);
    return fault ? no(heading, fault === 'impossible' ? 'impossible' : 'no-result', text) : { ok: reading };
  };
  const word = foundWords.find(w => w === text.toLowerCase()) as FoundWord | undefined;
  if (row.class === 'germs') {
    if (present.test(text)) return make({ found: 'present' });
    if (absent.test(text)) return make({ found: 'absent', ...examined(unit) });
    // in 100 mL of a laboratory, none detected is fewer than one
    if (notDetected.test(text)) return make({ value: 1, beyond: 'below', ...examined(unit) });
    if (tooMany.test(text)) return make({ value: PLATE_MOST, beyond: 'above' });
  } else if (notDetected.test(text)) return no(heading, 'not-detected', text);
  if (word && row.words?.includes(word)) return make({ found: word });
  const figure = figureIn(text, c.decimal);
  if (!figure) return no(heading, 'no-result', text);
  if ('ways' in figure) return no(heading, 'two-ways', text);
  const factor = factorOf(parameter, figure.unit || unit);
  if (factor === undefined)
    return no(heading, figure.unit || unit ? 'other-unit' : 'no-unit', figure.unit || unit || text);
  const value = factor(figure.value);
  const form = as ?? formIn(figure.unit);
  const isForm = form !== undefined && row.as !== undefined && form in row.as;
  return make({
    value,
    ...(row.class === 'germs' ? examined(figure.unit || unit) : {}),
    ...(figure.beyond ? { beyond: figure.beyond } : {}),
    ...(isForm ? { as: form } : {}),
  });
}

/** "<1", "> 2,419.6", "0,35 mg/L", "≤ 5": a figure, what is beyond it, and the unit behind it. */
function figureIn(
  text: string,
  decimal: DecimalMark = '.',
): { value: number; beyond?: 'below' | 'above'; unit: string } | { ways: true } | undefined {
  const [, sign = '', body = ''] = /^\s*([<>≤≥]|less than|more than)?\s*(.*)$/i.exec(text) ?? [];
  const number = readNumber(body, decimal);
  if (!number) return undefined;
  if ('readings' in number) return { ways: true };
  const beyond = /[<≤]|less/i.test(sign) ? 'below' : /[>≥]|more/i.test(sign) ? 'above' : undefined;
  return { value: number.value, ...(beyond ? { beyond } : {}), unit: number.rest.trim() };
}

const methodWords: readonly (readonly [TestMethod, RegExp])[] = [
  ['presence-absence', /presence|p\/?a\b/i],
  ['tubes', /mpn|multiple|tubes/i],
  ['plate', /plate|membrane|cfu|agar/i],
  ['strip', /strip/i],
  ['comparator', /compar|dpd|colou?r/i],
  ['meter', /meter|probe|electrode|photomet/i],
  ['tube', /turbidity tube|transparen/i],
  ['soap', /soap/i],
];

/** A laboratory's own methods are a laboratory's; other words are read where they are ours. */
function methodOf(cells: Cells, parameter: ParameterId): TestMethod | undefined {
  const { methods } = parameterRow(parameter);
  const text = cells.get('method')?.text;
  const said =
    text === undefined
      ? undefined
      : (testMethods.find(m => m === text) ?? methodWords.find(([, p]) => p.test(text))?.[0]);
  if (said && methods.includes(said)) return said;
  return methods.includes('laboratory') ? 'laboratory' : methods[0];
}

/** What stands beside a result: range, rack, incubation, kit, point, note. */
export function besideOf(cells: Cells): { beside: Partial<SheetReading>; entry?: string } {
  const text = (column: LabColumn): string | undefined => cells.get(column)?.text;
  const numbers = (column: LabColumn): number[] => (text(column)?.match(/[\d.]+/g) ?? []).map(Number);
  const [least, most] = numbers('range');
  const rack = [...(text('tubes') ?? '').matchAll(/(\d+)\/(\d+)×([\d.]+)/g)].map(
    ([, positive, tubes, volumeMl]) => ({
      positive: Number(positive),
      tubes: Number(tubes),
      volumeMl: Number(volumeMl),
    }),
  );
  const from = text('incubated_from');
  const [temperatureC] = (text('incubated_c')?.match(/-?[\d.]+/g) ?? []).map(Number);
  const [fromH, toH] = numbers('window_h');
  const [lot, expires, point, note, by, entry] = [
    text('lot'),
    text('expires'),
    text('point'),
    text('note'),
    text('by'),
    text('entry'),
  ];
  const expiresOn: Day | undefined = expires && /^\d{4}-\d\d-\d\d$/.test(expires) ? expires : undefined;
  const [depthCm] = numbers('depth_cm');
  const beside: Partial<SheetReading> = {
    ...(least === undefined || most === undefined ? {} : { range: { least, most } }),
    ...(rack.length > 0 ? { rack } : {}),
    ...(from && INSTANT.test(from) && temperatureC !== undefined
      ? {
          incubated: {
            from,
            temperatureC,
            ...(fromH === undefined || toH === undefined ? {} : { window: { fromH, toH } }),
          },
        }
      : {}),
    ...(lot || expiresOn
      ? { kit: { ...(lot ? { lot } : {}), ...(expiresOn ? { expires: expiresOn } : {}) } }
      : {}),
    ...(depthCm === undefined ? {} : { depthCm }),
    ...(point ? { point: point.slice(0, 80) } : {}),
    ...(note ? { note: note.slice(0, 300) } : {}),
    ...(by ? { sampledBy: by.slice(0, 60) } : {}),
  };
  return { beside, ...(entry && ENTRY.test(entry) ? { entry } : {}) };
}
