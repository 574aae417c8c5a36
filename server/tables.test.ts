import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { routes } from '#contract/routes.ts';
import { addMinutes } from '#core/base/day.ts';
import { cellOf } from '#core/base/units/number.ts';
import { hand } from '#demo/hand.ts';
import { removeFolder, startServer, tempFolder } from './testServer.ts';

/** What a spreadsheet takes for a formula begins so; a plain figure may have a sign. */
const RUNS = /^[=+\-@\t\r](?!\d+(?:\.\d+)?$)/;

it('no table that is taken out has a cell that a spreadsheet would run, and each reads as it was written', async () => {
  const folder = tempFolder();
  const server = await startServer(folder);
  const h = hand(addMinutes(server.clock.now(), -60));
  const [building, place, drum] = [h.subject('building'), h.subject('place'), h.subject('container')];
  h.write('building.set', building, { name: '=1+1', order: 0, roof: 'pitched' });
  h.write('place.set', place, { name: '@SUM(A1)', building, level: 0, widthM: 4, heightM: 2, shelves: [] });
  h.write('container.added', drum, {
    ...{ code: '-A1', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' },
    note: '=HYPERLINK("http://evil.example")',
  });
  h.write('filled', drum, { volumeL: { value: 198, known: 'measured' }, water: 'treated-tap', sealed: true });
  h.write('read', drum, { parameter: 'ph', method: 'meter', value: 7, note: '+cmd|calc' } as never);
  expect(await server.post(h.entries, 'happened')).toMatchObject({ status: 201 });
  const cells: string[] = [];
  for (const route of [routes.containersCsv, routes.readingsCsv]) {
    const text = await (await fetch(new URL(route, server.address))).text();
    cells.push(...Papa.parse<string[]>(text).data.flat());
  }
  expect(cells.filter(cell => RUNS.test(cell))).toEqual([]);
  for (const written of ['=1+1', '@SUM(A1)', '-A1', '=HYPERLINK("http://evil.example")', '+cmd|calc']) {
    expect(cells).toContain(`'${written}`);
    expect(cells.map(cellOf)).toContain(written);
  }
  await server.stop();
  removeFolder(folder);
});
