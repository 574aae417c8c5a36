import { dayOf, type Instant, minutesBetween } from '../calendar/day.ts';
import { isRunning } from '../chlorine/batch.ts';
import { judgeReadingFigure } from '../chlorine/residual.ts';
import { judgeAgainstInstruction } from '../chlorine/slip.ts';
import { judgeFinding, judgeHeldBefore } from '../containers/fitness.ts';
import { FROST_HEADSPACE_SHARE, usableL } from '../containers/kinds.ts';
import { judgeLift, massKg } from '../containers/mass.ts';
import { isPack, pieceL } from '../containers/pack.ts';
import { type Judgement, judge, message, refusals } from '../judgement.ts';
import { leftParams } from '../quality/advice.ts';
import { asItComes, isDrinkable, neverDrunk } from '../sources/waters.ts';
import type { Entry, EntryOf } from './entry.ts';
import type { ContainerFacts, Facts } from './facts.ts';
import { subjectFactsOf } from './fold.ts';
import { judgePlacing } from './placing.ts';
import { onSheetBegun, onSheetEnded, onSheetStep } from './sheetGuards.ts';
import { codeKey, containersBy } from './shelf.ts';
import { containerState, kindOf, runningBatch } from './state.ts';
import { onBottles } from './supplyGuards.ts';
import { isDosed, judgeTreating, secondDose, vesselUnfit } from './treating.ts';

/**
 * Judges an intention before it becomes an entry. A refusal stops the intention, never the fact:
 * "it already happened" is recorded all the same, and the fold shows what follows from it.
 */
export function guard(facts: Facts, entry: Entry, now: Instant): Judgement[] {
  switch (entry.kind) {
    case 'container.added':
      return onAdded(facts, entry);
    case 'container.changed':
      return entry.data.code === undefined ? [] : onCode(facts, entry.data.code, entry.subject);
    case 'home.removed':
    case 'supply.removed':
    case 'building.removed':
    case 'place.removed':
      return onRemoved(facts, entry);
    case 'bottles.logged':
      return onBottles(facts, entry);
    case 'sheet.begun':
      return onSheetBegun(facts, entry, now);
    case 'sheet.step':
      return onSheetStep(facts, entry, now);
    case 'sheet.ended':
      return onSheetEnded(facts, entry, now);
    case 'group.set':
    case 'plan.set':
    case 'home.set':
    case 'building.set':
    case 'place.set':
    case 'kind.set':
    case 'supply.set':
    case 'filter.logged':
    case 'noted':
    case 'list.taken':
    case 'photographed':
    case 'struck':
      return [];
    default: {
      const container = facts.container[entry.subject];
      if (!container) return [judge('refuse', message('guard.no-container'), 'record')];
      return onContainer(facts, container, entry, now);
    }
  }
}

function onAdded(facts: Facts, entry: EntryOf<'container.added'>): Judgement[] {
  const judgements = onCode(facts, entry.data.code, entry.subject);
  if (!kindOf(facts, entry.data.kind))
    judgements.push(judge('refuse', message('guard.no-kind', { kind: entry.data.kind }), 'record'));
  if (!facts.place[entry.data.place]) judgements.push(judge('refuse', message('guard.no-place'), 'record'));
  const past = judgeHeldBefore(entry.data.heldBefore);
  // an unfit vessel may be set down all the same, so its past is a caution here and a stop where water goes in
  if (past.verdict !== 'ok') judgements.push({ ...past, verdict: 'warn' });
  return judgements;
}

function onCode(facts: Facts, code: string, subject: string): Judgement[] {
  const same = [...(containersBy(facts).byCode.get(codeKey(code)) ?? [])].find(id => id !== subject);
  const other = same && facts.container[same];
  return other
    ? [
        judge('refuse', message('guard.code-taken', { code: other.code }), 'record', {
          remedy: message('guard.code-taken.remedy'),
        }),
      ]
    : [];
}

function onRemoved(facts: Facts, entry: Entry): Judgement[] {
  if (!subjectFactsOf(facts, entry.subject)) return [judge('refuse', message('guard.not-there'), 'record')];
  if (entry.kind === 'place.removed') {
    const count = containersBy(facts).byPlace.get(entry.subject)?.size ?? 0;
    if (count > 0)
      return [
        judge('refuse', message('guard.place-in-use', { count }), 'record', {
          remedy: message('guard.place-in-use.remedy'),
        }),
      ];
  }
  if (entry.kind === 'building.removed') {
    const count = Object.values(facts.place).filter(p => p.building === entry.subject).length;
    if (count > 0) return [judge('refuse', message('guard.building-in-use', { count }), 'record')];
  }
  return [];
}

