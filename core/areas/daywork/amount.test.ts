import { describe, expect, it } from 'vitest';
import { hand } from '../../../demo/hand.ts';
import { tarnHollow } from '../../../demo/tarnHollow.ts';
import { seeded } from '../../../scripts/generate.ts';
import { atOnce } from '../../base/lots.ts';
import { runDay } from '../../planning/schedule/run.ts';
import { plainChoices } from '../../planning/schedule/search.ts';
import { usesOf } from '../../planning/schedule/uses.ts';
import type { TrainAnswer } from '../../treatment/trains/answer.ts';
import { fold } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { caseOfForm, ofWater, type SafeForm, trainContext } from '../trains/safe.ts';
import { handsOf } from './amount.ts';
import { answerSafe, dayOfTrain, lookAt } from './answer.ts';
import { problemOf } from './form.ts';

const NOW = '2026-11-25T08:00:00.000Z';

function begin(entries: Parameters<typeof fold>[0]) {
  const facts = fold(entries);
  const state = stateAt(facts, NOW);
  const form = (volumeL: number, more: Partial<SafeForm> = {}): SafeForm =>
    ({ ...ofWater('river'), volumeL, grain: 'silt', without: [], also: [], ...more }) as SafeForm;
  const ask = (of: SafeForm): TrainAnswer =>
    atOnce(answerSafe(caseOfForm(of, facts, NOW)!, of, facts, state));
  return { facts, state, form, ask };
}

const hollow = begin(tarnHollow(NOW, seeded(4)));
const idsOf = ({ trains }: TrainAnswer) =>
  trains.map(t => `${t.tier} ${t.steps.map(s => s.means.method).join('+')}`).sort();

/** A household of two with one pack of tablets for 20 L each, a stove, and so much fuel. */
function household(tablets: number, propaneKg = 0) {
  const h = hand('2026-11-20T08:00:00.000Z');
  h.write('group.set', 'group', { name: 'Mill', timeZone: 'UTC' });
  const supply = (data: object) => h.write('supply.set', h.subject('supply'), data as never);
  if (tablets > 0) supply({ name: 'Tablets', kind: 'chlorine-tablets', amount: tablets, treatsL: 20 });
  if (propaneKg > 0) supply({ name: 'Bottle', kind: 'propane', amount: propaneKg });
  return begin(h.entries);
}

describe('the ways of a water', () => {
  it.each([40, 200, 1000, 5000, 20_000, 150_000])('are the same for %s L as for a batch', litres => {
    expect(idsOf(hollow.ask(hollow.form(litres)))).toEqual(idsOf(hollow.ask(hollow.form(20))));
  });

  it('make no more than what is kept does for, and say what ends it', () => {
    const { ask, form } = household(3);
    const [enough] = ask(form(59, { water: 'spring', turbidityNtu: 1 })).trains;
    expect(enough).toMatchObject({ endL: 59, amount: { batches: 3, batchL: 20 } });
    expect(enough!.amount?.ends).toBeUndefined();
    const [more] = ask(form(61, { water: 'spring', turbidityNtu: 1 })).trains;
    expect([Math.round(more!.endL), more!.amount?.ends?.name]).toEqual([60, 'Tablets']);
    expect(ask(form(5000, { water: 'spring', turbidityNtu: 1 })).trains[0]!.endL).toBeCloseTo(60, 0);
  });

  it('lay a day for no more than that, whatever is asked for', () => {
    const { ask, form, facts, state } = household(3);
    const of = form(5000, { water: 'spring', turbidityNtu: 1 });
    const [train] = ask(of).trains;
    const day = { ...dayOfTrain(of, train!, facts, state), needL: 5000 };
    const context = trainContext(facts, state);
    const laid = problemOf(day, [train!], context, NOW, 'UTC');
    expect('problem' in laid && laid.problem.needL).toBeCloseTo(60, 0);
    // a way that nothing ends makes the rest
    const endless = { ...train!, amount: { ...train!.amount!, ends: undefined } } as never;
    const both = problemOf(day, [train!, endless], context, NOW, 'UTC');
    expect('problem' in both && both.problem.needL).toBe(5000);
  });

  it('of which not even a batch can be made are made in a smaller one', () => {
    // 10 L from 10 °C take 0.162 kg of propane; a tenth of that does for about a litre
    const { ask, form } = household(0, 0.0162);
    const { trains } = ask(form(10, { turbidityNtu: 2 }));
    expect(trains[0]!.amount?.ends?.name).toBe('Bottle');
    expect(trains[0]!.endL).toBeGreaterThan(0.5);
    expect(trains[0]!.endL).toBeLessThan(1.1);
  });

  it('are for 20 L where less cannot be measured out', () => {
    const { ask, form } = household(2);
    const little = ask(form(5, { water: 'spring', turbidityNtu: 1 }));
    expect([little.leastL, little.trains[0]!.endL]).toEqual([20, 20]);
    expect(ask(form(12, { water: 'spring', turbidityNtu: 1 })).leastL).toBeUndefined();
  });

  it('take more hands, hours and fuel for more litres, and never fewer', () => {
    const of = (litres: number) => hollow.ask(hollow.form(litres)).trains.find(t => t.fuelKg > 0)!;
    const [few, many, most] = [of(50), of(200), of(800)];
    for (const key of ['handMin', 'minutes', 'fuelKg', 'cost'] as const) {
      expect(many[key], key).toBeGreaterThan(few[key]);
      expect(most[key], key).toBeGreaterThan(many[key]);
    }
    // eight times the litres are eight times the fuel of eight batches
    expect(most.fuelKg / many.fuelKg).toBeCloseTo(4, 1);
  });
});

