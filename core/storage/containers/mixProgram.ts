import type { Subject } from '../../base/subject.ts';
import { type ContainerKind, footprintM, usableL } from './kinds.ts';
import { type FloorBay, floorLoad, heaviestGroup, rowKgM, type Standing } from './load.ts';
import { massKg, portability } from './mass.ts';

/** A floor or a shelf with the room that is left on it. */
export interface MixSpot {
  readonly place: Subject;
  readonly shelf?: string;
  /** Free length along the wall, depth of the bay, height to what is above (m). */
  readonly freeM: number;
  readonly depthM: number;
  readonly headroomM: number;
  /** What it may still carry (kg); unlimited when absent. */
  readonly freeKg?: number;
  /** A floor that bears only so much on each m², and what stands on it already. */
  readonly floor?: {
    readonly bay: FloorBay;
    readonly standing: readonly Standing[];
    readonly limitKgM2: number;
  };
}

/** What the mix is for, and how it is paid for. */
export type MixAim = 'cost' | 'handling' | 'area';

/** Litres still missing, where they may stand, and what it may cost. */
export interface MixQuestion {
  readonly kinds: readonly ContainerKind[];
  readonly spots: readonly MixSpot[];
  readonly needL: number;
  /** Litres of these that must be in vessels that one or two people can carry out. */
  readonly carryL: number;
  readonly liftKg: number;
  readonly budget?: number;
  readonly years: number;
  readonly fillsPerYear: number;
  /** Price of a litre of water with its treatment. */
  readonly litrePrice: number;
  readonly aim: MixAim;
}

/** So many of a kind in a spot. */
export interface MixCount {
  readonly kind: ContainerKind;
  readonly spot: MixSpot;
  readonly count: number;
}

/** A limit that holds the plan back, and what giving way would save of the aim. */
export interface Binding {
  readonly limit: 'need' | 'carry' | 'budget' | 'room' | 'kg' | 'load';
  readonly spot?: MixSpot;
  /** How far it was relaxed: litres, money, metres, kg or kg/m². */
  readonly by: number;
  readonly saves: number;
}

/** What is to be bought, and where it stands. */
export interface Mix {
  readonly counts: readonly MixCount[];
  readonly litres: number;
  readonly carryL: number;
  readonly price: number;
  readonly objective: number;
}

export type MixPlan =
  | (Mix & { readonly possible: true; readonly binding: readonly Binding[] })
  | {
      readonly possible: false;
      /** Each way to make it possible, alone: keep less, carry less, or pay more. */
      readonly ways: readonly { readonly giveUp: 'need' | 'carry' | 'budget'; readonly to: number }[];
      /** The places that are full: so much more of one of them alone would make it possible. */
      readonly full: readonly Full[];
      /** What can be done instead: as many litres as find room, as the aim has them best. */
      readonly nearest?: Mix;
    };

/** What one place would have to give more: metres along its wall, kg on a shelf, or kg on each m² of its floor. */
export interface Full {
  readonly limit: 'room' | 'kg' | 'load';
  readonly spot: MixSpot;
  readonly by: number;
}

/** Solves a program in LP format to optimality (see solve.ts for what gap is left). `columns` are the values of its variables. */
export type SolveProgram = (lp: string) => Promise<{
  status: 'optimal' | 'infeasible';
  objective: number;
  columns: Readonly<Record<string, number>>;
}>;

const GAP_M = 0.05;
const MOST_STACKED = 3;

/** The width that a vessel stands in (m). */
export const widthIn = (kind: ContainerKind): number => footprintM(kind).widthM + GAP_M;

/** Length along the wall that one vessel takes in a spot, sharing it with those stacked on it and standing behind it; undefined where it does not fit. */
export function lengthIn(kind: ContainerKind, spot: MixSpot): number | undefined {
  const { depthM } = footprintM(kind);
  const heightM = kind.heightMm / 1000;
  if (heightM > spot.headroomM || depthM > spot.depthM || widthIn(kind) > spot.freeM) return undefined;
  const behind = Math.floor(spot.depthM / depthM);
  const stacked = kind.stackable ? Math.min(MOST_STACKED, Math.floor(spot.headroomM / heightM)) : 1;
  return widthIn(kind) / (behind * stacked);
}

/** Money over the years: bought again when its service life is over, filled and treated each time. */
export function costOver(
  kind: ContainerKind,
  q: Pick<MixQuestion, 'years' | 'fillsPerYear' | 'litrePrice'>,
): number {
  return (
    kind.price * Math.ceil(q.years / kind.serviceYears) +
    q.fillsPerYear * q.years * usableL(kind) * q.litrePrice
  );
}

