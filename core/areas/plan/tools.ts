import { STANDARD_DROPS_PER_ML } from '../../base/units/volume.ts';
import { type Tool, toolCatalogue } from '../../treatment/chlorine/measure.ts';
import type { GroupFacts } from './facts.ts';

/** The tools owned; a dropper runs at the drops counted for it. */
export const ownedTools = ({ toolIds, dropsPerMl }: Pick<GroupFacts, 'toolIds' | 'dropsPerMl'>): Tool[] =>
  toolCatalogue
    .filter(t => toolIds.includes(t.id))
    .map(t =>
      t.kind === 'dropper' ? { ...t, dropsPerMl, calibrated: dropsPerMl !== STANDARD_DROPS_PER_ML } : t,
    );
