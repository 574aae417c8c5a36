import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { foldOnto, noFacts } from '#core/areas/entries.ts';
import { containersTable } from '#core/areas/store/containersTable.ts';
import { allKinds } from '#core/areas/store/state.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { dayOf } from '#core/base/day.ts';
import { readList } from '#core/storage/containers/list.ts';
import { guessFields } from '#core/storage/containers/listFields.ts';
import { isDrinkable } from '#core/water/waters.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { createClock } from '../../session/clock.ts';
import { stamped } from '../../session/draft.ts';
import { takingIn } from './takingIn.ts';

const drunk: ReadonlySet<string> = new Set(['ready', 'due', 'open', 'limited']);

describe('cells that a spreadsheet would run', () => {
  it('come in as they were before they went out', () => {
    const note = '=HYPERLINK("http://evil.example")';
    const csv = Papa.unparse([{ code: '-A1', what: '20 L can', where: 'shed', note }], {
      escapeFormulae: true,
    });
    expect(csv).toContain("'=HYPERLINK");
    const [heading = [], ...lines] = Papa.parse<string[]>(csv).data;
    const { rows } = readList(lines, {
      fields: guessFields(heading),
      headings: heading,
      kinds: allKinds(noFacts),
      system: 'metric',
      today: '2026-11-26',
      known: new Map(),
    });
    expect(rows[0]?.proposals[0]).toMatchObject({ code: '-A1', note });
  });
});

describe('a store taken out as a table and in again', () => {
  const now = new Date().toISOString();
  const before = foldOnto(noFacts, tarnHollow(now));
  const stateBefore = stateAt(before, now);
  // what is condemned, and what held chemicals, is in no demo
  const [failed, , raw] = Object.values(before.container);
  const csv = Papa.unparse(
    containersTable(before, stateBefore).map(row => ({
      ...row,
      ...(row.code === failed?.code ? { state: 'condemned' } : {}),
      ...(row.code === raw?.code ? { held_before: 'chemical', state: 'failed' } : {}),
    })),
  );
  const [heading = [], ...lines] = Papa.parse<string[]>(csv).data;
  const { timeZone } = before.group;
  const clock = createClock();
  clock.close();
  const reading = readList(lines, {
    fields: guessFields(heading),
    headings: heading,
    kinds: allKinds(before),
    system: 'metric',
    today: dayOf(now, timeZone),
    known: new Map(),
  });
  const empty = { ...noFacts, group: { ...noFacts.group, timeZone }, kind: before.kind };
  const drafts = takingIn(reading, empty, 'Home', clock);
  const after = foldOnto(empty, stamped(drafts, { by: 'list', stamp: clock.stamp }));
  const stateAfter = stateAt(after, new Date().toISOString());
  const byCode = new Map(Object.values(after.container).map(c => [c.code, c]));

  it('leaves nothing out and asks nothing', () => {
    const refused = reading.rows.flatMap(r =>
      r.judgements
        .filter(j => j.judgement.verdict === 'refuse')
        .map(j => `${r.line} ${j.judgement.reason.id}`),
    );
    expect(refused).toEqual([]);
    expect(byCode.size).toBe(Object.keys(before.container).length);
  });

  it('is the same store: vessel, place, shelf, water, litres, state', () => {
    const changed: string[] = [];
    for (const c of Object.values(before.container)) {
      const other = byCode.get(c.code)!;
      const [was, is] = [stateBefore.containers[c.id]!, stateAfter.containers[other.id]!];
      // a table tells no treatments: water that was made fit is utility again until it is read or treated
      const isMadeFit = c.fill !== undefined && !isDrinkable(c.fill.water) && drunk.has(was.state);
      const expected =
        c === failed || c.condemned ? 'condemned' : c === raw ? 'failed' : isMadeFit ? 'utility' : was.state;
      const state = other.condemned ? 'condemned' : is.state;
      const isSame =
        other.kind === c.kind &&
        after.place[other.place]?.name === before.place[c.place]?.name &&
        other.shelf === c.shelf &&
        other.fill?.water === c.fill?.water &&
        Math.abs(is.litres - was.litres) < 1e-6 &&
        state === expected;
      if (!isSame) changed.push(`${c.code}: ${was.state} → ${state}, ${was.litres} → ${is.litres} L`);
    }
    expect(changed).toEqual([]);
  });

  it('never makes drinking water of what was none', () => {
    for (const c of Object.values(before.container)) {
      const is = stateAfter.containers[byCode.get(c.code)!.id]!;
      if (!drunk.has(stateBefore.containers[c.id]!.state)) expect(drunk.has(is.state), c.code).toBe(false);
    }
  });
});