export interface Column {
  readonly name: string;
  readonly kind: ContainerKind;
  readonly spot: MixSpot;
  readonly lengthM: number;
  readonly fullKg: number;
  readonly isPortable: boolean;
}

/** A column for each kind at each place where it has room: how many stand there is what the program finds. */
export function columnsOf(q: MixQuestion): Column[] {
  return q.spots.flatMap((spot, s) =>
    q.kinds.flatMap((kind, k): Column[] => {
      const lengthM = lengthIn(kind, spot);
      if (lengthM === undefined) return [];
      const fullKg = massKg(kind, usableL(kind));
      return [
        {
          name: `x${k}_${s}`,
          kind,
          spot,
          lengthM,
          fullKg,
          isPortable: portability(fullKg, q.liftKg) !== 'fixed',
        },
      ];
    }),
  );
}

function aimOf({ kind, lengthM, spot }: Column, q: MixQuestion): number {
  switch (q.aim) {
    case 'cost':
      return costOver(kind, q);
    case 'handling':
      return 1;
    case 'area':
      return lengthM * spot.depthM;
  }
}

/** A sum as LP text; short lines, because the format limits their length. */
function sum(terms: readonly (readonly [number, string])[]): string {
  const shown = terms
    .filter(([c]) => c !== 0)
    .map(([c, name]) => `${c < 0 ? '-' : '+'} ${Math.abs(c)} ${name}`);
  return shown.length > 0 ? shown.join('\n ') : '+ 0 zero';
}

/** A limit of the program by its name in the LP text. */
export interface Row {
  readonly name: string;
  readonly limit: Binding['limit'];
  readonly spot?: MixSpot;
  readonly terms: readonly (readonly [number, string])[];
  readonly sign: '>=' | '<=';
  readonly bound: number;
}

/** The limits of the program: need (L), what can be carried (L), floors and shelves (kg, m), budget. */
export function rowsOf(q: MixQuestion, columns: readonly Column[]): Row[] {
  const all = (value: (c: Column) => number, of = columns) => of.map(c => [value(c), c.name] as const);
  const rows: Row[] = [
    { name: 'need', limit: 'need', terms: all(c => usableL(c.kind)), sign: '>=', bound: q.needL },
  ];
  if (q.carryL > 0)
    rows.push({
      name: 'carry',
      limit: 'carry',
      terms: all(c => (c.isPortable ? usableL(c.kind) : 0)),
      sign: '>=',
      bound: q.carryL,
    });
  if (q.budget !== undefined)
    rows.push({
      name: 'budget',
      limit: 'budget',
      terms: all(c => c.kind.price),
      sign: '<=',
      bound: q.budget,
    });
  q.spots.forEach((spot, s) => {
    const here = columns.filter(c => c.spot === spot);
    if (here.length === 0) return;
    rows.push({
      name: `room${s}`,
      limit: 'room',
      spot,
      terms: all(c => c.lengthM, here),
      sign: '<=',
      bound: spot.freeM,
    });
    if (spot.freeKg !== undefined)
      rows.push({
        name: `kg${s}`,
        limit: 'kg',
        spot,
        terms: all(c => c.fullKg, here),
        sign: '<=',
        bound: spot.freeKg,
      });
  });
  return rows;
}

/** The integer program in LP format. */
function programOf(
  rows: readonly Row[],
  columns: readonly Column[],
  objective: readonly (readonly [number, string])[],
): string {
  const limits = rows.map(r => ` ${r.name}: ${sum(r.terms)} ${r.sign} ${r.bound}`).join('\n');
  const names = columns.map(c => c.name).join('\n ');
  return `Minimize\n obj: ${sum(objective)}\nSubject To\n${limits}\nBounds\n 0 <= zero <= 0\nGeneral\n ${names}\nEnd\n`;
}

/** Limits of floors found while solving, by the spot that they are of. */
export type Cuts = Map<MixSpot, Row[]>;

/** A floor's limit holds for every group of its vessels; few of these limits ever matter, so each is added once it is broken. */
const MOST_ROUNDS = 500;
const FLOOR_PLAY = 1e-6;

/**
 * The limit that a mix breaks on a floor, by the very function that the store judges it with; undefined where it keeps to it.
 * With masses m, widths w and the group's depth it is linear in the counts: Σ m·x + m₀ ≤ limit × depth × (Σ w·x + w₀ + spread),
 * or the bay's whole width on the right where the group fills it.
 */
