// @vitest-environment happy-dom
import { act, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { fold } from '#core/areas/entries.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import { methods } from '#core/treatment/methods/methods.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import * as areas from './areas.ts';
import { opened } from './opened.tsx';

// Every page opens on the made-up hamlet and says what it has to say: no text is missing, and nothing breaks.

const NOW = '2026-11-25T08:00:00.000Z';
const entries = tarnHollow(NOW);
const facts = fold(entries);
const first = (shelf: Readonly<Record<string, { readonly id: string }>>) => Object.values(shelf)[0]!.id;
const named: Readonly<Record<string, string>> = {
  // one whose sheet runs: its bench has more to say
  container: Object.values(facts.container).find(c => c.code === 'TH-081')!.id,
  place: first(facts.place),
  source: first(facts.source),
  subject: first(facts.container),
  catchment: first(facts.catchment),
};

/** The paths of a route, with and without the part that may be missing. */
const pathsOf = (path: string): string[] => {
  const whole = path.replace(/:(\w+)\??/g, (_, name: string) => named[name] ?? `no example of ${name}`);
  return path.includes('?') ? [whole, path.replace(/\/?:\w+\?/, '')] : [whole];
};
const paths = Object.values(areas)
  .flat()
  .flatMap(route => pathsOf(route.path ?? ''))
  .map(path => `/${path}`);

const errors = vi.spyOn(console, 'error');

/** Goes from page to page in one application, and tells what each says. */
async function walk(units: UnitSystem, addresses: readonly string[]): Promise<Map<string, string>> {
  const { router, main, text } = await opened({ entries, now: NOW, at: '/today', units });
  const told = new Map<string, string>();
  for (const at of addresses) {
    errors.mockReset();
    await act(() => router.navigate(at));
    await waitFor(() => expect(main.querySelector('h1, h2, section, [data-testid]')).not.toBeNull());
    const missing = errors.mock.calls.map(([first]) => String(first)).filter(e => e.includes('has no text'));
    expect(missing, at).toEqual([]);
    expect(`${router.state.location.pathname}${router.state.location.search}`).toBe(at);
    expect(text(), at).not.toContain('could not be shown');
    expect(text().length, at).toBeGreaterThan(40);
    told.set(at, text());
  }
  return told;
}

describe('every page, and every method on the bench,', () => {
  it('opens, says what it has to say, and no text is missing', async () => {
    const told = await walk('metric', [...paths, ...methods.map(({ id }) => `/bench?method=${id}`)]);
    expect(told.size).toBeGreaterThan(40);
  });

  it('says no litre to who reads gallons, but in brackets behind them', async () => {
    for (const [at, text] of await walk('US', paths)) {
      // what a school or a table names in litres
      const own = text.replace(/\([\d,.]+\sL\)/g, '');
      expect(own.match(/.{40}\d L\b.{30}/g) ?? [], at).toEqual([]);
    }
  });
});
