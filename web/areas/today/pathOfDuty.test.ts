import { matchRoutes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { dutiesAt } from '#core/areas/duties.ts';
import { fold } from '#core/areas/entries.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { addMinutes } from '#core/base/day.ts';
import type { Duty } from '#core/base/duty.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import * as areas from '../../areas.ts';
import { pathOfDuty } from './pathOfDuty.ts';

const NOW = '2026-11-25T08:00:00.000Z';
const facts = fold(tarnHollow(NOW));
// now and in half a year: most of what waits anywhere
const duties = [0, 60, 180].flatMap(days => {
  const state = stateAt(facts, addMinutes(NOW, days * 1440));
  return dutiesAt(facts, state);
});
const routes = Object.values(areas).flat();
const of = (duty: Partial<Duty>) => pathOfDuty(duty as Duty, facts);

describe('a duty of Tarn Hollow', () => {
  it('leads to a page that is there', () => {
    expect(new Set(duties.map(d => d.area)).size).toBeGreaterThanOrEqual(6);
    for (const duty of duties) {
      const path = pathOfDuty(duty, facts);
      expect(matchRoutes([...routes], path.split('?')[0]!), `${duty.id} → ${path}`).not.toBeNull();
    }
  });

  it('leads to what it is about: the vessel, the sheet, the source, the round, the walk', () => {
    const { id, place } = Object.values(facts.container)[0]!;
    expect(of({ area: 'store', subject: id })).toBe(`/store/${id}`);
    expect(of({ area: 'bench', subject: id })).toBe(`/bench/${id}`);
    expect(of({ area: 'tests', subject: id, what: { id: 'duty.x' } })).toBe(`/tests/${id}`);
    expect(of({ area: 'store', subject: id, subjects: [id, 'container:b'] })).toBe(`/store/round/${place}`);
    expect(of({ area: 'store', subject: 'place:a' })).toBe('/store?place=place:a');
    expect(of({ area: 'bench', subject: 'sheet:a' })).toBe('/bench/sheet:a');
    expect(of({ area: 'bench', subject: 'work:a' })).toBe('/bench/day');
    expect(of({ area: 'sources', subject: 'source:a' })).toBe('/sources/source:a');
    expect(of({ area: 'rain', subject: 'catch:a' })).toBe('/rain/catch/catch:a');
  });

  it('leads to the page of its layer where no area says more', () => {
    expect(of({ area: 'sources', subject: 'notice:a' })).toBe('/sources');
    expect(of({ area: 'supplies', subject: 'supply:a' })).toBe('/supplies');
    expect(of({ area: 'bench', subject: 'group' })).toBe('/bench');
  });
});
