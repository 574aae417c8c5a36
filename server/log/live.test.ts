import { describe, expect, it } from 'vitest';
import { foldSubject, rowsOf } from '#core/areas/entries.ts';
import type { SubjectFacts } from '#core/log/facts.ts';
import { hand } from '#demo/hand.ts';
import { LiveFacts } from './live.ts';

const h = hand('2026-11-25T08:00:00.000Z');
const home = h.subject('home');
const first = h.write('home.set', home, { name: 'Beck House', people: [] });
const second = h.write('home.set', home, { name: 'Beck House', people: [{}] });
const group = h.write('group.set', 'group', { name: 'Hall' });
const of = (...entries: (typeof first)[]): SubjectFacts => foldSubject(entries[0]!.subject, entries)!;

describe('the facts in memory', () => {
  it('come from the rows, and gone subjects keep their place in the order', () => {
    const live = new LiveFacts([
      { subject: home, body: of(first), last: { happenedAt: first.happenedAt, id: first.id } },
      {
        subject: 'home:01M88X6PY5AXMXFYXH43WSY7QH',
        body: null,
        last: { happenedAt: second.happenedAt, id: second.id },
      },
    ]);
    expect(live.facts.home[home]?.name).toBe('Beck House');
    expect([...rowsOf(live.facts)]).toHaveLength(1);
    expect(live.isLast('home:01M88X6PY5AXMXFYXH43WSY7QH', first)).toBe(false);
    expect(live.isLast(home, second)).toBe(true);
  });

  it('are as before when what was put is taken back, in any depth', () => {
    const live = new LiveFacts([
      { subject: home, body: of(first), last: { happenedAt: first.happenedAt, id: first.id } },
    ]);
    const before = structuredClone(live.facts);
    live.put(home, of(first, second), second);
    live.put(home, undefined, second);
    live.put('group', of(group), group);
    expect(live.of(home)).toBeUndefined();
    expect(live.facts.group.name).toBe('Hall');
    live.takeBack();
    expect(live.facts).toEqual(before);
    expect(live.lastKey(home)?.id).toBe(first.id);
    expect(live.lastKey('group')).toBeUndefined();
  });

  it('stay once they are kept', () => {
    const live = new LiveFacts([]);
    live.put(home, of(first), first);
    live.keep();
    live.put(home, of(first, second), second);
    live.takeBack();
    expect(live.facts.home[home]?.people).toEqual([]);
  });

  it('do not go back in order for a late entry', () => {
    const live = new LiveFacts([]);
    live.put(home, of(second), second);
    live.put(home, of(first, second), first);
    expect(live.lastKey(home)?.id).toBe(second.id);
  });
});
