import { bleach } from './bleach.ts';
import type { InTrain, Method } from './method.ts';
import { methods } from './methods.ts';

/** A method that treats water, and so stands in trains. */
export type Treatment = Method & { readonly inTrain: InTrain };

const treats = (method: Method): method is Treatment => method.inTrain !== 'aid';

/** Every treatment, bleach among them: what a train is made of. Aids that treat nothing are left out. */
export const treatments: readonly Treatment[] = [...methods, bleach].filter(treats);

/** The treatment of an id. @throws where there is none */
export function treatmentOf(id: string): Treatment {
  const found = treatments.find(t => t.id === id);
  if (!found) throw new Error(`"${id}" treats no water`);
  return found;
}
