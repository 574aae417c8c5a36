import { type Day, dayOf } from '../../base/day.ts';
import { type Duty, whenOf } from '../../base/duty.ts';
import { message } from '../../base/judgement.ts';
import type { InLots } from '../../base/lots.ts';
import type { Facts } from '../../log/facts.ts';
import { incubationAt } from '../../water/quality/incubation.ts';
import type { SamplingRuleId } from '../../water/quality/samplingPlan.ts';
import type { ContainerFacts } from '../store/facts.ts';
import type { ContainerState } from '../store/state.ts';
import type { State } from '../store/wholeState.ts';
import { alarmedContainers, alarmParams, judgeAlarm, openAlarms } from './alarms.ts';
import { type DueSample, dueOfContainer, dueOfSources, everyDaysOf, rulesFor } from './due.ts';
import type { Alarm, TestFacts } from './facts.ts';
import { type Followed, followLines, nextStep } from './followUp.ts';
import { subjectName } from './naming.ts';
import { test } from './subjects.ts';

/** Samples that stand warm: read them in their window; past it they are void. */
function testDuty(facts: Facts, sample: TestFacts, now: string, today: Day): Duty {
  const { timeZone } = facts.group;
  const { phase, readsFrom, readsUntil } = incubationAt({ from: sample.begunAt, ...sample }, now);
  const at = phase === 'growing' ? readsFrom : phase === 'to-read' ? readsUntil : undefined;
  return {
    id: `test:${sample.id}`,
    area: 'tests',
    subject: sample.id,
    when: phase === 'growing' ? whenOf(dayOf(readsFrom!, timeZone), today) : 'now',
    day: at ? dayOf(at, timeZone) : today,
    ...(at ? { at } : {}),
    what: message(`duty.test.${phase}`, {
      name: subjectName(facts, sample.of),
      ...(readsFrom && readsUntil ? { fromAt: readsFrom, untilAt: readsUntil } : {}),
      temperatureC: sample.temperatureC,
    }),
    verdict: phase === 'growing' ? 'ok' : 'warn',
  };
}

/** A fail that is not followed up to its end stands first of all, with its next step. */
function followDuty(facts: Facts, subject: Followed & { readonly id: string }, alarm: Alarm): Duty {
  const container = facts.container[subject.id];
  const step = nextStep(followLines(subject, alarm, container));
  return {
    id: `follow:${alarm.entry}`,
    area: 'tests',
    subject: subject.id,
    when: 'now',
    day: dayOf(alarm.at, facts.group.timeZone),
    what: message(
      step ? (alarm.reading.found ? 'duty.follow-up.found' : 'duty.follow-up') : 'duty.follow-up.close',
      {
        of: subjectName(facts, subject.id),
        ...alarmParams(alarm),
        ...(step ? { step: `follow.${step}` } : {}),
      },
    ),
    verdict: 'refuse',
    judgement: judgeAlarm({ alarm, why: 'found' }),
  };
}

const keyOf = ({ rule, day }: DueSample, place: string): string => `${rule}|${day}|${place}`;

/** One line for what is sampled alike, in one place, on one day. */
function sampleDuties(facts: Facts, samples: readonly DueSample[], today: Day): Duty[] {
  const groups = new Map<string, DueSample[]>();
  for (const sample of samples) {
    const place = facts.container[sample.subject]?.place ?? sample.subject;
    // what is overdue in one place is one walk
    const key = keyOf(sample.day < today ? { ...sample, day: today } : sample, place);
    groups.set(key, [...(groups.get(key) ?? []), sample]);
  }
  return [...groups.values()].map((group): Duty => {
    const [first] = group as [DueSample, ...DueSample[]];
    const day = group.map(s => s.day).sort()[0]!;
    const place = facts.place[facts.container[first.subject]?.place ?? '']?.name;
    const isMany = group.length > 1;
    return {
      id: `sample:${first.rule}:${first.subject}+${group.length}`,
      area: 'tests',
      subject: first.subject,
      ...(isMany ? { subjects: group.map(s => s.subject) } : {}),
      when: whenOf(day, today),
      day,
      what: message(isMany ? 'duty.sample.many' : 'duty.sample', {
        of: subjectName(facts, first.subject),
        name: `parameter.${first.parameter}`,
        count: group.length,
        place: place ?? '',
        dueDay: day,
      }),
      // the plan's own rhythm: it stands behind what is wrong
      verdict: 'ok',
    };
  });
}

interface KeptDue {
  readonly container: ContainerFacts;
  readonly rules: string;
  readonly due: readonly DueSample[];
}
// a state is made anew whenever its container or the day changes: what is due there follows from it and the rules alone
const keptDue = new WeakMap<ContainerState, KeptDue>();

function dueAt(
  facts: Facts,
  state: ContainerState,
  rules: readonly SamplingRuleId[],
  signature: string,
): readonly DueSample[] {
  const container = facts.container[state.id]!;
  const last = keptDue.get(state);
  if (last?.container === container && last.rules === signature) return last.due;
  const asked = rules.flatMap(rule => {
    const every = everyDaysOf(facts.sampling, rule);
    return dueOfContainer(container, state, rule, every, facts.group.timeZone) ?? [];
  });
  // one reading answers two rules
  const due = asked.filter((d, i) => asked.findIndex(o => o.parameter === d.parameter) === i);
  keptDue.set(state, { container, rules: signature, due });
  return due;
}

/** Containers looked at between two pauses. */
const LOT = 200;

/** Every sample that the plan asks for, in lots. */
export function* samplesInLots(facts: Facts, state: State): InLots<DueSample[]> {
  const rules = (['store', 'rain-tank', 'batch'] as const).flatMap(of => rulesFor(facts, of));
  const samples: DueSample[] = dueOfSources(facts);
  if (rules.length === 0) return samples;
  const signature = rules.map(rule => `${rule} ${everyDaysOf(facts.sampling, rule)}`).join();
  let done = 0;
  for (const container of Object.values(state.containers)) {
    samples.push(...dueAt(facts, container, rules, signature));
    if (++done % LOT === 0) yield;
  }
  return samples;
}

/** Samples that stand, fails to follow up, and what the plan asks for. */
export function* duties(facts: Facts, state: State): InLots<Duty[]> {
  const { today, now } = state;
  const tests = Object.values(facts.test).filter(t => !test.isOver!(t));
  // what stands warm already is not asked for again
  const stands = ({ subject, parameter }: DueSample) =>
    tests.some(t => t.of === subject && t.parameters.some(p => p === parameter));
  const alarmed = [...alarmedContainers(facts), ...Object.values(facts.source)];
  return [
    ...tests.map(t => testDuty(facts, t, now, today)),
    ...alarmed.flatMap(subject => openAlarms(subject).map(alarm => followDuty(facts, subject, alarm))),
    ...sampleDuties(
      facts,
      (yield* samplesInLots(facts, state)).filter(s => !stands(s)),
      today,
    ),
  ];
}
