import { ageing } from './ageing.ts';
import { alum } from './alum.ts';
import { alumJars } from './alumJars.ts';
import { boil } from './boil.ts';
import { bucketFilter } from './bucketFilter.ts';
import { can } from './can.ts';
import { carbon } from './carbon.ts';
import { contactCredit } from './contactCredit.ts';
import { demandTest } from './demandTest.ts';
import { distil } from './distil.ts';
import { electricity } from './electricity.ts';
import { filter } from './filter.ts';
import { flocculant } from './flocculant.ts';
import { iodine } from './iodine.ts';
import { iodineTablets } from './iodineTablets.ts';
import { layeredFilter } from './layeredFilter.ts';
import { melt } from './melt.ts';
import type { Method } from './method.ts';
import { pasteurise } from './pasteurise.ts';
import { permanganate } from './permanganate.ts';
import { removing } from './removing.ts';
import { reverseOsmosis } from './reverseOsmosis.ts';
import { sanitising } from './sanitising.ts';
import { settle } from './settle.ts';
import { shock } from './shock.ts';
import { stock } from './stock.ts';
import { sun } from './sun.ts';
import { tablets } from './tablets.ts';
import { uv } from './uv.ts';

/** Every method of the bench, in the order of the work. The dose of bleach itself has a screen of its own. */
export const methods: readonly Method[] = [
  settle,
  melt,
  alum,
  alumJars,
  filter,
  bucketFilter,
  layeredFilter,
  carbon,
  boil,
  pasteurise,
  electricity,
  demandTest,
  contactCredit,
  ageing,
  stock,
  sanitising,
  shock,
  removing,
  tablets,
  flocculant,
  iodine,
  iodineTablets,
  permanganate,
  sun,
  uv,
  distil,
  reverseOsmosis,
  can,
];

/** The method of an id, or undefined. */
export const methodOf = (id: string): Method | undefined => methods.find(m => m.id === id);
