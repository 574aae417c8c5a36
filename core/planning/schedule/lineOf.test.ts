import { describe, expect, it } from 'vitest';
import en from '#web/texts/en.json' with { type: 'json' };
import { toolsFor } from '../../areas/daywork/form.ts';
import { boilingPointC, boilOf, coolingMin, stoveOf } from '../../treatment/heat/boil.ts';
import { treatments } from '../../treatment/methods/treatments.ts';
import { caseOf, context } from '../../treatment/trains/exampleThings.ts';
import { isBroken, type Means, type Taken, tryStep } from '../../treatment/trains/step.ts';
import { lineOf } from './lineOf.ts';
import { type Tool, toolKinds } from './problem.ts';

const texts: Readonly<Record<string, string>> = en;
const water = { ...caseOf('river', { turbidityNtu: 3, temperatureC: 12, ph: 7 }).found, volumeL: 10 };
const everything: readonly Tool[] = toolKinds.map(kind => ({
  ...{ id: `${kind}-1`, kind, litres: kind === 'stove' ? 0 : kind === 'lamp' ? 1 : 10 },
}));

function stepOf(means: Means): Taken {
  const tried = tryStep(means, water, context);
  if (!tried || isBroken(tried)) throw new Error(`${means.method} does not take it`);
  return tried;
}
const means = (method: string, inputs: Means['inputs'] = {}): Means => ({ id: method, method, inputs });
function stageOf(method: string, inputs: Means['inputs'] = {}, tools = everything) {
  const line = lineOf('1', [stepOf(means(method, inputs))], tools, { loadL: 20, minutes: 11.2 }, context);
  if ('missing' in line) throw new Error(line.missing);
  return line.stages[1]!;
}
const phaseOf = (method: string, id: string, inputs: Means['inputs'] = {}) =>
  stageOf(method, inputs).phases.find(p => p.id === id)!;

describe('a step as a stage of the day', () => {
  it('is known for a quarter, a half, three quarters and all of each tool', () => {
    const two: readonly Tool[] = [
      { id: 'pot-1', kind: 'pot', litres: 10 },
      { id: 'pot-2', kind: 'pot', litres: 4 },
    ];
    expect(stageOf('boil', {}, two).sizesL).toEqual([1, 2, 2.5, 3, 4, 5, 7.5, 10]);
  });

  it('begins with a walk where the water is fetched, rounded up to a whole minute', () => {
    const line = lineOf('1', [stepOf(means('boil'))], everything, { loadL: 20, minutes: 11.2 }, context);
    expect('missing' in line ? line : line.stages[0]).toMatchObject({
      ...{ id: '1.0', method: 'fetch', sizesL: [20] },
      phases: [{ id: 'trip', minutes: [12], hand: true, away: true }],
    });
    const held = lineOf('1', [stepOf(means('boil'))], everything, { heldL: 30 }, context);
    expect(held).toMatchObject({ heldL: 30, stages: [{ method: 'boil' }] });
  });

  it('heats and cools as the boil does: each size in a pot of its own, no phase ever shorter', () => {
    const stove = { ...stoveOf('gas-propane'), powerKw: 3 };
    const asked = {
      startC: 12,
      from: 'water',
      altitudeM: context.altitudeM,
      stove,
      holdMin: 1,
      lidAjar: true,
    } as const;
    const heated = (litres: number) => boilOf({ ...asked, volumeL: litres, potL: litres }).minutes - 1;
    const cooled = (litres: number) => coolingMin(litres, boilingPointC(context.altitudeM), 15);
    expect(phaseOf('boil', 'rolling').minutes).toEqual([2.5, 5, 7.5, 10].map(l => Math.ceil(heated(l))));
    expect(phaseOf('boil', 'cool').minutes).toEqual([2.5, 5, 7.5, 10].map(l => Math.ceil(cooled(l))));
  });

  it('has a hand at what is done, none at what waits, and a fire under what boils', () => {
    const { phases, tool } = stageOf('boil');
    expect(tool).toBe('pot');
    expect(phases.filter(p => p.hand).map(p => p.id)).toEqual(['fill', 'off', 'pour']);
    expect(phases.filter(p => p.stove && p.flame).map(p => p.id)).toEqual(['rolling', 'hold', 'off']);
  });

  it('needs no stove and no watch where electricity heats, so a still may drip all night', () => {
    expect(stageOf('boil', { stove: 'kettle', powerKw: 2.2 }).tool).toBe('kettle');
    expect(stageOf('boil', { stove: 'kettle', powerKw: 2.2 }).phases.some(p => p.stove || p.flame)).toBe(
      false,
    );
    expect(stageOf('distil', { stove: 'kettle' }).phases.some(p => p.flame)).toBe(false);
    expect(phaseOf('distil', 'run', { stove: 'gas-propane' }).flame).toBe(true);
    // it burns until it is stopped, not until the last litre has run
    expect(phaseOf('distil', 'stop', { stove: 'gas-propane' }).flame).toBe(true);
  });

  it('has somebody stirring under a lamp, daylight on bottles, and what must be read', () => {
    expect(phaseOf('uv', 'light')).toMatchObject({ hand: true });
    expect(phaseOf('dose', 'residual').reading).toEqual({ least: 0.2 });
    expect(phaseOf('dose', 'stand').hand).toBeUndefined();
    expect(phaseOf('sun', 'shine', { latitude: 20, oktas: 1 })).toMatchObject({ daylight: true });
  });

  it.each([
    ['uv', 'light'],
    ['alum', 'fast'],
    ['alum', 'slow'],
    ['flocculant', 'stir-time'],
    ['dose', 'stand'],
    ['boil', 'hold'],
  ])('%s: the time of %s is its effect, though somebody is at it', (method, step) => {
    expect(phaseOf(method, step)).toMatchObject({ isEffect: true });
  });

  it('carries what its sheet is begun with, and what each size takes', () => {
    const stage = stageOf('dose', { strength: 6 });
    expect(stage.inputs).toMatchObject({ strength: 6 });
    const [{ amounts } = { amounts: [] }] = stage.uses;
    expect(amounts.length).toBe(stage.sizesL.length);
    expect(amounts.at(-1)!).toBeGreaterThan(amounts[0]!);
  });

  it('names the method that no tool is there for', () => {
    expect(lineOf('1', [stepOf(means('boil'))], [], { heldL: 30 }, context)).toEqual({ missing: 'boil' });
  });
});

