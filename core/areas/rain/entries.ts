import { nothing } from '../../base/fields.ts';
import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import type { Told } from '../../log/entry.ts';
import { TDS_PER_US_CM } from '../../water/quality/limits.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { filledAnew } from '../store/fill.ts';
import { type CatchmentFacts, freshRain } from './facts.ts';
import { cared, catchment, caught, dipped, fouled, normals, rainfall, rainPlan } from './fields.ts';
import { onCatchment, onCaught, onDipped, onPlanned, onRinsed } from './guards.ts';
import { bothFouled, runsAgainFrom } from './known.ts';

/** Rains that are kept beside a catchment; older ones stay in the log. */
const CATCHES_KEPT = 60;

/** More than this is salt water (µS/cm): 1,000 mg/L of dissolved salts (WHO). */
const SALT_US_CM = 1000 / TDS_PER_US_CM;

interface Rained {
  readonly litres: number;
  readonly known: 'measured' | 'label' | 'guessed';
  readonly spread?: number;
  readonly roof?: 'sound' | 'soiled' | 'unfit';
  readonly source?: string;
  readonly conductivityUsCm?: number;
}

/** A vessel into which rain ran: so much is in it now, all of it raw again. */
function rainedInto(
  facts: ContainerFacts,
  entry: Told,
  { litres, known, spread, roof, source, conductivityUsCm = 0 }: Rained,
): ContainerFacts {
  const filling = {
    volumeL: { value: Math.max(0.001, litres), known, ...(spread === undefined ? {} : { spread }) },
    // spray of the sea: nothing takes salt out but what is rated for it
    water: conductivityUsCm > SALT_US_CM ? ('brackish' as const) : ('rain' as const),
    ...(roof && conductivityUsCm <= SALT_US_CM ? { origin: { roof } } : {}),
    ...(source ? { source } : {}),
    sealed: false,
  };
  return filledAnew(facts, { ...entry, data: filling });
}

/** A stick is read no better than that: what rose less was not filled. */
const RISE_SHARE = 1.02;

/** Water that nobody told of is water that nobody knows. */
const unknownInto = (facts: ContainerFacts, entry: Told, litres: number): ContainerFacts =>
  filledAnew(facts, {
    ...entry,
    data: { volumeL: { value: litres, known: 'measured' }, water: 'unknown', sealed: false },
  });

const catching = {
  'catchment.set': kind({
    data: catchment,
    on: ['catchment'],
    fold: {
      catchment: {
        begins: (facts, { happenedAt, data }, id): CatchmentFacts => ({
          id,
          setAt: facts?.setAt ?? happenedAt,
          caught: facts?.caught ?? [],
          cared: facts?.cared ?? {},
          ...(facts?.fouled ? { fouled: facts.fouled } : {}),
          ...data,
        }),
      },
    },
    guard: onCatchment,
    restsOn: none,
    words: ({ name }) => message('entry.catchment.set', { name }),
  }),
  'catchment.removed': kind({
    data: nothing,
    on: ['catchment'],
    fold: { catchment: (facts, { happenedAt }) => ({ ...facts, removedAt: happenedAt }) },
    guard: none,
    restsOn: none,
    words: none,
  }),
  /** A rain that was caught: it says what the surface gives, and what ran into a tank is raw. */
  caught: kind({
    data: caught,
    on: ['catchment'],
    also: ['container'],
    fold: {
      catchment: (facts, { id, happenedAt, data }) => ({
        ...facts,
        caught: [...facts.caught, { ...data, at: happenedAt, entry: id }].slice(-CATCHES_KEPT),
      }),
      container: (facts, entry, id) => {
        const { caughtL, into, roof, source, levelL, conductivityUsCm } = entry.data;
        if (into !== id || caughtL.value <= 0) return facts;
        const { value, known, spread } = caughtL;
        return rainedInto(facts, entry, {
          litres: levelL ?? (facts.fill?.remainingL ?? 0) + value,
          known,
          roof,
          ...(conductivityUsCm === undefined ? {} : { conductivityUsCm }),
          ...(spread === undefined ? {} : { spread }),
          ...(source ? { source } : {}),
        });
      },
    },
    guard: onCaught,
    restsOn: none,
    words: ({ gaugeMm, caughtL }) => message('entry.caught', { gaugeMm, litres: caughtL.value }),
  }),
  /** The level as a stick shows it: what fell was used or lost, what rose is rain. */
  dipped: kind({
    data: dipped,
    on: ['container'],
    fold: {
      container: (facts, entry) => {
        const { litres, rise, roof, source } = entry.data;
        const before = facts.fill?.remainingL ?? 0;
        if (rise === 'rain' && litres > before)
          return rainedInto(facts, entry, {
            litres,
            known: 'measured',
            ...(roof ? { roof } : {}),
            ...(source ? { source } : {}),
          });
        if (!facts.fill) return facts;
        // it rose, and nobody knows of what
        if (litres > before * RISE_SHARE + 1) return unknownInto(facts, entry, litres);
        return { ...facts, fill: { ...facts.fill, remainingL: litres } };
      },
    },
    guard: onDipped,
    restsOn: none,
    words: ({ litres }) => message('entry.dipped', { litres }),
  }),
};

const upkeep = {
  'catchment.fouled': kind({
    data: fouled,
    on: ['catchment'],
    fold: {
      catchment: (facts, { happenedAt, data }) => ({
        ...facts,
        fouled: bothFouled(facts.fouled, { at: happenedAt, ...data }),
      }),
    },
    guard: none,
    restsOn: none,
    words: ({ what }) => message('entry.catchment.fouled', { what: `fouling.${what}` }),
  }),
  /** Rinsed by rain or hose, with the pipe turned away: it runs into the tank again. */
  'catchment.rinsed': kind({
    data: nothing,
    on: ['catchment'],
    fold: {
      catchment: (facts, { happenedAt }) => {
        const { fouled, ...rinsed } = facts;
        return fouled && happenedAt < runsAgainFrom(fouled) ? facts : rinsed;
      },
    },
    guard: onRinsed,
    restsOn: none,
    words: none,
  }),
  'catchment.cared': kind({
    data: cared,
    on: ['catchment'],
    fold: {
      catchment: (facts, { happenedAt, data }) => ({
        ...facts,
        cared: { ...facts.cared, [data.what]: happenedAt },
      }),
    },
    guard: none,
    restsOn: none,
    words: ({ what }) => message('entry.catchment.cared', { what: `care.${what}` }),
  }),
};

const weather = {
  'rainfall.taken-in': kind({
    data: rainfall,
    on: ['rainfall'],
    fold: { rainfall: { begins: (_, { happenedAt, data }, id) => ({ id, takenInAt: happenedAt, ...data }) } },
    guard: none,
    restsOn: none,
    words: ({ name }) => message('entry.rainfall.taken-in', { name }),
  }),
  'rainfall.removed': kind({
    data: nothing,
    on: ['rainfall'],
    fold: { rainfall: () => undefined },
    guard: none,
    restsOn: none,
    words: none,
  }),
  'normals.set': kind({
    data: normals,
    on: ['rain'],
    fold: { rain: { begins: (facts = freshRain, { data }) => ({ ...facts, normals: data }) } },
    guard: none,
    restsOn: none,
    words: none,
  }),
  'rain.planned': kind({
    data: rainPlan,
    on: ['rain'],
    fold: { rain: { begins: (facts = freshRain, { data }) => ({ ...facts, plan: data }) } },
    guard: onPlanned,
    restsOn: none,
    words: none,
  }),
};

export const entries = { ...catching, ...upkeep, ...weather };