describe('a train and its day', () => {
  const beck = Object.values(hollow.facts.source).find(s => /beck/i.test(s.name))!;

  it.each([40, 200, 386])('of %s L make the same litres with the same fuel, supplies and hands', litres => {
    const form = hollow.form(litres, { source: beck.id, turbidityNtu: 40 });
    const context = trainContext(hollow.facts, hollow.state);
    for (const train of hollow.ask(form).trains) {
      const day = dayOfTrain(form, train, hollow.facts, hollow.state);
      const asked = problemOf(day, [train], context, NOW, 'Europe/London');
      if ('missing' in asked) throw new Error(asked.missing);
      const schedule = runDay(asked.problem, plainChoices(asked.problem));
      const walked = schedule.batches.filter(b => b.stage.endsWith('.0')).length * day.tripMin!;
      const byKind = (uses: readonly { supply: string; amount: number }[]) =>
        Object.fromEntries(uses.map(u => [u.supply, Math.round(u.amount * 10) / 10]));
      // walks bring whole loads, so the batches of the day may be a little fuller; nothing else differs
      for (const [supply, amount] of Object.entries(byKind(usesOf(asked.problem, schedule))))
        expect(Math.abs(amount - byKind(train.uses)[supply]!), supply).toBeLessThan(0.1 * amount + 1.01);
      expect(Math.abs(handsOf(schedule) - walked - train.handMin)).toBeLessThan(0.25 * train.handMin + 10);
      const look = lookAt(form, train, hollow.facts, hollow.state)!;
      expect([look.endMin, look.byEveningL]).toEqual([
        schedule.endMin,
        Math.min(train.endL, look.byEveningL),
      ]);
    }
  });

  it('by tonight puts first what makes most of it until then', () => {
    const form = hollow.form(400, { source: beck.id, turbidityNtu: 40, short: 'evening' });
    const { trains } = hollow.ask(form);
    const best = trains.filter(t => t.tier === trains[0]!.tier);
    const litres = best.map(t => lookAt(form, t, hollow.facts, hollow.state)!.byEveningL);
    expect(litres).toEqual([...litres].sort((a, b) => b - a));
  });

  it('in a container are one batch, whatever the tools hold', () => {
    const raw = Object.values(hollow.facts.container).find(
      c => c.fill && hollow.state.containers[c.id]?.state === 'utility' && c.fill.remainingL > 60,
    )!;
    const volumeL = raw.fill!.remainingL;
    const form = hollow.form(volumeL, { container: raw.id, turbidityNtu: 3 });
    for (const train of hollow.ask(form).trains) expect(train.amount?.batches ?? 1).toBe(1);
  });
});
