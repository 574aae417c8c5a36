import {
  bestMix,
  columnsOf,
  type Full,
  type Mix,
  type MixPlan,
  type MixQuestion,
  type MixSpot,
  optimum,
  type Row,
  rowsOf,
  type SolveProgram,
  widthIn,
} from './mixProgram.ts';

type WaysOut = Omit<Extract<MixPlan, { possible: false }>, 'possible'>;

/** What would make an impossible question possible, each alone; and what can be done instead. */
export async function waysOut(q: MixQuestion, solve: SolveProgram): Promise<WaysOut> {
  const ways = await givingUp(q, solve);
  const nearest = await nearestMix(q, solve, ways.find(w => w.giveUp === 'need')?.to);
  const full: Full[] = [];
  // where money or hands are short, no place is
  const isForRoom = ways.every(w => w.giveUp === 'need');
  if (isForRoom) for (const spot of q.spots) full.push(...(await fullAt(spot, q, solve)));
  return { ways, full, ...(nearest ? { nearest } : {}) };
}

/** For each demand alone: how far it would have to give way. */
async function givingUp(
  q: MixQuestion,
  solve: SolveProgram,
): Promise<{ giveUp: 'need' | 'carry' | 'budget'; to: number }[]> {
  const columns = columnsOf(q);
  const rows = rowsOf(q, columns);
  const ways: { giveUp: 'need' | 'carry' | 'budget'; to: number }[] = [];
  for (const giveUp of ['need', 'carry', 'budget'] as const) {
    const row = rows.find(r => r.limit === giveUp);
    if (!row) continue;
    const others = rows.filter(r => r !== row);
    // as much of it as can be had: most litres, or least money
    const toward = giveUp === 'budget' ? row.terms : row.terms.map(([c, name]) => [-c, name] as const);
    const { solved } = await optimum(q, solve, columns, others, toward, new Map());
    if (solved.status === 'optimal') ways.push({ giveUp, to: Math.abs(solved.objective) });
  }
  return ways;
}

/** Of the most there is room for so much is asked: the last litres would take a dozen sorts of bottle to fill every gap. */
const NEAREST_SHARE = 0.95;
const LEAST_L = 0.1;

/** About as many litres as find room, as the aim has them best; where not even those to carry out do, without asking for them. */
async function nearestMix(
  q: MixQuestion,
  solve: SolveProgram,
  mostL: number | undefined,
): Promise<Mix | undefined> {
  const asked = mostL === undefined ? { ...q, carryL: 0 } : q;
  const litres = mostL ?? (await givingUp(asked, solve)).find(w => w.giveUp === 'need')?.to;
  if (litres === undefined || litres < LEAST_L) return undefined;
  return (await bestMix({ ...asked, needL: litres * NEAREST_SHARE }, solve))?.mix;
}

/** No wall is made longer than this, and no shelf carries more (m, kg). */
const MOST = { room: 10, kg: 1000 } as const;
/** Loads that floors are built for, as an engineer names them (kg/m²): dwellings 150 and 200, offices 300, stores 500 and more. */
const FLOORS_KG_M2 = [150, 200, 250, 300, 400, 500, 750, 1000] as const;

async function fullAt(spot: MixSpot, q: MixQuestion, solve: SolveProgram): Promise<Full[]> {
  const roomM = await moreOf('room', spot, q, solve);
  const kg = spot.freeKg === undefined ? undefined : await moreOf('kg', spot, q, solve);
  const load = await loadFor(spot, q, solve);
  return [
    ...(roomM === undefined ? [] : [{ limit: 'room' as const, spot, by: roomM }]),
    ...(kg === undefined ? [] : [{ limit: 'kg' as const, spot, by: kg }]),
    ...(load === undefined ? [] : [{ limit: 'load' as const, spot, by: load }]),
  ];
}

const withSpot = (q: MixQuestion, was: MixSpot, spot: MixSpot): MixQuestion => ({
  ...q,
  spots: q.spots.map(s => (s === was ? spot : s)),
});

/** The least that a limit of a spot would have to be eased by, all else as it is; undefined where that alone does not do. */
async function moreOf(
  limit: 'room' | 'kg',
  was: MixSpot,
  q: MixQuestion,
  solve: SolveProgram,
): Promise<number | undefined> {
  const spot =
    limit === 'room'
      ? { ...was, freeM: was.freeM + MOST.room }
      : { ...was, freeKg: (was.freeKg ?? 0) + MOST.kg };
  const eased = withSpot(q, was, spot);
  const columns = columnsOf(eased);
  const rows = rowsOf(eased, columns).map(
    (row): Row =>
      row.limit === limit && row.spot === spot
        ? { ...row, terms: [...row.terms, [-1, 'more']], bound: row.bound - MOST[limit] }
        : row,
  );
  const bound: Row = { name: 'most', limit, terms: [[1, 'more']], sign: '<=', bound: MOST[limit] };
  const { solved } = await optimum(eased, solve, columns, [...rows, bound], [[1, 'more']], new Map());
  if (solved.status === 'infeasible') return undefined;
  if (limit === 'kg') return solved.objective;
  // a vessel wants its own width, whatever it shares that with behind it and on top
  const widest = columns
    .filter(c => c.spot === spot && (solved.columns[c.name] ?? 0) > 0.5)
    .reduce((most, c) => Math.max(most, widthIn(c.kind)), 0);
  return Math.max(solved.objective, widest - was.freeM);
}

/** By how much more than now a floor would have to bear, of the loads that floors are built for; undefined where none alone does. */
async function loadFor(was: MixSpot, q: MixQuestion, solve: SolveProgram): Promise<number | undefined> {
  const { floor } = was;
  if (!floor) return undefined;
  const stronger = FLOORS_KG_M2.filter(kgM2 => kgM2 > floor.limitKgM2);
  const isEnough = async (limitKgM2: number): Promise<boolean> =>
    (await bestMix(withSpot(q, was, { ...was, floor: { ...floor, limitKgM2 } }), solve)) !== undefined;
  const strongest = stronger.at(-1);
  if (strongest === undefined || !(await isEnough(strongest))) return undefined;
  let [tooLittle, enough] = [-1, stronger.length - 1];
  while (enough - tooLittle > 1) {
    const between = Math.floor((tooLittle + enough) / 2);
    if (await isEnough(stronger[between]!)) enough = between;
    else tooLittle = between;
  }
  return stronger[enough]! - floor.limitKgM2;
}
