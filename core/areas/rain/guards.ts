import { dayOf } from '../../base/day.ts';
import { type Judgement, judge, message, type Params } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import { SPRAY_US_CM } from '../../rain/catchment/attended.ts';
import { judgeSurface } from '../../rain/catchment/surfaces.ts';
import { WASHING_MM } from '../../water/findings/holds.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { onFilled } from '../store/fillGuards.ts';
import { needsWater, notBeforeWater } from '../store/guards.ts';
import { kindOf } from '../store/state.ts';
import type { CatchmentFields, Caught, Dipped, RainPlan } from './fields.ts';
import {
  builtRoof,
  catchmentInto,
  foulingAt,
  isBetterThan,
  roofAt,
  runsAgainFrom,
  surfaceCase,
} from './known.ts';

const refuse = (id: string, params: Params = {}): Judgement =>
  judge('refuse', message(id, params), 'record', { remedy: message(`${id}.remedy`, params) });
const warn = (id: string, params: Params = {}): Judgement =>
  judge('warn', message(id, params), 'practice', { remedy: message(`${id}.remedy`, params) });

/** The most that may have come beside what the gauge says: wind, a wider roof, a gauge under a tree. */
const MOST_TIMES = 1.6;

/** A stick is read to a hundredth or two: so far over its litres a tank is still only full. */
const FULL_SHARE = 1.02;

/** What a container holds (L). */
const holdsOf = (facts: Facts, { kind }: ContainerFacts): number =>
  kindOf(facts, kind)?.nominalL ?? Number.POSITIVE_INFINITY;

/** A catchment is told as it is; what it is unfit for is said, and stops nothing that is not drunk. */
export function onCatchment(facts: Facts, { data }: Told<CatchmentFields>): Judgement[] {
  const gone = data.tanks.filter(id => !facts.container[id]);
  return [
    ...(gone.length > 0 ? [refuse('guard.no-tank')] : []),
    ...(data.source && facts.source[data.source]?.kind !== 'rain' ? [refuse('guard.not-rain')] : []),
    ...judgeSurface(surfaceCase(data)).map(j =>
      j.verdict === 'refuse' ? { ...j, verdict: 'warn' as const } : j,
    ),
    ...(data.tanks.length === 0 ? [warn('guard.no-tank-yet')] : []),
  ];
}

/** Rain that was caught: no more than fell, into a tank that has room, and not from a surface that is fouled. */
export function onCaught(facts: Facts, entry: Told<Caught>, now: string): Judgement[] {
  const { data, subject, also = [] } = entry;
  const catchment = facts.catchment[subject];
  if (!catchment || catchment.removedAt) return [refuse('guard.no-catchment')];
  const judgements: Judgement[] = [];
  if (data.into && !also.includes(data.into)) return [refuse('guard.no-tank')];
  const fellL = data.areaM2 * data.gaugeMm;
  const came = data.caughtL.value + (data.flushedL ?? 0);
  if (came > fellL * MOST_TIMES)
    judgements.push(refuse('guard.caught-more', { fellL, litres: came, gaugeMm: data.gaugeMm }));
  else if (came > fellL)
    judgements.push(warn('guard.caught-more', { fellL, litres: came, gaugeMm: data.gaugeMm }));
  const fouled = foulingAt(facts, catchment, entry.happenedAt);
  if (fouled && data.into) judgements.push(refuse('guard.caught-fouled', { what: `fouling.${fouled.what}` }));
  if (data.conductivityUsCm !== undefined && data.conductivityUsCm > SPRAY_US_CM && data.into)
    judgements.push(warn('guard.caught-salt', { conductivityUsCm: data.conductivityUsCm }));
  if (isBetterThan(data.roof, roofAt(facts, catchment, entry.happenedAt)))
    judgements.push(refuse('guard.better-roof', { name: catchment.name }));
  const container = data.into ? facts.container[data.into] : undefined;
  if (data.into && !container) return [refuse('guard.no-tank')];
  if (container) judgements.push(...intoTank(facts, entry, container.id, now));
  return judgements;
}

