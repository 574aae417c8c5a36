import { type ParameterId, parameterIds, type ReportedAs } from './parameters.ts';

/** What a column of a laboratory's sheet is, beside the figures of a parameter. */
export const labColumns = [
  'taken',
  'time',
  'sample',
  'point',
  'parameter',
  'result',
  'unit',
  'as',
  'method',
  'range',
  'tubes',
  'depth_cm',
  'incubated_from',
  'incubated_c',
  'window_h',
  'lot',
  'expires',
  'by',
  'note',
  'entry',
  'leave',
] as const;
export type LabColumn = (typeof labColumns)[number];

/** Everything that a heading may mean: a column of its own, or the figures of a parameter. */
export const columnMeanings = [...labColumns, ...parameterIds] as const;
export type ColumnMeaning = (typeof columnMeanings)[number];

/** A column as it is read: what it means, and the unit and form that its heading says. */
export interface SheetColumn {
  readonly heading: string;
  readonly means: ColumnMeaning | undefined;
  readonly unit?: string;
  readonly as?: ReportedAs;
}

/** Headings as people and laboratories write them. */
const headings: readonly (readonly [ColumnMeaning, RegExp])[] = [
  ['entry', /^entry( id)?$/],
  ['time', /^(time( (sampled|collected|taken|of sampling))?|sampl\w* time|collection time|hour)$/],
  ['taken', /^(taken|date|day|sampled|collected|.*\bdate\b.*|date.*|sampled on|collected on)$/],
  ['point', /(sampl\w*|collection) point|^point$|^tap$|^position$/],
  ['by', /^(by|sampled by|collected by|sampler|collector|operator|analyst|who)$/],
  ['lot', /^(lot|batch|kit lot|lot (no|number)\.?)$/],
  ['expires', /^(expires?|expiry|kit expiry|use by)$/],
  ['range', /^(range|95 ?%.*|confidence.*|interval)$/],
  ['tubes', /^(tubes|pattern|positive tubes)$/],
  ['depth_cm', /^depth_cm$/],
  ['incubated_from', /^incubated_from$/],
  ['incubated_c', /^(incubated_c|incubation temp\w*)$/],
  ['window_h', /^window_h$/],
  [
    'sample',
    /^(sample|sample (id|no|name|number|ref\w*|source|site|location)\.?|site|location|source|vessel|container|code|place|id)$/,
  ],
  ['parameter', /^(parameter|analyte|determinand|determination|test|analysis|component)$/],
  ['result', /^(result|value|reading|concentration|measured|finding)s?$/],
  ['unit', /^(unit|units|uom)$/],
  ['as', /^(as|reported as|expressed as)$/],
  ['method', /^(method|technique|analysis method)$/],
  ['note', /^(notes?|comments?|remarks?)$/],
  [
    'leave',
    /^(kind|lab( no)?\.?|lab(oratory)? (id|ref\w*)|no\.?|#|limit|guideline|who( limit)?|standard|status|accredit\w*|loq|lod|row)$/,
  ],
];

const names: readonly (readonly [ParameterId, RegExp])[] = [
  [
    'free-chlorine',
    /free.*(chlorine|cl2?\b)|residual.*chlorine|chlorine.*residual|^frc$|^chlorine$|free_chlorine|free-chlorine/,
  ],
  ['total-chlorine', /total.*(chlorine|cl2?\b)|total-chlorine/],
  ['chlorine-smell', /chlorine-smell|smell of chlorine/],
  ['e-coli', /\be\.? ?-?coli\b|escherichia|thermotolerant|f(a)?ecal coliform/],
  ['total-coliforms', /coliform/],
  ['h2s', /\bh2s\b|h₂s/],
  ['turbidity', /turbid|^ntu$/],
  ['ph', /^ph\b/],
  ['temperature', /temp/],
  ['nitrate', /nitrate|\bno3\b|no₃/],
  ['nitrite', /nitrite|\bno2\b|no₂/],
  ['lead', /^lead\b|^pb\b/],
  ['arsenic', /arsenic|^as\b.*(µg|ug|mg)/],
  ['fluoride', /fluorid|^f\b/],
  ['iron', /^iron|^fe\b/],
  ['manganese', /manganese|^mn\b/],
  ['aluminium', /alumin|^al\b/],
  ['hardness', /hardness/],
  ['tds', /\btds\b|dissolved solids/],
  ['conductivity', /conduct|^ec\b/],
  ['look', /^look$|appearance/],
  ['smell', /^smell$|odou?r/],
  ['colour', /^colou?r/],
  ['floating', /^floating|floating matter/],
];

/** More of a heading or a name is not looked at. */
const MOST_HEADING = 200;

const plain = (text: string): string =>
  text
    .slice(0, MOST_HEADING)
    .trim()
    .toLowerCase()
    .replaceAll('\u03bc', 'µ')
    .replaceAll('_', ' ')
    .replace(/\s+/g, ' ');

/** The parameter that a name is, as laboratories write it. @example parameterNamed('NO3-N') // 'nitrate' */
export const parameterNamed = (text: string): ParameterId | undefined => {
  const word = plain(text);
  return parameterIds.find(id => id === text.trim()) ?? names.find(([, pattern]) => pattern.test(word))?.[0];
};

/** As what a nitrogen is reported, where a heading, a name or a unit says so. */
export function formIn(text: string): ReportedAs | undefined {
  const word = plain(text).replace('₃', '3').replace('₂', '2');
  if (/\bas n\b|\bno[23] ?-? ?n\b|[- ]n\b(?!o)|nitrogen|\bn\)/.test(word)) return 'N';
  if (/\bas no3\b|\bno3\b/.test(word)) return 'NO3';
  if (/\bas no2\b|\bno2\b/.test(word)) return 'NO2';
  if (/caco/.test(word)) return 'CaCO3';
  if (/°? ?dh\b/.test(word)) return 'dH';
  return /grain|gpg/.test(word) ? 'gpg' : undefined;
}

const UNIT =
  /µ?\s*(?:µg|ug|mg|g)\s*\/\s*l|ppm|ppb|ntu|fnu|(?:cfu|mpn|n)?\s*(?:\/|per)\s*100\s*ml|(?:cfu|mpn)\s*\/\s*ml|µs\/cm|us\/cm|ms\/cm|ms\/m|°\s*c|°\s*f/i;

/** What a heading means, with the unit that stands in it: as it was told once, or as headings are usually written. */
export function columnOf(heading: string, told: Readonly<Record<string, ColumnMeaning>> = {}): SheetColumn {
  const word = plain(heading);
  const unit = UNIT.exec(heading.slice(0, MOST_HEADING))?.[0].trim();
  const as = formIn(heading);
  const means =
    told[heading.trim().toLowerCase()] ??
    labColumns.find(column => column === heading.trim()) ??
    headings.find(([, pattern]) => pattern.test(word))?.[0] ??
    parameterNamed(heading);
  return { heading, means, ...(unit ? { unit } : {}), ...(as ? { as } : {}) };
}