describe('every treatment', () => {
  it.each(treatments.map(t => t.id))('%s has words for what it is, is in, and does', id => {
    const treatment = treatments.find(t => t.id === id)!;
    const tried = tryStep(means(id), water, context);
    const steps = tried && !isBroken(tried) ? tried.answer.steps : (tried?.would?.answer.steps ?? []);
    const {
      tool,
      onStove = [],
      flame = [],
      attended = [],
    } = treatment.inTrain.work(
      Object.fromEntries(
        treatment.blanks.map(b => [b.id, typeof b.start === 'function' ? undefined : b.start]),
      ),
    );
    const wanted = [
      `work.method.${id}`,
      `work.tool.${tool}`,
      `day.kind.${tool}`,
      `day.tools.${tool}`,
      `day.more.${tool}_one`,
      ...steps.map(s => `work.step.${s.id}`),
    ];
    expect(wanted.filter(text => !texts[text])).toEqual([]);
    // a wait of the sheet is an effect of the day's work, whoever stands at it: one rule for all methods
    const answer = tried && !isBroken(tried) ? tried : undefined;
    if (answer) {
      const line = lineOf('1', [answer], everything, { heldL: 10 }, context);
      const phases = 'missing' in line ? [] : line.stages.flatMap(stage => stage.phases);
      const waits = steps.filter(s => s.kind === 'wait').map(s => s.id);
      expect(phases.filter(p => p.isEffect).map(p => p.id)).toEqual(
        phases.filter(p => waits.includes(p.id)).map(p => p.id),
      );
    }
    // what burns, or is stayed at, is a step that there is
    const ids = new Set(steps.map(s => s.id));
    if (ids.size > 0) expect([...onStove, ...flame, ...attended].filter(step => !ids.has(step))).toEqual([]);
  });

  it('asks for the tools that it takes', () => {
    const step = stepOf(means('boil'));
    expect(toolsFor([{ steps: [step] } as never])).toEqual(['stove', 'pot']);
  });
});
