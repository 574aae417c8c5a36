import { addMonths, type Day, type Instant } from '../../base/day.ts';
import { type Message, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { supplyUntil } from '../../storage/stock/until.ts';
import type { Context } from '../../treatment/methods/method.ts';
import { treatmentOf } from '../../treatment/methods/treatments.ts';
import { clockLongitudeDeg } from '../../treatment/sun/daylight.ts';
import { buyable, melting, tickable } from '../../treatment/trains/buyable.ts';
import type { Short, TrainCase } from '../../treatment/trains/grade.ts';
import type { Means, Taken } from '../../treatment/trains/step.ts';
import type { Train } from '../../treatment/trains/train.ts';
import { type Fear, fearsOf } from '../../water/hazards.ts';
import type { Passing } from '../../water/passing.ts';
import { pastLimits } from '../../water/quality/chemicals.ts';
import { asItComes, type Origin, requiredOf, rowOf, type Water } from '../../water/waters.ts';
import type { Care } from '../plan/care.ts';
import { ownedTools } from '../plan/tools.ts';
import { lastFigure } from '../readings/readings.ts';
import type { SourceFacts } from '../sources/facts.ts';
import { caseOf, sourcedOf } from '../sources/known.ts';
import type { ContainerFacts } from '../store/facts.ts';
import type { State } from '../store/wholeState.ts';
import { unitPrices } from '../supplies/kit.ts';
import { meansAtHand } from '../supplies/means.ts';
import { trainCaseOfContainer, trainCaseOfSource } from './trainCase.ts';

/** What is asked of a water, as its sentence holds it. */
export interface SafeForm {
  readonly source?: string | undefined;
  /** The container that the water is in. */
  readonly container?: string | undefined;
  readonly water: Water;
  readonly origin: Origin;
  readonly volumeL: number | undefined;
  readonly turbidityNtu: number | undefined;
  readonly grain: Passing['grain'];
  readonly temperatureC: number | undefined;
  readonly ph: number | undefined;
  readonly nitrateMgL: number | undefined;
  /** Means at hand that are left out, and things that are there without being kept as a supply. */
  /** What there is least of. */
  readonly short?: Short | undefined;
  readonly without: readonly string[];
  readonly also: readonly string[];
}

/** How cloudy a water is taken for until somebody says (NTU). */
const usualNtu = { surface: 30, river: 100, ground: 2, roof: 4, other: 1 } as const;

function turbidityOf(water: Water, seen: readonly string[] = []): number {
  if (seen.includes('brown')) return usualNtu.river;
  if (seen.includes('cloudy')) return usualNtu.surface;
  if (seen.includes('clear')) return usualNtu.roof;
  if (water === 'river') return usualNtu.river;
  const { class: of, isSalt } = rowOf(water);
  if (isSalt) return usualNtu.roof;
  return of === 'surface' || of === 'ground' ? usualNtu[of] : of === 'roof' ? usualNtu.roof : usualNtu.other;
}

/** What the sentence begins with for a source: what was read and seen there last. */
export function ofSource(source: SourceFacts, facts: Facts, now: Instant): Partial<SafeForm> {
  const { water, origin = {} } = sourcedOf(facts, source, now);
  return {
    source: source.id,
    container: undefined,
    water,
    origin,
    turbidityNtu: lastFigure(source.tests, 'turbidity') ?? turbidityOf(water, source.looked.at(-1)?.looks),
    ph: lastFigure(source.tests, 'ph'),
    nitrateMgL: lastFigure(source.tests, 'nitrate'),
  };
}

/** The same for a water that no source stands for. */
export const ofWater = (water: Water): Partial<SafeForm> => ({
  source: undefined,
  container: undefined,
  water,
  origin: {},
  turbidityNtu: turbidityOf(water),
  ph: undefined,
  nitrateMgL: undefined,
});

/** The same for the water in a container: all of it. */
export function ofContainer({ id, fill, tests }: ContainerFacts): Partial<SafeForm> {
  if (!fill) return {};
  return {
    ...ofWater(fill.water),
    container: id,
    origin: fill.origin ?? {},
    volumeL: Math.round(fill.remainingL * 10) / 10,
    turbidityNtu: lastFigure(tests, 'turbidity') ?? turbidityOf(fill.water),
    ph: lastFigure(tests, 'ph'),
  };
}

/** Containers whose water a train may be run on: it did not come as drinking water, and nothing is under way in it. */
export const treatable = (facts: Facts, { containers }: State): ContainerFacts[] =>
  Object.values(facts.container)
    .filter(
      c =>
        c.fill !== undefined &&
        c.fill.remainingL > 0 &&
        asItComes(c.fill.water, c.fill.origin) !== 'drinking' &&
        ['utility', 'limited', 'past'].includes(containers[c.id]?.state ?? ''),
    )
    .sort((a, b) => (a.code < b.code ? -1 : 1));

/** The case of what was entered; undefined while a blank that it needs is empty. */
export function caseOfForm(form: SafeForm, facts: Facts, now: Instant): TrainCase | undefined {
  const c = caseOfWater(form, facts, now);
  return c && { ...c, prices: unitPrices, ...(form.short ? { short: form.short } : {}) };
}

function caseOfWater(form: SafeForm, facts: Facts, now: Instant): TrainCase | undefined {
  const { volumeL, turbidityNtu, temperatureC, ph, nitrateMgL, water, origin, grain } = form;
  if (volumeL === undefined || turbidityNtu === undefined) return undefined;
  const source = form.source === undefined ? undefined : facts.source[form.source];
  const container = form.container === undefined ? undefined : facts.container[form.container];
  const required = requiredOf(water, origin);
  const isCryptoFeared = source
    ? fearsOf(caseOf(facts, source, now)).some(fear => fear.of === 'crypto')
    : (required?.aim.crypto ?? 0) > 0;
  const found = {
    volumeL,
    turbidityNtu,
    grain,
    isCryptoFeared,
    ...(temperatureC === undefined ? {} : { temperatureC }),
    ...(ph === undefined ? {} : { ph }),
    ...(nitrateMgL === undefined ? {} : { nitrateMgL }),
  };
  // a vessel that is gone holds no water, whatever was said of it
  if (form.container !== undefined && !container) return undefined;
  if (container) return trainCaseOfContainer(facts, container, found, now);
  if (source) return trainCaseOfSource(facts, source, found, now);
  return {
    water,
    origin,
    found: {
      ...found,
      salt: water === 'sea' || water === 'brackish' ? water : 'fresh',
      dissolved: nitrateMgL === undefined ? {} : { nitrate: nitrateMgL },
      isSnow: water === 'snow',
      isChlorinated: false,
    },
    planDays: facts.plan.targetDays,
    now,
  };
}

/** What may be used: what is at hand and was not left out, and what was said to be there; and what else there is to get. */
export function meansOf(form: Pick<SafeForm, 'without' | 'also' | 'water'>, facts: Facts, today: Day) {
  const atHand = [...meansAtHand(facts, today), ...(form.water === 'snow' ? [melting] : [])];
  const there = tickable.filter(thing => form.also.includes(thing.id));
  return {
    atHand,
    // what somebody ticked is looked at whatever else there is
    owned: [...there, ...atHand.filter(means => !form.without.includes(means.id))],
    toGet: buyable.filter(thing => !form.also.includes(thing.id)),
  };
}

/** What was feared on the walk to the water that is asked for; of a water that no source stands for nothing was. */
export function fearsOfForm({ source }: Pick<SafeForm, 'source'>, facts: Facts, now: Instant): Fear[] {
  const known = source === undefined ? undefined : facts.source[source];
  return known ? fearsOf(caseOf(facts, known, now)) : [];
}

/** A step in a few words: what is done, and how much of it. */
export const stepWords = ({ means, answer }: Taken): Message =>
  message(`train.step.${means.method}`, answer.headline.params);

/** What the group and the day add to a train: as the bench has it. */
export const trainContext = (facts: Pick<Facts, 'group' | 'plan'>, { today, need }: State): Context => ({
  altitudeM: facts.group.altitudeM,
  today,
  dailyNeedL: need.drinkingL,
  planDays: facts.plan.targetDays,
  longitudeDeg: clockLongitudeDeg(facts.group.timeZone, today),
  tools: ownedTools(facts.group),
});

/** For whom what a train makes is chosen: what is not taken out, and what is put in. */
export function caresOf(train: Train | undefined): Care[] {
  if (!train) return [];
  const left = pastLimits(train.steps.at(-1)?.after.dissolved ?? {});
  return [
    ...(train.tier === 'limited' || train.tier === 'resort' ? (['limited'] as const) : []),
    ...(train.steps.some(s => treatmentOf(s.means.method).adds.includes('iodine'))
      ? (['iodine'] as const)
      : []),
    ...(train.steps.some(s => s.after.isChlorinated) ? (['dialysis'] as const) : []),
    ...(left.some(d => !d.notFor.includes('pregnant')) ? (['nitrate'] as const) : []),
    ...(left.some(d => d.notFor.includes('pregnant')) ? (['lifelong'] as const) : []),
  ];
}

/** A card says nothing of supplies that it does not know: it holds no longer than this, and than each of them (months). */
const CARD_MONTHS = 6;

/** The day after which a card is void: what it is made with is not trusted any longer, or has changed. */
export function cardUntil(
  { steps }: { readonly steps: readonly { readonly means: Pick<Means, 'supply'> }[] },
  facts: Pick<Facts, 'supply'>,
  today: Day,
): Day {
  const days = steps.flatMap(({ means }) => {
    const supply = facts.supply[means.supply ?? ''];
    const until = supply && supplyUntil(supply);
    return until ? [until] : [];
  });
  return [addMonths(today, CARD_MONTHS), ...days].sort()[0]!;
}
