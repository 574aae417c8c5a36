import { floorLoad, judgeFloor, judgeShelf, type Standing } from '../containers/load.ts';
import { massKg } from '../containers/mass.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import type { Subject } from './entry.ts';
import type { ContainerFacts, Facts, PlaceFacts } from './facts.ts';
import { kindOf } from './state.ts';

const isOnFloor = (place: PlaceFacts, shelf: string | undefined): boolean =>
  !place.shelves.some(s => s.id === shelf);

function standingOf(facts: Facts, container: ContainerFacts): Standing | undefined {
  const kind = kindOf(facts, container.kind);
  return kind && { kind, massKg: massKg(kind, container.fill?.remainingL ?? 0) };
}

/** What stands on a place's floor, or on one of its shelves, but for one container. */
export function standingAt(
  facts: Facts,
  place: PlaceFacts,
  shelf: string | undefined,
  but?: Subject,
): Standing[] {
  const wanted = isOnFloor(place, shelf) ? undefined : shelf;
  return Object.values(facts.container).flatMap(c => {
    if (c.place !== place.id || c.id === but) return [];
    const at = isOnFloor(place, c.shelf) ? undefined : c.shelf;
    const standing = at === wanted ? standingOf(facts, c) : undefined;
    return standing ? [standing] : [];
  });
}

/** A floor of which nobody knows the limit: on the ground it is taken to bear, with a room below it is not known. */
function unknownLimit(facts: Facts, place: PlaceFacts): number | undefined {
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
    : judgeFloor(
        floorLoad([...others, { kind, massKg: fullKg }], place),
        place.floorLimitKgM2 ?? unknownLimit(facts, place),
      );
  if (load.verdict !== 'ok') judgements.push(load);
  return judgements;
}
