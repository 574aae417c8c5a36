import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { History, Snapshot } from '#contract/log.ts';
import { historyPath } from '#contract/routes.ts';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { addMinutes } from '#core/base/day.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

let folder: string;
let server: TestServer;
let start: string;
let h: Hand;

beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  start = addMinutes(server.clock.now(), -600);
  h = hand(start);
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

/** A place with one filled drum of well water. */
async function withDrum() {
  const building = h.subject('building');
  const place = h.subject('place');
  const drum = h.subject('container');
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', place, { name: 'Cellar', building, level: -1, widthM: 6, heightM: 2.2, shelves: [] });
  h.write('container.added', drum, {
    code: 'TH-001',
    kind: 'drum-208l',
    place,
    role: 'clean',
    heldBefore: 'new',
  });
  h.write('filled', drum, { volumeL: { value: 198, known: 'measured' }, water: 'well', sealed: true });
  expect((await server.post(h.entries)).status).toBe(201);
  return drum;
}

function begin(drum: string) {
  return h.write('batch.begun', drum, {
    school: 'target-dose',
    strengthSchool: 'replace-yearly',
    volumeL: 198,
    strengthMgMl: 61.8,
    targetMgL: 2,
    doseMl: 6.4,
    way: 'tool',
    contactMin: 30,
    clarity: 'clear',
  });
}

async function factsOf(subject: string): Promise<ContainerFacts | undefined> {
  const { facts } = await server.get<Snapshot>('/api/snapshot');
  return facts.find(([s]) => s === subject)?.[1] as ContainerFacts | undefined;
}

describe('posting', () => {
  it('does nothing the second time, and says so', async () => {
    const drum = await withDrum();
    const before = await factsOf(drum);
    const { status, body } = await server.post(h.entries);
    expect(status).toBe(200);
    expect(body.accepted).toEqual([]);
    expect(body.repeated).toHaveLength(4);
    expect(await factsOf(drum)).toEqual(before);
  });

  it('refuses other content under the same id', async () => {
    await withDrum();
    const last = h.entries.at(-1)!;
    const { status, body } = await server.post([{ ...last, by: 'Somebody else' }]);
    expect(status).toBe(409);
    expect(body.type).toBe('urn:zeolite:problem:conflict');
  });

  it('records all of a request or nothing of it', async () => {
    const drum = await withDrum();
    const noted = h.write('noted', drum, { text: 'looks well' });
    const tooMuch = h.write('drawn', drum, { volumeL: 500, use: 'utility', byTap: false });
    expect((await server.post([noted, tooMuch])).status).toBe(409);
    const { lines } = await server.get<History>(historyPath(drum));
    expect(lines.map(l => l.entry.kind)).toEqual(['container.added', 'filled']);
    expect((await server.post([noted])).status).toBe(201);
  });

  it('names every field that it did not understand', async () => {
    const drum = await withDrum();
    const entry = h.write('filled', drum, {
      volumeL: { value: 198, known: 'measured' },
      water: 'well',
      sealed: true,
    });
    const broken = {
      ...entry,
      data: { volumeL: { value: -3, known: 'measured' }, water: 'lemonade', sealed: true },
    };
    const { status, body } = await server.post([broken]);
    expect(status).toBe(422);
    expect(body.errors?.map(e => e.pointer)).toEqual([
      '/entries/0/data/volumeL/value',
      '/entries/0/data/water',
    ]);
  });

  it('takes entries in any order of arrival', async () => {
    const drum = await withDrum();
    const draw = h
      .at(addMinutes(start, 60))
      .write('drawn', drum, { volumeL: 10, use: 'utility', byTap: false });
    const refill = h
      .at(addMinutes(start, 90))
      .write('filled', drum, { volumeL: { value: 200, known: 'measured' }, water: 'well', sealed: true });
    await server.post([refill], 'happened');
    await server.post([draw], 'happened');
    expect((await factsOf(drum))?.fill?.remainingL).toBe(200);
    expect((await server.replay()).differing).toEqual([]);
  });

  it('knows of a spring what was found before it was set down, in one request or in two', async () => {
    const spring = h.subject('source');
    const read = h.write('read', spring, { parameter: 'e-coli', method: 'laboratory', value: 18 });
    expect((await server.post([read], 'happened')).status).toBe(201);
    const set = h.write('source.set', spring, {
      ...{ name: 'Spring', kind: 'spring', upstream: [], distanceM: 0, climbM: 0 },
    } as never);
    expect((await server.post([set])).status).toBe(201);
    const facts = (await factsOf(spring)) as unknown as SourceFacts;
    expect(facts.tests?.['e-coli']?.map(t => [t.at, t.value])).toEqual([[read.happenedAt, 18]]);
  });

  it('does not take what lies in the future', async () => {
    const drum = await withDrum();
    const later = h.at(addMinutes(server.clock.now(), 60)).write('opened', drum, {});
    const { status, body } = await server.post([later], 'happened');
    expect(status).toBe(422);
    expect(body.errors?.[0]?.reason).toBe('in-future');
  });
});

