// @vitest-environment happy-dom
import { waitFor } from '@testing-library/react';
import { beforeEach, expect, it } from 'vitest';
import type { Subject } from '#core/base/subject.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { opened } from '../../opened.tsx';

const NOW = '2026-06-10T08:00:00.000Z';
let h: Hand;
let spring: Subject;

beforeEach(() => {
  h = hand('2026-06-01T08:00:00.000Z');
  h.write('group.set', 'group', { name: 'Home' });
  h.write('home.set', h.subject('home'), { name: 'Home', people: [{}] });
  spring = h.subject('source');
  h.write('source.set', spring, {
    ...{ name: 'Upper spring', kind: 'spring', upstream: [], distanceM: 200, climbM: 10 },
  });
});

const life = async () => {
  const page = await opened({ entries: h.entries, now: NOW, at: `/sources/${spring}` });
  await waitFor(() => expect(page.text()).toContain('Upper spring'));
  return page;
};

it('a source says how grave its risk is by both: its inspection and what was counted', async () => {
  const none = await life();
  expect(none.main.querySelector('[data-testid="risk"]')).toBeNull();

  const tested = { parameter: 'e-coli', method: 'plate', value: 24 } as const;
  h.write('read', spring, tested);
  const one = await life();
  const risk = await waitFor(() => one.main.querySelector('[data-testid="risk"]')!);
  expect(risk.textContent).toContain('24 E. coli in 100 mL');
  expect(risk.textContent).not.toContain('of 10 risks');

  h.write('source.inspected', spring, { form: 'spring', yes: ['no-fence', 'no-lid'] });
  const both = await life();
  const told = await waitFor(() => both.main.querySelector('[data-testid="risk"]')!);
  expect(told.textContent).toContain('2 of 10 risks');
  expect(told.textContent).toContain('24 E. coli in 100 mL');
});

it('an inspection fills as many of its ten squares as risks were found', async () => {
  h.write('source.inspected', spring, { form: 'spring', yes: ['no-fence', 'no-lid'] });
  const page = await life();
  const tally = await waitFor(() => page.main.querySelector('[data-testid="inspections"] svg')!);
  const filled = [...tally.querySelectorAll('rect')].map(r => r.getAttribute('fill') !== 'none');
  expect(filled).toEqual([true, true, ...Array(8).fill(false)]);
});