function brokenBy(
  spot: MixSpot,
  columns: readonly Column[],
  counts: Readonly<Record<string, number>>,
  name: string,
): Row | undefined {
  const { floor } = spot;
  if (!floor) return undefined;
  const { bay, standing } = floor;
  const here = columns.filter(c => c.spot === spot);
  const added = here.flatMap(c =>
    Array.from(
      { length: Math.round(counts[c.name] ?? 0) },
      (): Standing => ({ kind: c.kind, massKg: c.fullKg }),
    ),
  );
  // what stands there already may be too much: then nothing may make it more
  const limitKgM2 = Math.max(floor.limitKgM2, floorLoad(standing, bay).kgM2);
  const group = heaviestGroup([...standing, ...added], bay);
  if (!group || group.load.kgM2 <= limitKgM2 + FLOOR_PLAY) return undefined;
  const isIn = (s: Standing) =>
    footprintM(s.kind).depthM <= group.mostDeepM && rowKgM(s) >= group.leastKgM - 1e-9;
  const already = standing.filter(isIn);
  const massKg = already.reduce((sum, s) => sum + s.massKg, 0);
  const rowM = already.reduce((sum, s) => sum + footprintM(s.kind).widthM, 0);
  const kgM = limitKgM2 * group.load.depthM;
  const perMetre = group.fillsBay ? 0 : kgM;
  const terms = here
    .filter(c => isIn({ kind: c.kind, massKg: c.fullKg }))
    .map(c => [c.fullKg - perMetre * footprintM(c.kind).widthM, c.name] as const);
  const widthM = group.fillsBay ? group.load.widthM : rowM + group.spreadM;
  return { name, limit: 'load', spot, terms, sign: '<=', bound: kgM * widthM - massKg };
}

/** Solves, adds the limits of floors that the answer breaks, and solves again until it breaks none. */
export async function optimum(
  q: MixQuestion,
  solve: SolveProgram,
  columns: readonly Column[],
  rows: readonly Row[],
  objective: readonly (readonly [number, string])[],
  cuts: Cuts,
) {
  const floors = q.spots.filter(spot => spot.floor);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const all = [...rows, ...floors.flatMap(spot => cuts.get(spot) ?? [])];
    const solved = await solve(programOf(all, columns, objective));
    if (solved.status === 'infeasible') return { rows: all, solved };
    const broken = floors.flatMap(spot => {
      const own = cuts.get(spot) ?? [];
      const row = brokenBy(spot, columns, solved.columns, `load${q.spots.indexOf(spot)}_${own.length}`);
      return row ? [{ spot, row, own }] : [];
    });
    if (broken.length === 0) return { rows: all, solved };
    for (const { spot, row, own } of broken) cuts.set(spot, [...own, row]);
  }
  throw new Error('the limits of the floors were not settled');
}

/** The best mix of a question, by its aim; undefined where none fits all limits. */
export function solveFor(q: MixQuestion, solve: SolveProgram, cuts: Cuts) {
  const columns = columnsOf(q);
  const objective = columns.map(c => [aimOf(c, q), c.name] as const);
  return optimum(q, solve, columns, rowsOf(q, columns), objective, cuts);
}

/** The best mix of a question, or undefined where there is none. */
export async function bestMix(
  q: MixQuestion,
  solve: SolveProgram,
  cuts: Cuts = new Map(),
): Promise<{ mix: Mix; rows: readonly Row[]; columns: Readonly<Record<string, number>> } | undefined> {
  const { rows, solved } = await solveFor(q, solve, cuts);
  if (solved.status === 'infeasible') return undefined;
  const counts = columnsOf(q)
    .map((c): MixCount => ({ kind: c.kind, spot: c.spot, count: Math.round(solved.columns[c.name] ?? 0) }))
    .filter(c => c.count > 0);
  const total = (value: (c: MixCount) => number) => counts.reduce((all, c) => all + value(c) * c.count, 0);
  const isFixed = ({ kind }: MixCount) => portability(massKg(kind, usableL(kind)), q.liftKg) === 'fixed';
  const mix = {
    counts,
    litres: total(c => usableL(c.kind)),
    carryL: total(c => (isFixed(c) ? 0 : usableL(c.kind))),
    price: total(c => c.kind.price),
    objective: solved.objective,
  };
  return { mix, rows, columns: solved.columns };
}
