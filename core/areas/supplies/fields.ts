import * as v from 'valibot';
import { between, day, type Fields, fields, line, name, subjectOf, whole } from '../../base/fields.ts';
import type { DataOf } from '../../log/define.ts';
import { supplyKindIds } from '../../storage/stock/kinds.ts';
import { bottleEvents, filterEvents } from '../../storage/stock/supply.ts';
import { type Bleach, bleachProducts, strengthBases } from '../../treatment/chlorine/strength.ts';
import type { Credit } from '../../treatment/credit/credit.ts';
import { deviceKinds } from '../../treatment/filters/device.ts';
import type { Removal } from '../../water/quality/chemicals.ts';
import { parameterIds } from '../../water/quality/parameters.ts';

const bleach: Fields<Bleach> = fields({
  product: v.picklist(bleachProducts),
  basis: v.picklist(strengthBases),
  strength: between(0.1, 200),
  madeOn: v.exactOptional(day),
  keptC: between(-20, 60),
  useBy: v.exactOptional(day),
  measuredMgMl: v.exactOptional(between(0.1, 250)),
});

const log10 = between(0, 10);
const certified: Fields<Credit> = fields({ bacteria: log10, viruses: log10, protozoa: log10, crypto: log10 });

const share = between(0, 1);
const removal: Fields<Removal> = fields({
  nitrate: v.exactOptional(share),
  nitrite: v.exactOptional(share),
  lead: v.exactOptional(share),
  arsenic: v.exactOptional(share),
  fluoride: v.exactOptional(share),
  manganese: v.exactOptional(share),
});

/** How much there is, in the unit of the kind. */
const amount = between(0, 10_000_000);

const what = {
  name: name(),
  kind: v.picklist(supplyKindIds),
  bleach: v.exactOptional(bleach),
  madeOn: v.exactOptional(day),
  openedOn: v.exactOptional(day),
  expiresOn: v.exactOptional(day),
  treatsL: v.exactOptional(between(0.1, 100_000)),
  lastsMonths: v.exactOptional(between(1, 600)),
  device: v.exactOptional(
    fields({
      kind: v.picklist(deviceKinds),
      poreUm: v.exactOptional(between(0.0001, 100)),
      rating: v.exactOptional(v.picklist(['absolute', 'nominal'])),
      certified: v.exactOptional(certified),
      removes: v.exactOptional(removal),
    }),
  ),
  home: v.exactOptional(subjectOf('home')),
  where: v.exactOptional(line(200)),
  /** Of a kit: the lot on its box, and what it reads. */
  lot: v.exactOptional(line(60)),
  reads: v.exactOptional(v.pipe(v.array(v.picklist(parameterIds)), v.maxLength(parameterIds.length))),
};

/** What a supply is. An amount is what was counted as it was put down; later counts come by themselves (`supply.counted`). */
export const supply = fields({ ...what, amount: v.exactOptional(amount) });
export type SupplySet = DataOf<typeof supply>;

/** How much of it there is, as somebody looked. */
export const counted = fields({ amount });

export const filterLine = fields({
  what: v.picklist(filterEvents),
  flowLH: v.exactOptional(between(0, 100_000)),
  waterC: v.exactOptional(between(0, 60)),
  headCm: v.exactOptional(between(1, 1000)),
});

/** Retired and lost bottles are counted off. */
export const bottleLine = fields({
  what: v.picklist(bottleEvents),
  count: v.exactOptional(whole(1, 10_000)),
});
export type BottleLine = DataOf<typeof bottleLine>;
