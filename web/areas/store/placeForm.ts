import type { BuildingFacts, PlaceFacts } from '#core/areas/store/facts.ts';
import type { PlaceFields } from '#core/areas/store/fields.ts';
import { usualWalls, type Wall } from '#core/storage/containers/load.ts';
import { type Draft, draft, newSubject } from '../../session/draft.ts';

/** Sides of a bay that are walls, as one looks at it from its front: a load spreads where there is none. */
export const wallSets = {
  usual: usualWalls,
  'back-left': ['back', 'left'],
  'back-right': ['back', 'right'],
  back: ['back'],
  none: [],
  all: ['back', 'left', 'right', 'front'],
} as const satisfies Record<string, readonly Wall[]>;
export type WallsId = keyof typeof wallSets;

export const wallsId = (given: readonly Wall[] = usualWalls): WallsId | undefined =>
  (Object.keys(wallSets) as WallsId[]).find(id => {
    const set: readonly Wall[] = wallSets[id];
    return set.length === given.length && set.every(w => given.includes(w));
  });

/** What the blanks of the place sentence hold: a blank that is empty leaves its field out. */
export type PlaceForm = { readonly [K in keyof PlaceFields]?: PlaceFields[K] | undefined } & {
  readonly buildingName: string;
};

/**
 * A new place is a room of four metres on the ground, until somebody says otherwise.
 * @param firstBuilding what the first building is called, where there is none yet
 */
export function formOf(
  place: PlaceFacts | 'new',
  buildings: readonly BuildingFacts[],
  firstBuilding = '',
): PlaceForm {
  const known = place === 'new' ? undefined : buildings.find(b => b.id === place.building);
  const buildingName = (known ?? buildings[0])?.name ?? firstBuilding;
  if (place === 'new') return { level: 0, widthM: 4, heightM: 2.4, shelves: [], buildingName };
  // its photo comes with an entry of its own
  const { id: _, photo: __, ...fields } = place;
  return { ...fields, buildingName };
}

/** The entries that the sentence comes to: a building that is not there yet comes with its first place. */
export function draftsOf(
  form: PlaceForm,
  place: PlaceFacts | 'new',
  buildings: readonly BuildingFacts[],
): Draft[] | undefined {
  const { buildingName, ...fields } = form;
  const { name, level, widthM, heightM, shelves = [] } = fields;
  if (!name?.trim() || !buildingName.trim()) return undefined;
  if (widthM === undefined || heightM === undefined || level === undefined) return undefined;
  const wanted = buildingName.trim();
  const known = buildings.find(b => b.name.toLowerCase() === wanted.toLowerCase());
  const building = known?.id ?? newSubject('building');
  const given = Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
  return [
    ...(known
      ? []
      : [draft('building.set', building, { name: wanted, order: buildings.length, roof: 'pitched' })]),
    draft('place.set', place === 'new' ? newSubject('place') : place.id, {
      ...given,
      name: name.trim(),
      building,
      level,
      widthM,
      heightM,
      shelves,
    }),
  ];
}
