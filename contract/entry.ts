import * as v from 'valibot';
import { materials, shapes } from '#core/containers/kinds.ts';
import { walls } from '#core/containers/load.ts';
import { deviceKinds } from '#core/filters/device.ts';
import { bearings } from '#core/log/bearing.ts';
import type { Entry, EntryData, EntryKind } from '#core/log/entry.ts';
import { ENTRY_VERSION } from '#core/log/entry.ts';
import { subjectTypes } from '#core/log/facts.ts';
import { type StoredEntry, upcast } from '#core/log/upcast.ts';
import { originAnswers, waterIds } from '#core/sources/waters.ts';
import { supplyKindIds } from '#core/supplies/kinds.ts';
import { unitSystems } from '#core/units/system.ts';
import { DigestSchema } from './photo.ts';
import { planFields, strengthSchool } from './plan.ts';
import {
  AmountSchema,
  between,
  DaySchema,
  EntryIdSchema,
  InstantSchema,
  KindIdSchema,
  key,
  LitresSchema,
  line,
  name,
  SubjectSchema,
} from './scalars.ts';

const nothing = v.strictObject({});
const clarity = v.picklist(['clear', 'cloudy', 'muddy']);
const heldBefore = v.picklist(['new', 'water', 'food', 'milk-juice', 'chemical', 'unknown']);
const temperatureC = between(-5, 60);

const person = v.object({
  name: v.exactOptional(line(60)),
  sex: v.exactOptional(v.picklist(['f', 'm'])),
  born: v.exactOptional(v.pipe(v.string(), v.regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'month'))),
  condition: v.exactOptional(v.picklist(['pregnant', 'nursing', 'formula-fed'])),
  medicalL: v.exactOptional(between(0, 300)),
});

const timeZone = v.pipe(
  v.string(),
  v.check(zone => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: zone });
      return true;
    } catch {
      return false;
    }
  }, 'time-zone'),
);

const bleach = v.object({
  product: v.picklist(['plain', 'scented', 'thickened', 'cleaner', 'pool']),
  basis: v.picklist(['wt-naocl', 'wt-available', 'trade', 'g-per-l']),
  strength: between(0.1, 200),
  madeOn: v.exactOptional(DaySchema),
  keptC: between(-20, 60),
  useBy: v.exactOptional(DaySchema),
  measuredMgMl: v.exactOptional(between(0.1, 250)),
});

const shelf = v.object({
  id: name(40),
  heightM: between(0, 6),
  fromM: between(0, 100),
  toM: between(0, 100),
  limitKg: v.exactOptional(between(0, 20_000)),
});

const kind = v.object({
  id: KindIdSchema,
  shape: v.picklist(shapes),
  pieces: v.exactOptional(v.pipe(between(2, 1000), v.integer('whole'))),
  nominalL: between(0.05, 100_000),
  usableShare: between(0.1, 1),
  tareKg: between(0, 10_000),
  diameterMm: v.exactOptional(between(10, 10_000)),
  widthMm: v.exactOptional(between(10, 10_000)),
  depthMm: v.exactOptional(between(10, 10_000)),
  heightMm: between(10, 10_000),
  stackable: v.boolean(),
  material: v.picklist(materials),
  lightProof: v.boolean(),
  neck: v.picklist(['narrow', 'wide']),
  tap: v.boolean(),
  price: between(0, 1_000_000),
  serviceYears: between(1, 100),
  name: v.exactOptional(name()),
});

/** Names that the library of texts reads as its own options, or that it is handed beside the parameters. */
const taken = new Set([
  'lng',
  'lngs',
  'ns',
  'context',
  'defaultValue',
  'returnObjects',
  'returnDetails',
  'joinArrays',
  'interpolation',
  'postProcess',
  'keySeparator',
  'nsSeparator',
  'skipInterpolation',
  'fallbackLng',
  'replace',
  'reader',
]);
const param = v.pipe(
  key(40),
  v.check(word => !taken.has(word), 'reserved'),
);

const text = v.object({
  id: name(80),
  params: v.exactOptional(v.record(param, v.union([v.pipe(v.number(), v.finite()), line(200)]))),
});