function onContainer(facts: Facts, container: ContainerFacts, entry: Entry, now: Instant): Judgement[] {
  switch (entry.kind) {
    case 'taken-up':
      return onTakenUp(container, entry, now);
    case 'moved':
      return onMoved(facts, container, entry, now);
    case 'filled':
      return onFilled(facts, container, entry, now);
    case 'drawn':
      return onDrawn(facts, container, entry, now);
    case 'emptied':
    case 'origin.seen':
    case 'opened':
    case 'labelled':
      return needsWater(container);
    case 'batch.begun':
      return onBegun(facts, container, entry, now);
    case 'checked':
    case 'batch.abandoned':
      return runningBatch(container, now) ? [] : [judge('refuse', message('guard.no-batch'), 'record')];
    case 'dosed':
      return onDosed(container, entry, now);
    case 'mixed': {
      const running = runningBatch(container, now);
      return running?.standing.phase === 'mix'
        ? []
        : [judge('refuse', message('guard.nothing-to-mix'), 'record')];
    }
    case 'read':
      return onRead(container, entry, now);
    case 'sanitised':
      return container.fill && container.fill.remainingL > 0
        ? [
            judge(
              'refuse',
              message('guard.sanitise-full', { litres: container.fill.remainingL }),
              'cdc-storage',
            ),
          ]
        : [];
    case 'inspected': {
      const found = judgeFinding(entry.data.found);
      return found.verdict === 'ok' ? [] : [{ ...found, verdict: 'warn' }];
    }
    default:
      return [];
  }
}

/** After so long without a word, a container that somebody took up on a round is free again (minutes). */
const HELD_MIN = 45;

/** Held by another browser on a round: neither helper does it twice. */
export function isHeldElsewhere(container: ContainerFacts, browser: string, now: Instant): boolean {
  const { takenUp, label } = container;
  if (!takenUp || takenUp.browser === browser || minutesBetween(takenUp.at, now) > HELD_MIN) return false;
  return !label || label.at < takenUp.at;
}

function onTakenUp(container: ContainerFacts, entry: EntryOf<'taken-up'>, now: Instant): Judgement[] {
  if (!isHeldElsewhere(container, entry.data.browser, now)) return [];
  const params = { code: container.code, by: container.takenUp?.by ?? '' };
  return [
    judge('refuse', message('guard.taken-up', params), 'record', {
      remedy: message('guard.taken-up.remedy'),
    }),
  ];
}

function needsWater(container: ContainerFacts): Judgement[] {
  return container.fill && container.fill.remainingL > 0
    ? []
    : [judge('refuse', message('guard.is-empty', { code: container.code }), 'record')];
}

function onMoved(
  facts: Facts,
  container: ContainerFacts,
  entry: EntryOf<'moved'>,
  now: Instant,
): Judgement[] {
  if (!facts.place[entry.data.place]) return [judge('refuse', message('guard.no-place'), 'record')];
  const { massKg: fullKg } = containerState(facts, container, now, dayOf(now, facts.group.timeZone));
  const judgements = judgePlacing(facts, container, fullKg, entry.data.place, entry.data.shelf);
  const lift = judgeLift(fullKg, facts.plan.liftKg);
  return lift.verdict === 'ok' ? judgements : [...judgements, lift];
}

function onFilled(
  facts: Facts,
  container: ContainerFacts,
  entry: EntryOf<'filled'>,
  now: Instant,
): Judgement[] {
  const judgements: Judgement[] = [];
  const kind = kindOf(facts, container.kind);
  const { volumeL, water } = entry.data;
  if (container.condemned)
    judgements.push(judge('refuse', message('guard.condemned', { why: container.condemned.why }), 'record'));
  if (kind && volumeL.value > kind.nominalL * 1.02) {
    judgements.push(
      judge(
        'refuse',
        message('guard.overfull', { volumeL: volumeL.value, nominalL: kind.nominalL }),
        'arithmetic',
        {
          remedy: message('guard.overfull.remedy', { usableL: usableL(kind) }),
        },
      ),
    );
  } else if (
    kind &&
    facts.place[container.place]?.mayFreeze &&
    volumeL.value > kind.nominalL * (1 - FROST_HEADSPACE_SHARE) + 1e-9
  ) {
    const frostL = kind.nominalL * (1 - FROST_HEADSPACE_SHARE);
    judgements.push(judge('warn', message('guard.frost', { frostL }), 'practice'));
  }
  if (kind) {
    const placing = judgePlacing(
      facts,
      container,
      massKg(kind, volumeL.value),
      container.place,
      container.shelf,
    );
    judgements.push(...placing);
  }
  const left = container.fill?.remainingL ?? 0;
  if (left > 0) {
    const running = runningBatch(container, now);
    judgements.push(
      running && running.standing.doses > 0
        ? judge('refuse', message('guard.fill-standing'), 'who-gdwq')
        : judge('warn', message('guard.fill-onto', { litres: left }), 'cdc-storage', {
            remedy: message('guard.fill-onto.remedy'),
          }),
    );
  }
  const vessel = vesselUnfit(facts, container);
  if (vessel && (vessel.most === 'never' || isDrinkable(water)))
    judgements.push(
      vessel.most === 'never' ? vessel.judgement : { ...vessel.judgement, verdict: 'warn' as const },
    );
  if (neverDrunk(water, entry.data.origin))
    judgements.push({
      ...judge(
        asItComes(water) === 'never' ? 'refuse' : 'warn',
        message(`guard.never-drunk.${water}`),
        'who-gdwq',
        { remedy: message('guard.never-drunk.remedy') },
      ),
    });
  return judgements;
}

