import * as v from 'valibot';
import {
  between,
  day,
  entryId,
  type Fields,
  fields,
  instant,
  key,
  keysOf,
  line,
  name,
  subjectOf,
  whole,
} from '../../base/fields.ts';
import { unitSystems } from '../../base/units/system.ts';
import type { DataOf } from '../../log/define.ts';
import { needSchoolIds } from '../../planning/need/need.ts';
import { conditions, marks, type Person, sexes } from '../../planning/need/people.ts';
import { animalRates, climateFactor, institutionRates } from '../../planning/need/rates.ts';
import { rotationSchoolIds } from '../../storage/rotation/goodUntil.ts';
import { strengthSchools } from '../../treatment/chlorine/strength.ts';

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

/** The group that keeps the water and what it owns to measure with; any part may be set alone. */
export const group = fields({
  name: v.exactOptional(name()),
  timeZone: v.exactOptional(timeZone),
  altitudeM: v.exactOptional(between(-430, 6000)),
  toolIds: v.exactOptional(v.pipe(v.array(name(40)), v.maxLength(30))),
  /** Drops in a millilitre of the dropper owned, once calibrated. */
  dropsPerMl: v.exactOptional(between(5, 60)),
  /** What a browser reads in until its person chooses. */
  units: v.exactOptional(v.picklist(unitSystems)),
  /** What the codes of new containers begin with. */
  codeLetters: v.exactOptional(v.pipe(v.string(), v.regex(/^\p{L}[\p{L}\p{N}]{0,5}$/u, 'code-letters'))),
  /** Where a label's QR code leads: the address that phones of the group reach this server at. */
  address: v.exactOptional(
    v.pipe(
      v.string(),
      // a phone follows it: nothing but a page is led to
      v.check(text => URL.canParse(text) && /^https?:\/\//i.test(text), 'url'),
      v.maxLength(200, 'too-long'),
    ),
  ),
});

type GroupPart = DataOf<typeof group>;
type MayLack = 'units' | 'address' | 'codeLetters';
export type GroupFields = Required<Omit<GroupPart, MayLack>> & Pick<GroupPart, MayLack>;

/** What the store is sized and judged by; any part may be set alone. */
export const plan = fields({
  needSchool: v.exactOptional(v.picklist(needSchoolIds)),
  targetDays: v.exactOptional(whole(1, 3650)),
  climate: v.exactOptional(v.picklist(keysOf(climateFactor))),
  reserveShare: v.exactOptional(between(0, 2)),
  rotationSchool: v.exactOptional(v.picklist(rotationSchoolIds)),
  strengthSchool: v.exactOptional(v.picklist(strengthSchools)),
  liftKg: v.exactOptional(between(5, 60)),
  /** Days before its good-until date that a container is due. */
  noticeDays: v.exactOptional(whole(1, 120)),
  animals: v.exactOptional(
    v.array(
      fields({
        kind: v.picklist(keysOf(animalRates)),
        count: between(0, 100_000),
        massKg: v.exactOptional(between(0.1, 200)),
      }),
    ),
  ),
  institutions: v.exactOptional(
    v.array(
      fields({
        kind: v.picklist(keysOf(institutionRates)),
        users: between(0, 100_000),
        rateL: v.exactOptional(between(1, 200)),
      }),
    ),
  ),
  /** People who come beside those at home; counted as adults. */
  visitors: v.exactOptional(whole(0, 5000)),
  ownRule: v.exactOptional(fields({ drinkingL: between(1, 200), utilityL: between(0, 500) })),
  /** Cooking and hygiene of the rule by person. */
  shares: v.exactOptional(fields({ cookingL: between(0, 20), hygieneL: between(0, 50) })),
  building: v.exactOptional(
    fields({
      heaterL: between(0, 10_000),
      pressureL: between(0, 10_000),
      cisternL: between(0, 10_000),
      counts: v.boolean(),
    }),
  ),
  /** The rounds that the group keeps to, as they were laid or moved. */
  rounds: v.exactOptional(
    v.pipe(
      v.array(
        fields({
          day,
          place: subjectOf('place'),
          containers: v.pipe(v.array(subjectOf('container')), v.maxLength(2000)),
          litres: between(0, 10_000_000),
        }),
      ),
      v.maxLength(2000, 'too-many'),
    ),
  ),
});

type PlanPart = DataOf<typeof plan>;
type PlanMayLack = 'shares' | 'building' | 'rounds';
export type PlanFields = Required<Omit<PlanPart, PlanMayLack>> & Pick<PlanPart, PlanMayLack>;

const person: Fields<Person> = fields({
  name: v.exactOptional(line(60)),
  sex: v.exactOptional(v.picklist(sexes)),
  born: v.exactOptional(v.pipe(v.string(), v.regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'month'))),
  condition: v.exactOptional(v.picklist(conditions)),
  marks: v.exactOptional(v.pipe(v.array(v.picklist(marks)), v.maxLength(marks.length))),
  medicalL: v.exactOptional(between(0, 300)),
});

/** A home, and who lives there. */
export const home = fields({ name: name(), people: v.pipe(v.array(person), v.maxLength(500)) });
export type HomeFields = DataOf<typeof home>;

/** What the clock said when it was found to have run ahead. */
/** `anew`: the log tells by itself what is dated later; entries of builds before this one left that to the page. */
export const clockFault = fields({ wasAt: instant, anew: v.exactOptional(v.literal(true)) });

/** A list of containers that was kept by hand and taken in; the digest recognises it when it comes again. */
export const takenList = fields({
  digest: key(100),
  rows: between(0, 100_000),
  /** Entries that came with it, itself the last: recorded together, and so taken back together. */
  entries: v.exactOptional(whole(1, 5000)),
  /** The ids of those entries, itself not among them; builds before this one knew only how many came before it. */
  of: v.exactOptional(v.pipe(v.array(entryId), v.maxLength(5000))),
});
