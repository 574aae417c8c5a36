import { setImmediate } from 'node:timers/promises';
import { expect, it } from 'vitest';
import { inTurn, pause } from './lots.ts';

it('of all that gave way one goes on in each turn of the loop, in the order in which they did', async () => {
  const went: number[] = [];
  const works = [1, 2, 3].map(async work => {
    for (let piece = 0; piece < 2; piece++) {
      await pause();
      went.push(work);
    }
  });
  for (let turn = 1; turn <= 6; turn++) {
    await setImmediate();
    expect(went).toHaveLength(turn);
  }
  await Promise.all(works);
  expect(went).toEqual([1, 2, 3, 1, 2, 3]);
});

it('what is done one by one goes on after a piece that failed', async () => {
  const queued = inTurn();
  const went: string[] = [];
  const first = queued(async () => {
    await pause();
    went.push('first');
    throw new Error('lost');
  });
  const second = queued(async () => went.push('second'));
  await expect(first).rejects.toThrow('lost');
  await second;
  expect(went).toEqual(['first', 'second']);
});
