// @vitest-environment happy-dom
import { waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { dutiesAt } from '#core/areas/duties.ts';
import { fold } from '#core/areas/entries.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import { supplyUntil } from '#core/storage/stock/until.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { opened, type Page } from './opened.tsx';
import { day } from './texts/dates.ts';
import { litres, number } from './texts/format.ts';

// What stands on the pages of the made-up hamlet, compared with what core works out of the same log.

const NOW = '2026-11-25T08:00:00.000Z';
const entries = tarnHollow(NOW);
const facts = fold(entries);
const state = stateAt(facts, NOW);
const containers = Object.values(facts.container);

const page = async (at: string, units: UnitSystem = 'metric'): Promise<Page> => {
  const one = await opened({ entries, now: NOW, at, units });
  await waitFor(() => expect(one.main.querySelector('h1, h2')).not.toBeNull());
  return one;
};

describe.each(['metric', 'US'] as const)('the store in %s units', units => {
  it('names every container with what is in it and its state', async () => {
    const store = await page('/store', units);
    await waitFor(() => expect(store.text()).toContain(containers.at(-1)!.code));
    const text = store.text();
    const drawn = containers.filter(({ code }) => text.includes(`${code}, `));
    // places that lie beyond the window are drawn when it comes to them
    expect(drawn.length).toBeGreaterThan(50);
    for (const { id, code, fill } of drawn) {
      const left = litres(fill?.remainingL ?? 0, units).replace(/\s/g, ' ');
      const told = text.slice(text.indexOf(`${code}, `)).replace(/\s/g, ' ');
      expect(told.slice(0, 90), code).toContain(`, ${left}, ${state.containers[id]!.state}`);
    }
  });
});

describe('the page of the day', () => {
  it('tells how much waits now, this week and later, and all of it when it is asked', async () => {
    const today = await page('/today');
    for (const when of ['now', 'week', 'later'] as const) {
      const duties = dutiesAt(facts, state).filter(duty => duty.when === when);
      const section = await waitFor(() => today.main.querySelector(`[aria-labelledby="when-${when}"]`)!);
      expect(section.querySelector('h2')!.textContent).toMatch(new RegExp(` ${duties.length || ''}$`));
      const more = [...section.querySelectorAll('button')].find(b => b.textContent?.startsWith('Show all'));
      if (more) await today.hand.click(more);
      expect(section.querySelectorAll('li')).toHaveLength(duties.length);
    }
    expect(today.text()).toContain(
      `${dutiesAt(facts, state).filter(d => d.when === 'now').length} things wait`,
    );
  });

  it('shows a clock for each batch, step and sample that stands, with the moment that it ends', async () => {
    const today = await page('/today');
    const clocks = await waitFor(() => today.main.querySelector('[aria-label="Running clocks"]')!);
    const links = [...clocks.querySelectorAll('a')].map(link => link.textContent);
    expect(links).toEqual([
      expect.stringContaining('TH-081'),
      expect.stringContaining('Settle and strain'),
      expect.stringContaining('Sample TH-RT'),
    ]);
  });
});

describe('the page of supplies', () => {
  it('tells of each what is left of it and until when it is good', async () => {
    const supplies = await page('/supplies');
    await waitFor(() => expect(supplies.main.querySelectorAll('tbody tr').length).toBeGreaterThan(0));
    const rows = [...supplies.main.querySelectorAll('tbody tr')].map(row => row.textContent ?? '');
    const kept = Object.values(facts.supply).filter(s => s.bleach);
    expect(kept.length).toBeGreaterThan(1);
    for (const supply of kept) {
      const row = rows.find(text => text.startsWith(supply.name));
      expect(row, supply.name).toContain(number(supply.amount - supply.used));
      expect(row, supply.name).toContain(day(supplyUntil(supply)!));
    }
  });
});
