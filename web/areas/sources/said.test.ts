import { describe, expect, it } from 'vitest';
import { stepWords } from '#core/areas/trains/safe.ts';
import { claims, weigh } from '#core/treatment/claims/claims.ts';
import { treatments } from '#core/treatment/methods/treatments.ts';
import { buyable } from '#core/treatment/trains/buyable.ts';
import { clearWater, context } from '#core/treatment/trains/exampleThings.ts';
import { tryStep } from '#core/treatment/trains/step.ts';
import { sayTo } from '../../texts/catalogue.ts';
import en from '../../texts/en.json';
import type { Say } from '../../texts/texts.ts';
import { thingName } from '../../texts/thingName.ts';
import { reasonOf } from './said.ts';

const say: Say = (text, params) => sayTo({ units: 'metric', timeZone: 'UTC' }, text, params);
const unsaid = /\{\{|\}\}|undefined|NaN|^claim\.|^train\.|^thing\./;

describe('what people say, in words', () => {
  it.each(claims)('$id has its statement and its reason, whole', one => {
    const words = [say(`claim.${one.id}`), ...reasonOf(one.id, weigh(one), say)];
    for (const line of words) expect(line).not.toMatch(unsaid);
    expect(words.length).toBeGreaterThan(1);
  });

  it('has no text of a statement that is gone', () => {
    const ids = new Set(claims.map(c => c.id));
    const said = Object.keys(en).filter(key => /^claim\.[\w-]+(\.why)?$/.test(key));
    expect(said.map(key => key.split('.')[1]!).filter(id => !ids.has(id))).toEqual([]);
  });
});

describe('the steps of a train, in words', () => {
  it.each(treatments)('$id', treatment => {
    const step = tryStep({ id: 'x', method: treatment.id, inputs: {} }, clearWater, context);
    const taken = step && ('broken' in step ? step.would : step);
    expect(say(stepWords(taken!))).not.toMatch(unsaid);
  });

  it.each(buyable)('$id has a name', thing => {
    expect(thingName(thing, say)).not.toMatch(unsaid);
  });
});
