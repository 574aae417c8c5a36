import { expect, it } from 'vitest';
import { sideOf } from './sideOf.ts';

it.each([
  [0, 'answer.exact'],
  [0.0004, 'answer.exact'],
  [-0.0004, 'answer.exact'],
  [0.0005, 'answer.over'],
  [0.25, 'answer.over'],
  [-0.0005, 'answer.under'],
  [-0.1, 'answer.under'],
])('a dose that is off by %f of itself is said as %s', (share, text) => {
  expect(sideOf(share)).toBe(text);
});
