import { dayOf, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import { wordsOf } from '../../water/findings/holds.ts';
import { heldIn } from '../store/findings.ts';
import type { Clearing, Ending, Illness, Looking, NoticeFields, SourceFields, Testing } from './fields.ts';
import { heldAt } from './findings.ts';
import { sourcesOf } from './known.ts';

const refuse = (id: string, params = {}, remedy?: string): Judgement =>
  judge('refuse', message(id, params), 'record', remedy ? { remedy: message(remedy) } : {});

/** Farther than anybody walks (m): most likely kilometres for metres, or feet. */
const FAR_M = 10_000;

/** Refuses two sources of one name, and one that lies higher than it is far; warns of one that is very far. */
export function onSource(facts: Facts, { subject, data }: Told<SourceFields>): Judgement[] {
  const same = sourcesOf(facts).find(
    s => s.id !== subject && s.name.toLowerCase() === data.name.toLowerCase(),
  );
  const judgements: Judgement[] = [];
  if (same) judgements.push(refuse('guard.source-name', { name: same.name }));
  if (data.distanceM > FAR_M)
    judgements.push(
      judge('warn', message('guard.source-far', { distanceM: data.distanceM }), 'arithmetic', {
        remedy: message('guard.source-far.remedy'),
      }),
    );
  if (Math.abs(data.climbM) > data.distanceM)
    judgements.push(refuse('guard.source-steep', { climbM: data.climbM, distanceM: data.distanceM }));
  return judgements;
}

/** A source that a vessel names stays: what is in the vessel is judged by it. */
export function onRemoved(facts: Facts, { subject }: Told): Judgement[] {
  // asked once in a source's life: a walk through the store will do
  const named = Object.values(facts.container).filter(
    c => (c.fill?.remainingL ?? 0) > 0 && c.fill?.from?.some(part => part.source === subject),
  );
  const judgements: Judgement[] = [];
  if (named.length > 0)
    judgements.push(
      refuse(
        'guard.source-in-use',
        { count: named.length, code: named[0]!.code },
        'guard.source-in-use.remedy',
      ),
    );
  const notice = Object.values(facts.notice).find(n => n.sources.includes(subject) && !n.allClear);
  if (notice) judgements.push(refuse('guard.source-noticed', { authority: notice.authority }));
  return judgements;
}

/** Tap and spring water is nearly always below this (°C): warmer is a hot spring, or Fahrenheit. */
const WARM_C = 35;

/** Refuses water that looks both clear and cloudy; warns where what was measured does not fit the look. */
export function onLooked(_: Facts, { data }: Told<Looking>): Judgement[] {
  const judgements: Judgement[] = [];
  if (data.looks.includes('clear') && data.looks.some(look => look === 'cloudy' || look === 'brown'))
    judgements.push(refuse('guard.look-both'));
  if (data.looks.includes('clear') && (data.turbidityNtu ?? 0) >= 50)
    judgements.push(
      judge('warn', message('guard.look-clear', { ntu: data.turbidityNtu ?? 0 }), 'practice', {
        remedy: message('guard.look-clear.remedy'),
      }),
    );
  if ((data.temperatureC ?? 0) > WARM_C)
    judgements.push(
      judge('warn', message('guard.look-warm', { temperatureC: data.temperatureC ?? 0 }), 'practice'),
    );
  return judgements;
}

/** Refuses a test that says nothing. */
export const onTested = (_: Facts, { data }: Told<Testing>): Judgement[] =>
  data.eColi === undefined && data.nitrateMgL === undefined ? [refuse('guard.nothing-tested')] : [];

/** Refuses a notice of a source that is not there, and one of a day to come. */
export function onNotice(facts: Facts, { data }: Told<NoticeFields>, now: Instant): Judgement[] {
  const today = dayOf(now, facts.group.timeZone);
  if (data.sources.some(id => !facts.source[id])) return [refuse('guard.no-source')];
  return data.givenOn > today ? [refuse('guard.notice-ahead', { givenDay: data.givenOn })] : [];
}

/** What does not end it, or not yet, is not said to; that it was said all the same is kept, and ends nothing. */
export function onEnded(facts: Facts, { subject, data }: Told<Ending>, now: Instant): Judgement[] {
  const source = facts.source[subject];
  const container = facts.container[subject];
  const holds = source ? heldAt(facts, source, now) : container ? heldIn(facts, container, now) : [];
  const hold = holds.find(h => h.of === data.of);
  if (!hold || !wordsOf(hold).includes(data.by)) return [refuse('guard.not-its-end')];
  return [];
}

/** Refuses an illness of a day to come. */
export const onIll = (facts: Facts, { data }: Told<Illness>, now: Instant): Judgement[] =>
  data.fellIllOn > dayOf(now, facts.group.timeZone)
    ? [refuse('guard.ill-ahead', { onDay: data.fellIllOn })]
    : [];

/** Refuses an all-clear of what is over, of a day to come, and of before the notice was given. */
export function onAllClear(facts: Facts, { subject, data }: Told<Clearing>, now: Instant): Judgement[] {
  const notice = facts.notice[subject]!;
  if (notice.allClear) return [refuse('guard.notice-over')];
  if (data.at > now) return [refuse('guard.all-clear-ahead')];
  return dayOf(data.at, facts.group.timeZone) < notice.givenOn
    ? [refuse('guard.all-clear-before', { givenDay: notice.givenOn }, 'guard.all-clear-before.remedy')]
    : [];
}

/** Refuses to flush taps before the all-clear: that fills them with the same water. */
export const onFlushed = (facts: Facts, { subject }: Told): Judgement[] =>
  facts.notice[subject]!.allClear ? [] : [refuse('guard.flush-early', {}, 'guard.flush-early.remedy')];
