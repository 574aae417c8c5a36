import { expect, it } from 'vitest';
import type { NeedLine } from '#core/planning/need/need.ts';
import { drinkingByUse } from './drinkingByUse.ts';

const line = (use: NeedLine['use'], grade: NeedLine['grade'], litres: number): NeedLine => ({
  ...{ use, grade, litres, users: 1, climate: 1, rateL: litres },
});

it('adds up what is drunk by use, and leaves out what is not drunk', () => {
  const lines = [
    line('drinking', 'drinking', 40),
    line('cooking', 'drinking', 12),
    line('drinking', 'drinking', 9.5),
    line('flushing', 'utility', 30),
  ];
  expect([...drinkingByUse({ lines })]).toEqual([
    ['drinking', 49.5],
    ['cooking', 12],
  ]);
});
