import { describe, expect, it } from 'vitest';
import { type DayForm, problemOf } from '../../areas/daywork/form.ts';
import type { ToolRow } from '../../areas/daywork/tools.ts';
import { atOnce } from '../../base/lots.ts';
import type { Context } from '../../treatment/methods/method.ts';
import { buyable, settling } from '../../treatment/trains/buyable.ts';
import { fitnessOnTheWay, type TrainCase, tierOf } from '../../treatment/trains/grade.ts';
import { isBroken, type Means } from '../../treatment/trains/step.ts';
import { runTrain, trainOf } from '../../treatment/trains/train.ts';
import type { Water } from '../../water/waters.ts';
import { boundOf } from './bound.ts';
import { checkDay } from './check.ts';
import { searchDay } from './search.ts';

const NOW = '2026-07-26T06:00:00.000Z';
const context: Context = {
  altitudeM: 310,
  today: '2026-07-26',
  dailyNeedL: 141,
  planDays: 14,
  longitudeDeg: -2,
};
const thing = (id: string): Means => (id === 'settle' ? settling : buyable.find(b => b.id === id)!);
const hand = (name: string) => ({ name, from: '07:00', until: '22:00' });

const found = {
  volumeL: 60,
  turbidityNtu: 20,
  grain: 'silt' as const,
  isCryptoFeared: true,
  temperatureC: 12,
  ph: 7,
  salt: 'fresh' as const,
  dissolved: {},
  isSnow: false,
  isChlorinated: false,
};
const of = (water: Water): TrainCase => ({
  water,
  origin: {},
  found: { ...found, turbidityNtu: water === 'river' ? 20 : 4 },
  now: NOW,
});

function trainBy(c: TrainCase, ids: readonly string[]) {
  const run = runTrain(c, ids.map(thing), context);
  if (!run || isBroken(run)) throw new Error(`no train ${ids} ${JSON.stringify(run)}`);
  return trainOf(c, run.steps, run.way, tierOf(fitnessOnTheWay(c, run.way)) ?? 'resort');
}

const form = (over: Partial<DayForm>, tools: readonly ToolRow[]): DayForm => ({
  safe: {
    water: 'river',
    origin: {},
    volumeL: 60,
    turbidityNtu: 20,
    grain: 'silt',
    temperatureC: 12,
    ph: 7,
    nitrateMgL: undefined,
    without: [],
    also: [],
  },
  needL: 12,
  evening: '20:00',
  begins: 'now',
  hands: [hand('Ash'), hand('Brook')],
  tools,
  loadL: 20,
  tripMin: 25,
  waitingL: 60,
  ...over,
});
const row = (kind: ToolRow['kind'], count: number, litres: number): ToolRow => ({ kind, count, litres });

/** A day that a night lies in has a bound that knows little of the night. */
const OVERNIGHT = 1.8;

const days: Record<
  string,
  { form: DayForm; trains: readonly (readonly string[])[]; water?: Water; most?: number }
> = {
  'a hamlet of 47 from the beck, settled, filtered and dosed': {
    form: form({ needL: 141, hands: ['Ash', 'Brook', 'Cedar', 'Dale'].map(hand), waitingL: 200 }, [
      row('vessel', 3, 60),
      row('filter', 4, 20),
      row('clean-vessel', 3, 60),
    ]),
    trains: [['settle', 'ultrafilter', 'bleach']],
  },
  'a hamlet of 47 by boiling': {
    form: form({ needL: 141, hands: ['Ash', 'Brook', 'Cedar', 'Dale'].map(hand), waitingL: 200 }, [
      row('stove', 3, 0),
      row('pot', 8, 15),
      row('vessel', 3, 60),
    ]),
    trains: [['settle', 'stove']],
    most: OVERNIGHT,
  },
  'a household of four from a pond with one pot': {
    water: 'pond',
    form: form({ needL: 12 }, [row('stove', 1, 0), row('pot', 1, 8)]),
    trains: [['stove']],
  },
  'a hamlet by two ways at once, with one stove': {
    form: form({ needL: 100, waitingL: 200 }, [
      row('stove', 1, 0),
      row('pot', 3, 10),
      row('filter', 2, 20),
      row('clean-vessel', 2, 40),
    ]),
    trains: [['stove'], ['ultrafilter', 'bleach']],
  },
  'a school with two bucket filters': {
    form: form({ needL: 60, loadL: 25, tripMin: 15 }, [row('filter', 2, 10), row('clean-vessel', 2, 30)]),
    trains: [['ceramic', 'bleach']],
  },
};

describe('a day is feasible, and ends within 1.3 × of its bound:', () => {
  it.each(Object.entries(days))(
    '%s',
    (_, { form, trains, water = 'river', most = 1.3 }) => {
      const c = of(water);
      const asked = problemOf(
        form,
        trains.map(ids => trainBy(c, ids)),
        context,
        NOW,
        'Europe/London',
      );
      if ('missing' in asked) throw new Error(asked.missing);
      const { problem } = asked;
      const best = atOnce(searchDay(problem));
      expect(checkDay(problem, best.schedule)).toEqual([]);
      expect(best.schedule.endMin! / boundOf(problem)).toBeLessThanOrEqual(most);
      expect(best.schedule.ready.at(-1)!.litres).toBeGreaterThanOrEqual(problem.needL - 0.05);
    },
    120_000,
  );
});