const log10 = between(0, 10);
const credit = v.object({ bacteria: log10, viruses: log10, protozoa: log10, crypto: log10 });

const containerFields = {
  code: name(24),
  kind: KindIdSchema,
  place: SubjectSchema,
  shelf: v.exactOptional(name(40)),
  role: v.picklist(['clean', 'raw']),
  heldBefore,
  note: v.exactOptional(line(500)),
  setApart: v.exactOptional(line(120)),
};

const origin = v.object({
  protection: v.exactOptional(v.picklist(originAnswers.protection)),
  roof: v.exactOptional(v.picklist(originAnswers.roof)),
  upstream: v.exactOptional(v.picklist(originAnswers.upstream)),
});

/** One schema per kind of entry. The types are the core's; a schema that strays from them does not compile. */
export const entryDataSchemas: { [K in EntryKind]: v.GenericSchema<unknown, EntryData[K]> } = {
  'group.set': v.object({
    name: v.exactOptional(name()),
    timeZone: v.exactOptional(timeZone),
    altitudeM: v.exactOptional(between(-430, 6000)),
    toolIds: v.exactOptional(v.pipe(v.array(name(40)), v.maxLength(30))),
    units: v.exactOptional(v.picklist(unitSystems)),
    dropsPerMl: v.exactOptional(between(5, 60)),
    address: v.exactOptional(v.pipe(v.string(), v.url('url'), v.maxLength(200, 'too-long'))),
  }),
  'plan.set': planFields,
  'home.set': v.object({ name: name(), people: v.pipe(v.array(person), v.maxLength(500)) }),
  'home.removed': nothing,
  'building.set': v.object({
    name: name(),
    order: between(0, 1000),
    roof: v.picklist(['pitched', 'flat', 'none']),
  }),
  'building.removed': nothing,
  'place.set': v.object({
    name: name(),
    building: SubjectSchema,
    level: v.pipe(between(-3, 9), v.integer('whole')),
    widthM: between(0.3, 100),
    heightM: between(0.3, 20),
    depthM: v.exactOptional(between(0.2, 30)),
    walls: v.exactOptional(v.pipe(v.array(v.picklist(walls)), v.maxLength(4))),
    near: v.exactOptional(v.array(v.picklist(['fuel', 'poison']))),
    shelves: v.pipe(v.array(shelf), v.maxLength(60)),
    floorLimitKgM2: v.exactOptional(between(10, 20_000)),
    meanC: v.exactOptional(between(-40, 60)),
    dark: v.exactOptional(v.boolean()),
    directSun: v.exactOptional(v.boolean()),
    mayFreeze: v.exactOptional(v.boolean()),
    finding: v.exactOptional(line(300)),
  }),
  'place.removed': nothing,
  'kind.set': kind,
  'supply.set': v.object({
    name: name(),
    kind: v.picklist(supplyKindIds),
    bleach: v.exactOptional(bleach),
    amount: between(0, 10_000_000),
    madeOn: v.exactOptional(DaySchema),
    openedOn: v.exactOptional(DaySchema),
    expiresOn: v.exactOptional(DaySchema),
    treatsL: v.exactOptional(between(0.1, 100_000)),
    lastsMonths: v.exactOptional(between(1, 600)),
    device: v.exactOptional(
      v.object({
        kind: v.picklist(deviceKinds),
        poreUm: v.exactOptional(between(0.0001, 100)),
        rating: v.exactOptional(v.picklist(['absolute', 'nominal'])),
        certified: v.exactOptional(credit),
      }),
    ),
    home: v.exactOptional(SubjectSchema),
    where: v.exactOptional(line(200)),
  }),
  'supply.removed': nothing,
  'container.added': v.object(containerFields),
  'container.changed': v.object({
    code: v.exactOptional(containerFields.code),
    note: v.exactOptional(line(500)),
    heldBefore: v.exactOptional(heldBefore),
    setApart: containerFields.setApart,
    role: v.exactOptional(v.literal('raw')),
  }),
  'filter.logged': v.object({
    what: v.picklist(['commissioned', 'flow', 'backflushed', 'frozen', 'condemned', 'sound', 'leaking']),
    flowLH: v.exactOptional(between(0, 100_000)),
    waterC: v.exactOptional(between(0, 60)),
    headCm: v.exactOptional(between(1, 1000)),
  }),
  'bottles.logged': v.object({
    what: v.picklist(['laid-out', 'taken-in', 'washed', 'retired', 'lost']),
    count: v.exactOptional(v.pipe(between(1, 10_000), v.integer('whole'))),
  }),
  'sheet.begun': v.object({
    method: name(40),
    inputs: v.record(name(40), v.union([v.pipe(v.number(), v.finite()), name(60)])),
    headline: text,
    steps: v.pipe(
      v.array(
        v.object({
          id: name(40),
          text,
          kind: v.picklist(['do', 'wait', 'read']),
          waitMin: v.exactOptional(between(0, 60 * 24 * 14)),
          daylight: v.exactOptional(
            v.object({ latitudeDeg: between(-90, 90), longitudeDeg: between(-180, 180) }),
          ),
          reading: v.exactOptional(
            v.object({
              unit: name(20),
              least: v.exactOptional(between(-1e6, 1e6)),
              most: v.exactOptional(between(-1e6, 1e6)),
            }),
          ),
          onFail: v.exactOptional(text),
        }),
      ),
      v.minLength(1, 'required'),
      v.maxLength(30),
    ),
    uses: v.pipe(v.array(v.object({ supply: SubjectSchema, amount: between(0, 1e7) })), v.maxLength(8)),
    credit,
    barrier: v.exactOptional(name(40)),
    desalts: v.exactOptional(v.literal(true)),
    dechlorinates: v.exactOptional(v.literal(true)),
    holds: v.exactOptional(v.picklist(['water', 'vessel'])),
  }),
  'sheet.step': v.object({
    step: name(40),
    reading: v.exactOptional(between(-1e6, 1e6)),
    isEstimated: v.exactOptional(v.literal(true)),
  }),
  'sheet.ended': v.object({
    outcome: v.picklist(['finished', 'failed', 'stopped']),
    method: name(40),
    credit: v.exactOptional(credit),
  }),
  'taken-up': v.object({ browser: name(40) }),
  moved: v.object({ place: SubjectSchema, shelf: v.exactOptional(name(40)) }),
  filled: v.object({
    volumeL: AmountSchema,
    water: v.picklist(waterIds),
    origin: v.exactOptional(origin),
    sealed: v.boolean(),
    printedUntil: v.exactOptional(DaySchema),
    residualMgL: v.exactOptional(between(0, 20)),
  }),
  'origin.seen': origin,
  opened: nothing,
  drawn: v.object({
    volumeL: between(0.001, 100_000),
    use: v.picklist(['drinking', 'utility']),
    byTap: v.boolean(),
    pieces: v.exactOptional(v.pipe(between(1, 1000), v.integer('whole'))),
    into: v.exactOptional(SubjectSchema),
  }),
  emptied: v.object({ to: v.picklist(['utility', 'drain']) }),
  'batch.begun': v.object({
    school: v.picklist([
      'drops-rule',
      'eighth-teaspoon',
      'target-dose',
      'measured-demand',
      'tap-as-is',
      'tap-top-up',
    ]),
    strengthSchool,
    volumeL: LitresSchema,
    strengthMgMl: between(0.1, 250),
    targetMgL: between(0, 1000),
    doseMl: between(0, 100_000),
    way: v.picklist(['tool', 'dilute', 'none']),
    tool: v.exactOptional(name(40)),
    steps: v.exactOptional(between(0, 100_000)),
    pourMl: v.exactOptional(between(0, 100_000)),
    dilution: v.exactOptional(
      v.object({ factor: between(1, 10_000), bleachMl: between(0, 10_000), waterMl: between(0, 100_000) }),
    ),
    supply: v.exactOptional(SubjectSchema),
    contactMin: between(15, 1440),
    clarity,
    temperatureC: v.exactOptional(temperatureC),
    ph: v.exactOptional(between(3, 12)),
  }),
  checked: v.object({ clarity, chemicalSmell: v.boolean() }),
  dosed: v.object({
    doseMl: between(0, 100_000),
    strengthMgMl: between(0.1, 250),
    instructedMl: v.exactOptional(between(0, 100_000)),
  }),
  mixed: nothing,
  read: v.pipe(
    v.object({
      method: v.picklist(['dpd', 'strip', 'meter', 'total', 'smell']),
      mgL: v.exactOptional(between(0, 500)),
      smell: v.exactOptional(v.picklist(['none', 'faint', 'strong'])),
    }),
    v.check(r => (r.method === 'smell' ? r.smell !== undefined : r.mgL !== undefined), 'reading'),
  ),
  labelled: nothing,
  'label.printed': v.object({ says: name(400) }),
  'batch.abandoned': v.object({ why: line(300) }),
  sanitised: v.object({ waterL: between(0, 1000), bleachMl: between(0, 100_000) }),
  inspected: v.object({
    found: v.picklist([
      'sound',
      'leaking',
      'cracked',
      'smell',
      'algae',
      'broken-seal',
      'frozen-sound',
      'near-fuel',
      'lime-gone',
    ]),
    note: v.exactOptional(line(500)),
  }),
  failed: v.object({ why: v.picklist(['test', 'recall', 'smell', 'broken-seal']) }),
  condemned: v.object({ why: name(300) }),
  photographed: v.object({ digest: DigestSchema }),
  'list.taken': v.object({
    digest: key(100),
    rows: between(0, 100_000),
    entries: v.exactOptional(v.pipe(between(1, 5000), v.integer('whole'))),
  }),
  noted: v.object({ text: name(2000) }),
  struck: v.object({ target: EntryIdSchema }),
};

