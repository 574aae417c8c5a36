import { EventEmitter } from 'node:events';
import type { Request, Response } from 'express';
import { expect, it } from 'vitest';
import { openStream } from './stream.ts';

/** A browser at the end of a line, and what it was told; one that does not read lets it pile up. */
function listener(reads: boolean) {
  const self = { told: [] as string[], isCut: false, writableLength: 0 };
  const res = Object.assign(self, {
    writeHead: () => res,
    write: (text: string) => {
      self.told.push(text);
      if (!reads) self.writableLength += text.length;
    },
    end: () => undefined,
    destroy: () => {
      self.isCut = true;
    },
  });
  return { self, res: res as unknown as Response, req: new EventEmitter() as Request };
}

it('a browser that does not read is cut off before what waits for it fills the memory; the others are told on', () => {
  const stream = openStream();
  const [reads, sleeps] = [listener(true), listener(false)];
  for (const { req, res } of [reads, sleeps]) stream.join(req, res);
  const event = { epoch: 'e', ids: ['x'.repeat(100_000)], changed: [] };
  for (let seq = 1; seq <= 100; seq++) stream.tell({ ...event, seq });
  expect(sleeps.self.isCut).toBe(true);
  expect(sleeps.self.writableLength).toBeLessThan(4_200_000);
  expect(reads.self.isCut).toBe(false);
  // the greeting, and each event
  expect(reads.self.told).toHaveLength(101);
  stream.close();
});
