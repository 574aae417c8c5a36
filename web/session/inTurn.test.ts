import { describe, expect, it } from 'vitest';
import { inTurn, shared } from './inTurn.ts';

/** Works that end when they are told to, and what was begun. */
function works() {
  const begun: number[] = [];
  const ends: ((error?: Error) => void)[] = [];
  const work = (): Promise<void> => {
    begun.push(begun.length);
    return new Promise((resolve, reject) => {
      ends.push(error => (error ? reject(error) : resolve()));
    });
  };
  const settle = () => new Promise(resolve => setTimeout(resolve));
  return { begun, ends, work, settle };
}

describe('in turn', () => {
  it('begins the next when the last has ended, whatever came of it', async () => {
    const { begun, ends, work, settle } = works();
    const turn = inTurn();
    const [one, two] = [turn(work), turn(work)];
    one.catch(() => undefined);
    await settle();
    expect(begun).toEqual([0]);
    ends[0]!(new Error('cut'));
    await settle();
    expect(begun).toEqual([0, 1]);
    ends[1]!();
    await expect(one).rejects.toThrow('cut');
    await expect(two).resolves.toBeUndefined();
  });
});

describe('shared', () => {
  it('is done once for all who ask while it is done, after the one that had begun before', async () => {
    const { begun, ends, work, settle } = works();
    const ask = shared(work);
    const done: string[] = [];
    void ask().then(() => done.push('first'));
    for (const who of ['second', 'third']) void ask().then(() => done.push(who));
    await settle();
    expect(begun).toEqual([0]);
    ends[0]!();
    await settle();
    expect([begun, done]).toEqual([[0, 1], ['first']]);
    ends[1]!();
    await settle();
    expect(done).toEqual(['first', 'second', 'third']);
    void ask();
    expect(begun).toEqual([0, 1, 2]);
  });
});
