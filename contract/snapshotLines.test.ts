import fc from 'fast-check';
import { expect, it } from 'vitest';
import { lineOfLot, lotOfLine, type SnapshotLot } from './snapshotLines.ts';

const lotOf = (facts: unknown) => [['container:1', facts]] as unknown as SnapshotLot;
const there = (lot: SnapshotLot) => lotOfLine(lineOfLot(lot));

it('a line has its moments apart, and gives them back to the millisecond', () => {
  const lot = lotOf({
    at: '2026-11-25T08:00:00.001Z',
    fill: { at: '1900-01-01T00:00:00.000Z', openedAt: '2199-12-31T23:59:59.999Z' },
  });
  expect(lineOfLot(lot)).not.toContain('2026-11-25');
  expect(JSON.parse(lineOfLot(lot))).toHaveProperty('facts');
  expect(there(lot)).toEqual(lot);
});

it('what only looks like a moment stays as it is', () => {
  for (const text of [
    '2026-02-30T08:00:00.000Z',
    '2026-11-25T24:00:00.000Z',
    '1700-01-01T00:00:00.000Z',
    '2026-11-25T08:00:00Z',
    'filled 2026-11-25T08:00:00.000Z',
    '~',
    '\u0001',
    '\\u0001',
    '"at":"',
  ])
    expect(there(lotOf({ note: text, at: '2026-11-25T08:00:00.000Z' }))).toEqual(
      lotOf({ note: text, at: '2026-11-25T08:00:00.000Z' }),
    );
});

it('any facts come back as they went', () => {
  const instant = fc
    .date({ min: new Date('1900-01-01'), max: new Date('2199-12-31'), noInvalidDate: true })
    .map(d => d.toISOString());
  const text = fc.string({ unit: 'binary' });
  const facts = fc.dictionary(
    text,
    fc.oneof(instant, text, fc.integer(), fc.array(instant), fc.constant(null)),
  );
  fc.assert(
    fc.property(fc.array(facts), list => {
      const lot = list.map((f, i) => [`container:${i}`, { ...f }]) as unknown as SnapshotLot;
      expect(there(lot)).toEqual(JSON.parse(JSON.stringify(lot)));
    }),
  );
});

it('a line that was cut is no lot', () => {
  const line = lineOfLot(lotOf({ at: '2026-11-25T08:00:00.001Z', note: 'x' }));
  for (const at of [0, 5, 20, line.length - 1])
    expect(() => lotOfLine(line.slice(0, at))).toThrow(SyntaxError);
});
