import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { judgeVessel } from '../../storage/containers/fitness.ts';
import { type ContainerKind, usableL } from '../../storage/containers/kinds.ts';
import { massKg, portability } from '../../storage/containers/mass.ts';
import { isRunning } from '../../treatment/chlorine/batch.ts';
import type { ContainerFacts } from './facts.ts';
import { type ContainerState, kindOf } from './state.ts';

/** A vessel of one's own that stands empty and may be filled with drinking water. */
export interface Fillable {
  readonly id: Subject;
  readonly code: string;
  readonly litres: number;
  readonly fullKg: number;
  readonly isPortable: boolean;
}

function mayHoldDrinking(container: ContainerFacts, kind: ContainerKind): boolean {
  const { inspected, sanitisedAt, condemned, setApart, role, heldBefore, curedAt } = container;
  if (condemned || setApart) return false;
  const isCleanedSince = inspected !== undefined && sanitisedAt !== undefined && sanitisedAt > inspected.at;
  const fitness = judgeVessel({
    role,
    heldBefore,
    material: kind.material,
    isCured: curedAt !== undefined,
    ...(inspected && !isCleanedSince ? { found: inspected.found } : {}),
    isChlorinated: true,
  });
  return !fitness || fitness.most === 'drinking';
}

/** Empty vessels that may hold drinking water: they are filled before anything is bought. */
export function fillableOwn(facts: Facts): Fillable[] {
  return Object.values(facts.container).flatMap((c): Fillable[] => {
    const kind = kindOf(facts, c.kind);
    if (!kind || (c.fill?.remainingL ?? 0) > 0 || !mayHoldDrinking(c, kind)) return [];
    const fullKg = massKg(kind, usableL(kind));
    const isPortable = portability(fullKg, facts.plan.liftKg) !== 'fixed';
    return [{ id: c.id, code: c.code, litres: usableL(kind), fullKg, isPortable }];
  });
}

/** Whether water stands in its contact time and counts once that is over. */
export const willBeReady = ({ state, standing }: ContainerState): boolean =>
  state === 'waiting' && standing !== undefined && isRunning(standing.phase);
