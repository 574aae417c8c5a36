import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import ical, { type ICalEventData } from 'ical-generator';
import { PrintedRequestSchema } from '#contract/paper.ts';
import { routes } from '#contract/routes.ts';
import { dutiesInLots } from '#core/areas/duties.ts';
import type { State } from '#core/areas/store/wholeState.ts';
import { addDays, type Day, later } from '#core/base/day.ts';
import type { Facts } from '#core/log/facts.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import { doneInLots, pauses } from '../lots.ts';
import { parsed } from '../parsed.ts';
import type { RouteContext } from '../routeContext.ts';
import { readerOf, stateNow } from '../stateNow.ts';

/** Events that are written between two pauses. */
const EVENTS = 25;

/** An event of a whole day, under an id that stays: a calendar that asks again moves nothing. */
const event = (id: string, day: Day, summary: string, description?: string): ICalEventData => ({
  id: `${id.replace(/[^\w.-]/g, '-')}@zeolite`,
  start: new Date(`${day}T12:00:00Z`),
  end: new Date(`${addDays(day, 1)}T12:00:00Z`),
  allDay: true,
  summary,
  ...(description ? { description } : {}),
});

/** Everything with a date: what waits, until when each filling is good, and the planned rounds. */
async function* eventsOf(facts: Facts, state: State, reader: Reader): AsyncGenerator<ICalEventData> {
  for (const duty of await doneInLots(dutiesInLots(facts, state))) {
    // rotations stand below, one by one: merged lines change their name with their company
    if (duty.what.id.startsWith('duty.rotate')) continue;
    const remedy = duty.judgement?.remedy;
    // what waits since long ago is to be done today
    const day = later(duty.day, state.today);
    yield event(duty.id, day, sayTo(reader, duty.what), remedy && sayTo(reader, remedy));
  }
  for (const at of Object.values(state.containers)) {
    const container = facts.container[at.id];
    const untilDay = at.goodUntil?.day;
    if (!container?.fill || !untilDay || untilDay <= state.today) continue;
    const summary = sayTo(reader, 'duty.rotate', { code: container.code, untilDay });
    yield event(`good-until-${container.id}-${container.fill.at}`, untilDay, summary);
  }
  for (const { day, place, containers, litres } of facts.plan.rounds ?? []) {
    if (day < state.today) continue;
    const codes = containers.map(id => facts.container[id]?.code ?? '').filter(Boolean);
    const summary = sayTo(reader, 'calendar.round', {
      place: facts.place[place]?.name ?? '',
      count: containers.length,
      litres,
    });
    yield event(`round-${day}-${place}`, day, summary, codes.join(', '));
  }
}

/** The calendar (RFC 5545), written as it is worked out: the frame once, and between its ends the events in lots. */
async function* calendarFile(facts: Facts, state: State, reader: Reader): AsyncGenerator<string> {
  const written = (events: ICalEventData[]) =>
    ical({
      name: sayTo(reader, 'calendar.name', { group: facts.group.name }),
      prodId: { company: 'Zeolite', product: 'Zeolite' },
      events,
    }).toString();
  const frame = written([]);
  const end = frame.lastIndexOf('END:VCALENDAR');
  yield frame.slice(0, end);
  const pauseIfDue = pauses();
  let lot: ICalEventData[] = [];
  const block = () => {
    const text = written(lot);
    lot = [];
    // a line that goes on begins with a space, so no text of an event can look like a beginning
    return text.slice(text.indexOf('\r\nBEGIN:VEVENT') + 2, text.lastIndexOf('END:VCALENDAR'));
  };
  for await (const one of eventsOf(facts, state, reader)) {
    lot.push(one);
    await pauseIfDue();
    if (lot.length === EVENTS) yield block();
  }
  if (lot.length > 0) yield block();
  yield frame.slice(end);
}

/** All dates, for the calendars that people have already. */
export function calendarRoutes(given: RouteContext): Router {
  const router = Router();
  router.get(routes.calendar, async (req, res) => {
    const printed = parsed(PrintedRequestSchema, req.query);
    const { facts, state } = await stateNow(given);
    res.type('text/calendar').set('Content-Disposition', 'attachment; filename="water.ics"');
    await pipeline(Readable.from(calendarFile(facts, state, readerOf(facts, printed))), res);
  });
  return router;
}