/** What filling says of rain that runs into a tank, but that it runs onto what is there: that is what a tank is for. */
function intoTank(facts: Facts, entry: Told<Caught>, id: string, now: string): Judgement[] {
  const container = facts.container[id]!;
  const { fill } = container;
  const holdsL = holdsOf(facts, container);
  const afterL = entry.data.levelL ?? (fill?.remainingL ?? 0) + entry.data.caughtL.value;
  if (afterL > holdsL * FULL_SHARE) return [refuse('guard.dip-over', { litres: afterL, holdsL })];
  const value = Math.min(holdsL, afterL);
  const filling = {
    volumeL: { ...entry.data.caughtL, value },
    water: 'rain' as const,
    origin: { roof: entry.data.roof },
    sealed: false,
    ...(entry.data.source ? { source: entry.data.source } : {}),
  };
  const said = onFilled(facts, { ...entry, subject: container.id, data: filling }, now).filter(
    j => j.reason.id !== 'guard.fill-onto' && !j.reason.id.startsWith('guard.never-drunk'),
  );
  const wasTreated = fill !== undefined && fill.remainingL > 0 && (fill.treated || fill.batches.length > 0);
  return wasTreated ? [...said, warn('guard.caught-onto-treated', { code: container.code })] : said;
}

/** A level is told; a vessel that holds nothing says first what came into it. */
export function onDipped(facts: Facts, { subject, data, happenedAt }: Told<Dipped>): Judgement[] {
  const container = facts.container[subject];
  if (!container) return [refuse('guard.no-container')];
  const holdsL = holdsOf(facts, container);
  if (data.litres > holdsL * FULL_SHARE) return [refuse('guard.dip-over', { litres: data.litres, holdsL })];
  const before = container.fill?.remainingL ?? 0;
  const catchment = catchmentInto(facts, subject);
  if (data.rise === 'rain' && catchment && isBetterThan(data.roof, roofAt(facts, catchment, happenedAt)))
    return [refuse('guard.better-roof', { name: catchment.name })];
  if (data.rise === 'rain') return data.litres === 0 ? notBeforeWater(container, happenedAt) : [];
  const empty = needsWater(container, happenedAt);
  if (empty.length > 0) return empty;
  return data.litres > before + 1 ? [refuse('guard.dip-rise', { litres: data.litres, before })] : [];
}

/** What came out of the air is not washed off before its days are over. */
export function onRinsed(facts: Facts, { subject, happenedAt }: Told): Judgement[] {
  const fouled = facts.catchment[subject]?.fouled;
  return fouled && happenedAt < runsAgainFrom(fouled)
    ? [
        refuse('guard.rinsed-early', {
          what: `fouling.${fouled.what}`,
          fromDay: dayOf(runsAgainFrom(fouled), facts.group.timeZone),
          washingMm: WASHING_MM,
        }),
      ]
    : [];
}

/** A plan asks of catchments that are there, under weather that is there. */
export function onPlanned(facts: Facts, { data }: Told<RainPlan>): Judgement[] {
  const chosen = data.catchments.map(id => facts.catchment[id]);
  if (chosen.length === 0) return [refuse('guard.plan-no-roof')];
  if (chosen.some(c => !c || c.removedAt)) return [refuse('guard.no-catchment')];
  if (data.weather === 'record' && !(data.record && facts.rainfall[data.record]))
    return [refuse('guard.no-rainfall')];
  if (data.weather === 'normals' && !facts.rain.normals) return [refuse('guard.no-normals')];
  const unfit = chosen.filter(c => c && builtRoof(c) === 'unfit');
  return data.use === 'drinking' && unfit.length > 0
    ? [
        judge('refuse', message('guard.plan-unfit', { name: unfit[0]!.name }), 'who-gdwq', {
          remedy: message('guard.plan-unfit.remedy'),
        }),
      ]
    : [];
}
