import { afterEach, describe, expect, it, vi } from 'vitest';
import { PROBLEM_TYPE } from '#contract/problem.ts';
import { hand } from '#demo/hand.ts';
import { NoAnswer, ProblemAnswer, serverApi } from './api.ts';

afterEach(() => vi.unstubAllGlobals());

const answered = (status: number, type: string, body: string) =>
  vi.stubGlobal('fetch', async () => new Response(body, { status, headers: { 'content-type': type } }));
const outcome = () =>
  serverApi.post([], 'intend').then(
    () => 'posted',
    (error: unknown) => error,
  );
const posted = JSON.stringify({ seq: 1, accepted: [], repeated: [], changed: [] });

describe('nothing but the server’s own answer is an answer', () => {
  it.each([
    ['a login page', 200, 'text/html', '<html>Sign in</html>'],
    ['a login page called JSON', 200, 'application/json', '<html>Sign in</html>'],
    ['half a body', 200, 'application/json', posted.slice(0, 20)],
    ['another server’s JSON', 200, 'application/json', '{"ok":true}'],
    ['a gate on the way', 403, 'text/html', 'Forbidden'],
    ['somebody else’s problem', 403, PROBLEM_TYPE, '{"type":"about:blank","title":"No","status":403}'],
    ['a fault', 502, 'text/plain', 'Bad gateway'],
  ])('%s is none', async (_, status, type, body) => {
    answered(status, type, body);
    expect(await outcome()).toBeInstanceOf(NoAnswer);
  });

  it('a line that is cut is none', async () => {
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('Failed to fetch')));
    expect(await outcome()).toBeInstanceOf(NoAnswer);
  });

  it('a full disk is none, and says so', async () => {
    answered(507, PROBLEM_TYPE, '{"type":"urn:zeolite:problem:storage-full","title":"Full","status":507}');
    expect(await outcome()).toMatchObject({ kind: 'storage-full' });
  });

  it('an answer that does not name all that was sent is none', async () => {
    const h = hand('2026-11-25T08:00:00.000Z');
    const [one, two] = [1, 2].map(i => h.write('noted', 'group', { text: `${i}` }));
    const sent = () =>
      serverApi.post([one!, two!], 'intend').then(
        () => 'posted',
        (error: unknown) => error,
      );
    for (const [accepted, repeated, counts] of [
      [[], [], false],
      [[one!.id], [], false],
      [[one!.id], [two!.id], true],
      [[one!.id, two!.id, 'more'], [], true],
    ] as const) {
      answered(201, 'application/json', JSON.stringify({ seq: 2, accepted, repeated, changed: [] }));
      expect([accepted, (await sent()) === 'posted']).toEqual([accepted, counts]);
    }
  });

  it('its own word is one', async () => {
    answered(201, 'application/json; charset=utf-8', posted);
    expect(await outcome()).toBe('posted');
    answered(409, PROBLEM_TYPE, '{"type":"urn:zeolite:problem:refused","title":"No","status":409}');
    expect(await outcome()).toBeInstanceOf(ProblemAnswer);
  });
});
