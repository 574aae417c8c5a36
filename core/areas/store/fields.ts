import * as v from 'valibot';
import {
  amount,
  between,
  day,
  digest,
  type Fields,
  fields,
  instant,
  key,
  line,
  name,
  subjectOf,
  whole,
  wordId,
} from '../../base/fields.ts';
import type { DataOf } from '../../log/define.ts';
import { findings, heldBefores } from '../../storage/containers/fitness.ts';
import { type ContainerKind, materials, necks, shapes } from '../../storage/containers/kinds.ts';
import { walls } from '../../storage/containers/load.ts';
import { MOST_PIECES } from '../../storage/containers/pack.ts';
import type { Credit } from '../../treatment/credit/credit.ts';
import { type Origin, originAnswers, waterIds } from '../../water/waters.ts';

/** A building in the section, or a spot outdoors. `order` runs from left to right. */
export const building = fields({
  name: name(),
  order: between(0, 1000),
  roof: v.picklist(['pitched', 'flat', 'none']),
});
export type BuildingFields = DataOf<typeof building>;

/** A shelf's height above the floor, and its reach along the wall (m). */
const shelf = fields({
  id: name(40),
  heightM: between(0, 6),
  fromM: between(0, 100),
  toM: between(0, 100),
  limitKg: v.exactOptional(between(0, 20_000)),
});
export type Shelf = DataOf<typeof shelf>;

/** A room, or a stand outdoors. Level 0 is on the ground, −1 below it, 1 above. */
export const place = fields({
  name: name(),
  building: subjectOf('building'),
  level: whole(-3, 9),
  widthM: between(0.3, 100),
  heightM: between(0.3, 20),
  /** How far its bays reach from the back wall. */
  depthM: v.exactOptional(between(0.2, 30)),
  /** Sides of its bay that are walls; its back and its two ends where nobody said. */
  walls: v.exactOptional(v.pipe(v.array(v.picklist(walls)), v.maxLength(4))),
  /** What stands near that must not get into water. */
  near: v.exactOptional(v.array(v.picklist(['fuel', 'poison']))),
  shelves: v.pipe(v.array(shelf), v.maxLength(60)),
  floorLimitKgM2: v.exactOptional(between(10, 20_000)),
  meanC: v.exactOptional(between(-40, 60)),
  dark: v.exactOptional(v.boolean()),
  directSun: v.exactOptional(v.boolean()),
  mayFreeze: v.exactOptional(v.boolean()),
  /** How a stranger finds it. */
  finding: v.exactOptional(line(300)),
});
export type PlaceFields = DataOf<typeof place>;

const sizeMm = between(10, 10_000);

/** A kind of container of one's own. */
export const containerKind: Fields<ContainerKind> = fields({
  id: wordId,
  shape: v.picklist(shapes),
  pieces: v.exactOptional(whole(2, MOST_PIECES)),
  nominalL: between(0.05, 100_000),
  usableShare: between(0.1, 1),
  tareKg: between(0, 10_000),
  diameterMm: v.exactOptional(sizeMm),
  widthMm: v.exactOptional(sizeMm),
  depthMm: v.exactOptional(sizeMm),
  heightMm: sizeMm,
  stackable: v.boolean(),
  material: v.picklist(materials),
  lightProof: v.boolean(),
  neck: v.picklist(necks),
  tap: v.boolean(),
  price: between(0, 1_000_000),
  serviceYears: between(1, 100),
  name: v.exactOptional(name()),
});

/** The code on its label. */
const code = name(24);
/** What it is set apart for (a clinic, a sick neighbour): it is not counted for the rest. Empty: for nothing any more. */
const setApart = v.exactOptional(line(120));
const note = v.exactOptional(line(500));
/** Where it stands: a place, and a shelf's id; the floor when absent. */
const stand = { place: subjectOf('place'), shelf: v.exactOptional(name(40)) };

export const container = fields({
  code,
  kind: wordId,
  ...stand,
  role: v.picklist(['clean', 'raw']),
  heldBefore: v.picklist(heldBefores),
  note,
  setApart,
});
export type ContainerFields = DataOf<typeof container>;

/** A vessel becomes raw by being used so; clean again only through cleaning (`sanitised`). */
export const containerChange = fields({
  code: v.exactOptional(code),
  note,
  heldBefore: v.exactOptional(v.picklist(heldBefores)),
  setApart,
  role: v.exactOptional(v.literal('raw')),
});
export type ContainerChange = DataOf<typeof containerChange>;

export const standing = fields(stand);
export type Standing = DataOf<typeof standing>;

/** Somebody has it in hands, on a round, in one browser; another round passes it by. */
export const takenUp = fields({ browser: name(40) });
export type TakenUp = DataOf<typeof takenUp>;

/** What is known of where a water comes from. */
export const origin: Fields<Origin> = fields({
  protection: v.exactOptional(v.picklist(originAnswers.protection)),
  roof: v.exactOptional(v.picklist(originAnswers.roof)),
  upstream: v.exactOptional(v.picklist(originAnswers.upstream)),
});

const log10 = between(0, 10);
const credit: Fields<Credit> = fields({ bacteria: log10, viruses: log10, protozoa: log10, crypto: log10 });

export const filling = fields({
  volumeL: amount,
  water: v.picklist(waterIds),
  origin: v.exactOptional(origin),
  /** Where it was fetched: what it needs follows from there. */
  source: v.exactOptional(subjectOf('source')),
  /** The vessel it was poured out of: what is known of that water goes with it. */
  vessel: v.exactOptional(subjectOf('container')),
  /** What had been earned in it there, where it is poured into an empty vessel. */
  treated: v.exactOptional(fields({ at: instant, byMethod: v.record(key(40), credit) })),
  sealed: v.boolean(),
  printedUntil: v.exactOptional(day),
  residualMgL: v.exactOptional(between(0, 20)),
});
export type Filling = DataOf<typeof filling>;

export const sourceNamed = fields({ source: subjectOf('source') });
export type SourceNamed = DataOf<typeof sourceNamed>;

/** What water is drawn for; what a leak or a spill took is drawn by nobody, and gone all the same. */
export const drawUses = ['drinking', 'utility', 'lost'] as const;
export type DrawUse = (typeof drawUses)[number];

export const draw = fields({
  volumeL: between(0.001, 100_000),
  use: v.picklist(drawUses),
  byTap: v.boolean(),
  /** Whole bottles of a pack: the others stay closed. */
  pieces: v.exactOptional(whole(1, MOST_PIECES)),
  /** It was taken out to stand by itself, not drunk. */
  into: v.exactOptional(subjectOf('container')),
});
export type Draw = DataOf<typeof draw>;

export const emptying = fields({ to: v.picklist(['utility', 'drain']) });

export const inspection = fields({ found: v.picklist(findings), note });
export type Inspection = DataOf<typeof inspection>;

export const failing = fields({ why: v.picklist(['test', 'recall', 'smell', 'broken-seal']) });
export type Failing = DataOf<typeof failing>;

/** Why, as a word of the catalogue (`why.<code>`) or in the hand's own words. */
export const reason = name(300);

export const condemning = fields({ why: reason });

/** A printed label, and what it said (see label.ts). */
export const printedLabel = fields({ says: name(400) });

/** A photo of a container, a place or a sheet, by the digest of its bytes; the last one is shown. */
export const photo = fields({ digest });
