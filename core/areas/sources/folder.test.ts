import { describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import { folderOf } from '#demo/unfit.ts';
import { addMinutes } from '../../base/day.ts';
import { stopOf } from '../../treatment/trains/answer.ts';
import { atTheBeginning, fitnessOnTheWay, tierOf } from '../../treatment/trains/grade.ts';
import { dutiesAt } from '../duties.ts';
import { fold } from '../entries.ts';
import { labelOf } from '../store/label.ts';
import { stateAt } from '../store/wholeState.ts';
import { trainCaseOfContainer, trainCaseOfSource } from '../trains/trainCase.ts';

const START = '2026-06-01T08:00:00.000Z';
const at = (hours: number) => addMinutes(START, hours * 60);
const found = {
  volumeL: 20,
  turbidityNtu: 1,
  grain: 'silt',
  temperatureC: 15,
  isCryptoFeared: true,
} as const;

const { entries, sources, vessels } = folderOf(START);
const facts = fold(entries);
const state = stateAt(facts, at(3));

describe('a folder of five waters that nobody may drink', () => {
  const reasons = {
    borehole: 'dissolved.nobody',
    well: 'stop.germs',
    brown: 'stop.brown-tap',
    stream: 'alarm.found',
    noticed: 'notice.boil.holds',
  } as const;
  const names = Object.keys(reasons) as (keyof typeof reasons)[];

  it('says no days of drinking water', () => {
    expect(state.reach).toMatchObject({ drinkingL: 0, limitedL: 0 });
  });

  it.each(names)('says why in the store, on the label and on Today: %s', name => {
    const container = facts.container[vessels[name]]!;
    const own = state.containers[container.id]!;
    expect([own.judgement.verdict, own.judgement.reason.id]).toEqual([
      name === 'well' ? 'warn' : 'refuse',
      reasons[name],
    ]);
    expect(own.judgement.remedy).toBeDefined();
    const label = labelOf(facts, container, own);
    expect(label).toMatchObject({ notForDrinking: true });
    expect(label.lines[0]!.id).toBe(reasons[name]);
    const duties = dutiesAt(facts, state).filter(d =>
      [d.subject, ...(d.subjects ?? [])].some(id => id === container.id || id === sources[name]),
    );
    const told = name === 'noticed' ? dutiesAt(facts, state).map(d => d.what.id) : duties.map(d => d.what.id);
    expect(told).toContain(
      {
        borehole: 'duty.stopped',
        well: 'duty.follow-up',
        brown: 'duty.hold',
        stream: 'duty.follow-up.found',
        noticed: 'duty.notice.boil',
      }[name],
    );
  });

  it.each(names)('makes no card that says otherwise, from the source or from the vessel: %s', name => {
    const fromSource = trainCaseOfSource(facts, facts.source[sources[name]]!, found, at(3));
    const fromVessel = trainCaseOfContainer(facts, facts.container[vessels[name]]!, found, at(3))!;
    for (const c of name === 'stream' ? [fromVessel] : [fromSource, fromVessel]) {
      const tier = stopOf(c) ? undefined : tierOf(fitnessOnTheWay(c, atTheBeginning(c.found)));
      expect(tier).toBeUndefined();
    }
  });

  it.each(names)('tells those who drank of it before that was known: %s', name => {
    const drawn = (use: 'drinking' | 'utility', hours: number) => {
      const filledFirst = entries.filter(e => e.happenedAt <= at(1.5));
      const foundLater = entries.filter(e => e.happenedAt > at(1.5));
      const h = hand(at(hours), 'Odile');
      h.write('drawn', vessels[name], { volumeL: 3, use, byTap: true });
      const then = fold([...filledFirst, ...h.entries, ...foundLater]);
      return dutiesAt(then, stateAt(then, at(3))).filter(
        d => d.subject === vessels[name] && /^duty\.(drunk-since|drawn-unfit)/.test(d.what.id),
      );
    };
    const told = drawn('drinking', 1.6);
    // what no tap gave was not drinking water as it came, and nothing that anybody found later makes it so
    const isTap = name === 'brown' || name === 'noticed';
    expect(told.map(d => d.what.id)).toEqual([isTap ? 'duty.drunk-since' : 'duty.drawn-unfit.utility']);
    expect([told[0]!.what.params?.litres, told[0]!.verdict]).toEqual([3, 'refuse']);
    expect(drawn('utility', 1.6)).toEqual([]);
    // a week later it is told no more
    const late = stateAt(facts, addMinutes(at(3), 8 * 1440));
    expect(dutiesAt(facts, late).filter(d => d.what.id === 'duty.drunk-since')).toEqual([]);
  });
});
