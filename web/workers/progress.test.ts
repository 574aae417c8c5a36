import { expect, it } from 'vitest';
import { progress } from './progress.ts';

it('a word that comes after the answer is not heard', () => {
  const heard: number[] = [];
  const { told, end } = progress((share: number) => heard.push(share));
  told(0.2);
  told(0.9);
  end();
  told(1);
  expect(heard).toEqual([0.2, 0.9]);
});
