import * as v from 'valibot';
import { animalRates, climateFactor, institutionRates } from '#core/need/rates.ts';
import { between, DaySchema, SubjectSchema } from './scalars.ts';

const keysOf = <T extends object>(record: T) =>
  Object.keys(record) as [keyof T & string, ...(keyof T & string)[]];

export const strengthSchool = v.picklist(['replace-yearly', 'computed-strength', 'measured']);

/** What the store is sized and judged by; any part of it may be set alone. */
export const planFields = v.object({
  needSchool: v.exactOptional(
    v.picklist(['flat-gallon', 'by-person', 'humanitarian', 'survival', 'basic-access', 'own']),
  ),
  targetDays: v.exactOptional(v.pipe(between(1, 3650), v.integer('whole'))),
  climate: v.exactOptional(v.picklist(keysOf(climateFactor))),
  reserveShare: v.exactOptional(between(0, 2)),
  rotationSchool: v.exactOptional(v.picklist(['cautious', 'yearly', 'two-year'])),
  strengthSchool: v.exactOptional(strengthSchool),
  liftKg: v.exactOptional(between(5, 60)),
  noticeDays: v.exactOptional(v.pipe(between(1, 120), v.integer('whole'))),
  animals: v.exactOptional(
    v.array(
      v.object({
        kind: v.picklist(keysOf(animalRates)),
        count: between(0, 100_000),
        massKg: v.exactOptional(between(0.1, 200)),
      }),
    ),
  ),
  institutions: v.exactOptional(
    v.array(
      v.object({
        kind: v.picklist(keysOf(institutionRates)),
        users: between(0, 100_000),
        rateL: v.exactOptional(between(1, 200)),
      }),
    ),
  ),
  rounds: v.exactOptional(
    v.pipe(
      v.array(
        v.object({
          day: DaySchema,
          place: SubjectSchema,
          containers: v.pipe(v.array(SubjectSchema), v.maxLength(2000)),
          litres: between(0, 10_000_000),
        }),
      ),
      v.maxLength(2000, 'too-many'),
    ),
  ),
  visitors: v.exactOptional(v.pipe(between(0, 5000), v.integer('whole'))),
  ownRule: v.exactOptional(v.object({ drinkingL: between(1, 200), utilityL: between(0, 500) })),
  shares: v.exactOptional(v.object({ cookingL: between(0, 20), hygieneL: between(0, 50) })),
  building: v.exactOptional(
    v.object({
      heaterL: between(0, 10_000),
      pressureL: between(0, 10_000),
      cisternL: between(0, 10_000),
      counts: v.boolean(),
    }),
  ),
});
