import type { DoseInstruction } from '../../treatment/chlorine/batch.ts';

/** A batch of bleach as the bench begins it, for tests of what follows: a drum of 198 L, stirred with a measure. */
export const exampleBatch: DoseInstruction = {
  school: 'target-dose',
  strengthSchool: 'replace-yearly',
  volumeL: 198,
  strengthMgMl: 60,
  targetMgL: 2,
  doseMl: 6.6,
  way: 'tool',
  contactMin: 30,
  clarity: 'clear',
};
