import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Instant } from '#core/base/day.ts';
import { type Answers, createAnswers } from './answers.ts';
import { createClock } from './clock.ts';
import { createMoment, type Moment } from './moment.ts';
import { createStore } from './store.ts';

const START = '2026-11-25T23:59:50.000Z';
const LATER = '2026-11-26T00:00:10.000Z';
const open: { close: () => void }[] = [];

/** A moment over an empty log, whose working out ends when it is told to. */
function moment() {
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
  vi.stubGlobal('navigator', { language: 'en-GB' });
  const clock = createClock(() => Date.parse(START));
  const answers = createAnswers();
  const workedOut: Instant[] = [];
  let end: (error?: Error) => void = () => undefined;
  const slow: Answers = {
    ...answers,
    workOut: async (facts, now) => {
      await new Promise<void>((resolve, reject) => {
        end = error => (error ? reject(error) : resolve());
      });
      await answers.workOut(facts, now);
      workedOut.push(now);
    },
  };
  const made: Moment = createMoment({ clock, store: createStore(), answers: slow });
  open.push(clock, made);
  return { clock, moment: made, workedOut, end: (error?: Error) => end(error) };
}

afterEach(() => {
  for (const one of open.splice(0)) one.close();
  vi.unstubAllGlobals();
});

describe('the moment that is shown', () => {
  it('follows the clock when what is so then is worked out, and not before', async () => {
    const { clock, moment: shown, workedOut, end } = moment();
    const told = vi.fn();
    shown.subscribe(told);
    clock.set(LATER);
    expect([shown.now(), clock.stateNow()]).toEqual([START, LATER]);
    expect(told).not.toHaveBeenCalled();
    end();
    await vi.waitFor(() => expect(shown.now()).toBe(LATER));
    expect(workedOut).toEqual([LATER]);
    expect(told).toHaveBeenCalledTimes(1);
  });

  it('is caught up with by whoever waits for it, with one work for all of them', async () => {
    const { clock, moment: shown, workedOut, end } = moment();
    clock.set(LATER);
    const caughtUp = Promise.all([shown.goOn(), shown.goOn()]);
    end();
    await caughtUp;
    expect([shown.now(), workedOut]).toEqual([LATER, [LATER]]);
    // nothing to catch up with
    await shown.goOn();
    expect(workedOut).toEqual([LATER]);
  });

  it('goes on also where that cannot be worked out: what draws it says so, and no water stays good for it', async () => {
    const { clock, moment: shown, end } = moment();
    clock.set(LATER);
    end(new Error('a state that throws'));
    await vi.waitFor(() => expect(shown.now()).toBe(LATER));
  });

  it('goes on no more once it is closed', async () => {
    const { clock, moment: shown } = moment();
    const told = vi.fn();
    shown.subscribe(told)();
    shown.close();
    clock.set(LATER);
    expect(shown.now()).toBe(START);
    expect(told).not.toHaveBeenCalled();
  });
});