describe('intentions and facts', () => {
  it('stops a draw from a standing drum, and records it when it already happened', async () => {
    const drum = await withDrum();
    h.at(addMinutes(server.clock.now(), -10));
    begin(drum);
    h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8, instructedMl: 6.4 });
    h.write('mixed', drum, {});
    expect((await server.post(h.entries.slice(4))).status).toBe(201);

    const draw = h.at(server.clock.now()).write('drawn', drum, { volumeL: 2, use: 'drinking', byTap: false });
    const refused = await server.post([draw]);
    expect(refused.status).toBe(409);
    expect(refused.body.judgements?.[0]?.reason.id).toBe('guard.draw-standing');
    expect((await factsOf(drum))?.fill?.remainingL).toBe(198);

    expect((await server.post([draw], 'happened')).status).toBe(201);
    const fill = (await factsOf(drum))?.fill;
    expect(fill?.remainingL).toBe(196);
    expect(fill?.drawnUnfit?.[0]?.why).toBe('standing');
  });

  it('stops a second dose on a standing drum', async () => {
    const drum = await withDrum();
    h.at(addMinutes(server.clock.now(), -10));
    begin(drum);
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    await server.post(h.entries.slice(4), 'happened');
    const again = h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    const { status, body } = await server.post([again]);
    expect(status).toBe(409);
    expect(body.judgements?.[0]?.slip?.id).toBe('slip.twice');
  });
});

describe('striking', () => {
  it('restores the state exactly, and names first what rests on the entry', async () => {
    const drum = await withDrum();
    const before = await factsOf(drum);
    h.at(addMinutes(server.clock.now(), -5));
    const begun = begin(drum);
    const dosed = h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    await server.post([begun, dosed], 'happened');
    const strike = h.write('struck', drum, { target: begun.id });
    const refused = await server.post([strike]);
    expect(refused.status).toBe(409);
    expect(refused.body.rests?.map(e => e.id)).toEqual([dosed.id]);
    const also = h.write('struck', drum, { target: dosed.id });
    expect((await server.post([also, strike])).status).toBe(201);
    expect(await factsOf(drum)).toEqual(before);
    const { lines } = await server.get<History>(historyPath(drum));
    expect(lines.filter(l => l.isStruck).map(l => l.entry.id)).toEqual([begun.id, dosed.id]);
  });

  it('is done all the same where it happened already, whatever rests on it', async () => {
    const drum = await withDrum();
    h.at(addMinutes(server.clock.now(), -5));
    const begun = begin(drum);
    await server.post([begun, h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 })], 'happened');
    const strike = h.write('struck', drum, { target: begun.id });
    expect((await server.post([strike], 'happened')).status).toBe(201);
  });

  it('is turned away where there is no such entry, and where it is of another subject', async () => {
    const drum = await withDrum();
    const place = h.entries.find(e => e.kind === 'place.set')!.subject;
    const filled = h.entries.at(-1)!;
    const nowhere = await server.post([h.write('struck', drum, { target: '01M88X6PY5AXMXFYXH43WSY7Q9' })]);
    expect(nowhere.status).toBe(404);
    expect(nowhere.body.errors).toEqual([{ pointer: '/data/target', reason: 'no-entry' }]);
    for (const mode of ['intend', 'happened'] as const) {
      const elsewhere = await server.post([h.write('struck', place, { target: filled.id })], mode);
      expect(elsewhere.status).toBe(422);
      expect(elsewhere.body.errors).toEqual([{ pointer: '/subject', reason: 'other-subject' }]);
    }
    expect((await factsOf(drum))?.fill?.remainingL).toBe(198);
  });

  it('of a strike brings the entry back', async () => {
    const drum = await withDrum();
    const before = await factsOf(drum);
    const filled = h.entries.at(-1)!;
    const strike = h.write('struck', drum, { target: filled.id });
    await server.post([strike]);
    expect((await factsOf(drum))?.fill).toBeUndefined();
    await server.post([h.write('struck', drum, { target: strike.id })]);
    expect(await factsOf(drum)).toEqual(before);
  });
});

describe('the file', () => {
  it('holds everything after a restart, and a replay equals the state', async () => {
    const drum = await withDrum();
    const before = await server.get<Snapshot>('/api/snapshot');
    server = await server.restart();
    const after = await server.get<Snapshot>('/api/snapshot');
    expect(after.seq).toBe(before.seq);
    expect(new Map(after.facts as never)).toEqual(new Map(before.facts as never));
    expect(await factsOf(drum)).toBeDefined();
    const replayed = await server.replay();
    expect(replayed).toMatchObject({ entries: 4, subjects: 3, differing: [] });
  });

  it('keeps a clock that was set back from going behind the log', async () => {
    const drum = await withDrum();
    const recorded = server.clock.now();
    server.clock.set(addMinutes(recorded, -60));
    expect(server.clock.now() >= addMinutes(recorded, -0.1)).toBe(true);
    await server.post([h.write('noted', drum, { text: 'after the clock was set back' })]);
    expect((await server.replay()).differing).toEqual([]);
  });
});

describe('strangers', () => {
  it('are turned away by host and by origin', async () => {
    const foreign = await fetch(new URL('/api/health', server.address), {
      headers: { Origin: 'http://example.org' },
    });
    expect(foreign.status).toBe(403);
    expect(foreign.headers.get('content-type')).toContain('application/problem+json');
  });

  it('get problem details for what is not there', async () => {
    const missing = await fetch(new URL('/api/nothing', server.address));
    expect(missing.status).toBe(404);
    expect(await missing.json()).toMatchObject({ type: 'urn:zeolite:problem:not-found', status: 404 });
  });
});