export const entryKinds = Object.keys(entryDataSchemas) as [EntryKind, ...EntryKind[]];

const envelope = v.object({
  id: EntryIdSchema,
  v: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(ENTRY_VERSION, 'newer-version')),
  kind: v.picklist(entryKinds, 'kind'),
  subject: SubjectSchema,
  also: v.exactOptional(
    v.pipe(
      v.array(SubjectSchema),
      v.maxLength(8),
      v.check(also => new Set(also).size === also.length, 'twice'),
    ),
  ),
  happenedAt: InstantSchema,
  recordedAt: InstantSchema,
  by: name(60),
  data: v.unknown(),
});

/** Whether a subject is of one of these types. */
const isOf = (subject: string, types: readonly string[] = []): boolean => {
  const type = subject.split(':', 1)[0] ?? '';
  // one of no known type is said to be none already
  return types.includes(type) || !(subjectTypes as readonly string[]).includes(type);
};

/** An entry in today's version; one whose data is none of its own version stays as it came, and stumbles at its field. */
function lifted(entry: StoredEntry): Entry {
  const isObject = typeof entry.data === 'object' && entry.data !== null;
  return isObject ? upcast(entry) : ({ ...entry, v: ENTRY_VERSION } as Entry);
}

/** An entry as it comes over the wire: the envelope, then the data by its kind. */
export const EntrySchema: v.GenericSchema<unknown, Entry> = v.pipe(
  envelope,
  v.forward(
    v.check(({ kind, subject }) => isOf(subject, bearings[kind]?.on), 'other-subject'),
    ['subject'],
  ),
  v.forward(
    v.check(
      ({ kind, subject, also = [] }) => also.every(one => one !== subject && isOf(one, bearings[kind]?.also)),
      'other-subject',
    ),
    ['also'],
  ),
  v.rawTransform(({ dataset, addIssue, NEVER }) => {
    // an older browser's entry is lifted first, and judged as what it is today
    const entry = lifted(dataset.value as StoredEntry);
    const parsed = v.safeParse(entryDataSchemas[entry.kind] as v.GenericSchema<unknown, unknown>, entry.data);
    if (parsed.success) return { ...entry, data: parsed.output } as Entry;
    for (const issue of parsed.issues) {
      const field = {
        type: 'object' as const,
        origin: 'value' as const,
        input: dataset.value,
        key: 'data',
        value: entry.data,
      };
      addIssue({
        message: issue.message,
        input: issue.input,
        path: [field, ...((issue.path as (typeof field)[] | undefined) ?? [])],
      });
    }
    return NEVER;
  }),
) as v.GenericSchema<unknown, Entry>;
