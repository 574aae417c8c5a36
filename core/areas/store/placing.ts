import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { InLots } from '../../base/lots.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { floorLoad, judgeFloor, judgeShelf, type Standing } from '../../storage/containers/load.ts';
import { massKg } from '../../storage/containers/mass.ts';
import type { ContainerFacts, PlaceFacts } from './facts.ts';
import { containersIn } from './find.ts';
import { kindOf } from './state.ts';

const isOnFloor = (place: PlaceFacts, shelf: string | undefined): boolean =>
  !place.shelves.some(s => s.id === shelf);

const stood = new WeakMap<ContainerFacts, Standing>();

/** A container on its spot, as heavy as it is filled. */
export function standingOf(facts: Facts, container: ContainerFacts): Standing | undefined {
  const kind = kindOf(facts, container.kind);
  const known = stood.get(container);
  if (!kind || known?.kind === kind) return kind && known;
  const standing = { kind, massKg: massKg(kind, container.fill?.remainingL ?? 0) };
  stood.set(container, standing);
  return standing;
}

/** Whether a container stands on a place's floor, or on one of its shelves. */
export function standsAt(container: ContainerFacts, place: PlaceFacts, shelf: string | undefined): boolean {
  if (container.place !== place.id) return false;
  const at = isOnFloor(place, container.shelf) ? undefined : container.shelf;
  return at === (isOnFloor(place, shelf) ? undefined : shelf);
}

/** What stands on a place's floor, or on one of its shelves, but for one container. */
export function standingAt(
  facts: Facts,
  place: PlaceFacts,
  shelf: string | undefined,
  but?: Subject,
): Standing[] {
  return [...containersIn(facts, place.id)].flatMap(id => {
    const c = facts.container[id];
    const standing = c && id !== but && standsAt(c, place, shelf) ? standingOf(facts, c) : undefined;
    return standing ? [standing] : [];
  });
}

/** A floor or a shelf that bears more than it should. */
export interface Overloaded {
  readonly place: PlaceFacts;
  readonly shelf?: string;
  readonly judgement: Judgement;
}

/** What a place was judged by, and what was found. */
interface Weighed {
  readonly containers: readonly ContainerFacts[];
  readonly kinds: Facts['kind'];
  readonly limitKgM2: number | undefined;
  readonly found: readonly Overloaded[];
}
const weighed = new WeakMap<PlaceFacts, Weighed>();

/** The floors and shelves that bear more than they should, and by how much: place by place. */
export function* overloaded(facts: Facts): InLots<Overloaded[]> {
  const all: Overloaded[] = [];
  for (const place of Object.values(facts.place)) {
    all.push(...overloadedIn(facts, place));
    yield;
  }
  return all;
}

/** Those of one place: weighed anew when something there changed. */
function overloadedIn(facts: Facts, place: PlaceFacts): readonly Overloaded[] {
  const containers = [...containersIn(facts, place.id)].map(id => facts.container[id]!);
  const limitKgM2 = floorLimit(facts, place);
  const last = weighed.get(place);
  const isSame =
    last?.kinds === facts.kind &&
    last.limitKgM2 === limitKgM2 &&
    last.containers.length === containers.length &&
    last.containers.every((c, i) => c === containers[i]);
  if (isSame) return last.found;
  const spots = new Map<string | undefined, Standing[]>();
  for (const container of containers) {
    const standing = standingOf(facts, container);
    if (!standing) continue;
    const shelf = isOnFloor(place, container.shelf) ? undefined : container.shelf;
    const list = spots.get(shelf);
    if (list) list.push(standing);
    else spots.set(shelf, [standing]);
  }
  const found = [...spots].flatMap(([at, standing]): Overloaded[] => {
    const shelf = place.shelves.find(s => s.id === at);
    if (!shelf) {
      const judgement = judgeFloor(floorLoad(standing, place), limitKgM2);
      return judgement.verdict === 'ok' ? [] : [{ place, judgement }];
    }
    const massKg = standing.reduce((sum, s) => sum + s.massKg, 0);
    const judgement = judgeShelf(shelf, massKg, 0);
    return judgement.verdict === 'refuse' ? [{ place, shelf: shelf.id, judgement }] : [];
  });
  weighed.set(place, { containers, kinds: facts.kind, limitKgM2, found });
  return found;
}

/** What a floor bears (kg/m²); of which nobody said it, on the ground it is taken to bear all, with a room below it is not known. */
export function floorLimit(facts: Facts, place: PlaceFacts): number | undefined {
  if (place.floorLimitKgM2 !== undefined) return place.floorLimitKgM2;
  const isOnGround =
    !Object.values(facts.place).some(p => p.building === place.building && p.level < place.level) &&
    place.level <= 0;
  return isOnGround ? Number.POSITIVE_INFINITY : undefined;
}

/**
 * Judges standing a container somewhere: a shelf over its kg is refused, a floor over its limit warned of,
 * and plastic beside fuel refused, because it breathes.
 * @param fullKg its mass there
 */
export function judgePlacing(
  facts: Facts,
  container: Pick<ContainerFacts, 'id' | 'kind'>,
  fullKg: number,
  placeId: Subject,
  shelfId: string | undefined,
): Judgement[] {
  const place = facts.place[placeId];
  const kind = kindOf(facts, container.kind);
  if (!place || !kind) return [];
  const judgements: Judgement[] = [];
  if (place.near?.includes('fuel') && (kind.material === 'HDPE' || kind.material === 'PET')) {
    judgements.push(
      judge('refuse', message('place.near-fuel', { name: place.name }), 'cdc-storage', {
        remedy: message('place.near-fuel.remedy'),
      }),
    );
  } else if (place.near?.includes('poison')) {
    judgements.push(
      judge('warn', message('place.near-poison', { name: place.name }), 'cdc-storage', {
        remedy: message('place.near-poison.remedy'),
      }),
    );
  }
  const others = standingAt(facts, place, shelfId, container.id);
  const shelf = place.shelves.find(s => s.id === shelfId);
  const load = shelf
    ? judgeShelf(
        shelf,
        others.reduce((sum, s) => sum + s.massKg, 0),
        fullKg,
      )
    : judgeFloor(floorLoad([...others, { kind, massKg: fullKg }], place), floorLimit(facts, place));
  if (load.verdict !== 'ok') judgements.push(load);
  return judgements;
}