function onDrawn(
  facts: Facts,
  container: ContainerFacts,
  entry: EntryOf<'drawn'>,
  now: Instant,
): Judgement[] {
  const empty = needsWater(container);
  if (empty.length > 0) return empty;
  const judgements: Judgement[] = [];
  const { volumeL, use } = entry.data;
  const left = container.fill!.remainingL;
  if (volumeL > left + 1e-6) {
    judgements.push(
      judge('refuse', message('guard.more-than-left', { volumeL, litres: left }), 'arithmetic'),
    );
  }
  const kind = kindOf(facts, container.kind);
  if (kind && isPack(kind) && Math.abs(volumeL - (entry.data.pieces ?? 0) * pieceL(kind)) > 1e-3)
    judgements.push(judge('warn', message('guard.part-of-bottle', { pieceL: pieceL(kind) }), 'practice'));
  const state = containerState(facts, container, now, dayOf(now, facts.group.timeZone));
  // a bottle that stands by itself is judged where it is drunk; one out of a pack that failed or waits is not begun
  if (entry.data.into) {
    if (state.state === 'failed' || state.state === 'waiting')
      judgements.push(
        judge('refuse', message('guard.bottle-unfit', { code: container.code }), 'record', {
          remedy: message('guard.bottle-unfit.remedy'),
        }),
      );
    return judgements;
  }
  const { code, setApart } = container;
  if (use === 'drinking' && state.counts === 'limited')
    judgements.push(
      judge(
        'warn',
        message('guard.draw-limited', { code, ...leftParams(state.fitness?.left ?? []) }),
        'who-hwt',
        {
          remedy: message('guard.draw-limited.remedy'),
        },
      ),
    );
  else if (setApart && state.counts === null && state.goodUntil)
    judgements.push(judge('warn', message('guard.draw-apart', { code, what: setApart }), 'record'));
  else if (use === 'drinking' && state.counts !== 'drinking') {
    const id =
      state.state === 'waiting' && state.standing?.phase === 'stand'
        ? 'guard.draw-standing'
        : `guard.draw-${state.state}`;
    const params: Record<string, string> = {
      code: container.code,
      ...(state.standing?.standsUntil ? { untilAt: state.standing.standsUntil } : {}),
    };
    judgements.push(
      judge('refuse', message(id, params), 'who-gdwq', { remedy: message(`${id}.remedy`, params) }),
    );
  }
  return judgements;
}

function onBegun(
  facts: Facts,
  container: ContainerFacts,
  entry: EntryOf<'batch.begun'>,
  now: Instant,
): Judgement[] {
  const empty = needsWater(container);
  if (empty.length > 0) return empty;
  const judged = judgeTreating(facts, container, now);
  if (refusals(judged).length > 0) return judged;
  const running = runningBatch(container, now);
  if (running && running.standing.doses > 0)
    return [standingAlready(container, running.standing.standsUntil)];
  // a top-up is of a residual that was read; any other dose on dosed water is a second one
  if (entry.data.school !== 'tap-top-up' && isDosed(container, now)) return [secondDose(container)];
  return judged;
}

function standingAlready(container: ContainerFacts, untilAt: Instant | undefined): Judgement {
  const params = { code: container.code, ...(untilAt ? { untilAt } : {}) };
  return judge(
    'refuse',
    message(untilAt ? 'guard.second-dose' : 'guard.second-dose.unmixed', params),
    'epa-emergency',
    {
      remedy: message('guard.second-dose.remedy'),
      slip: message('slip.twice', { ratio: 2 }),
    },
  );
}

function onDosed(container: ContainerFacts, entry: EntryOf<'dosed'>, now: Instant): Judgement[] {
  const empty = needsWater(container);
  if (empty.length > 0) return empty;
  const running = runningBatch(container, now);
  if (running && !['check', 'dose', 'repeat'].includes(running.standing.phase)) {
    return [standingAlready(container, running.standing.standsUntil)];
  }
  if (!running)
    return [
      judge('refuse', message('guard.no-batch'), 'record', { remedy: message('guard.no-batch.remedy') }),
    ];
  const judged = judgeAgainstInstruction(entry.data.doseMl, running.batch.instruction.doseMl);
  return judged.verdict === 'ok' ? [] : [judged];
}

function onRead(container: ContainerFacts, entry: EntryOf<'read'>, now: Instant): Judgement[] {
  const empty = needsWater(container);
  if (empty.length > 0) return empty;
  const judgements: Judgement[] = [];
  const running = runningBatch(container, now);
  if (entry.data.mgL !== undefined) {
    const figure = judgeReadingFigure(entry.data.mgL, running?.standing.dosedMgL);
    if (figure.verdict !== 'ok') judgements.push(figure);
  }
  if (
    running?.standing.standsUntil &&
    isRunning(running.standing.phase) &&
    entry.happenedAt < running.standing.standsUntil
  ) {
    judgements.push(
      judge('warn', message('guard.read-early', { untilAt: running.standing.standsUntil }), 'who-gdwq'),
    );
  }
  return judgements;
}
