import type { ChangedFacts, Snapshot } from './log.ts';

/** A snapshot as lines of JSON: a head, then the facts in lots, so that a browser can breathe while it reads a large one. */
export type SnapshotHead = Omit<Snapshot, 'facts'>;
export type SnapshotLot = readonly ChangedFacts[];

/** Subjects in one line. */
export const SUBJECTS_A_LINE = 100;

export const LINES_TYPE = 'application/x-ndjson';

// Most of a large snapshot is moments, and a moment in letters hardly presses. So a line has them apart, eight characters each,
// and a mark where each belongs: the first load of ten thousand containers is a quarter smaller.
const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_';
const WIDTH = 8;
const EACH = /.{8}/g;
/** Before every year that an entry may be dated in. */
const EPOCH_MS = Date.UTC(1800, 0, 1);
const INSTANT = /"(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z)"/g;
/** Stands in no text that anybody wrote: control characters are refused (fields.ts). Were one there, the line stays plain. */
const MARK = '"\\u0001"';

function packed(ms: number): string {
  let digits = '';
  for (let rest = ms - EPOCH_MS, i = 0; i < WIDTH; i++) {
    digits = DIGITS[rest % DIGITS.length] + digits;
    rest = Math.floor(rest / DIGITS.length);
  }
  return digits;
}

function unpacked(digits: string): string {
  let ms = 0;
  for (const digit of digits) ms = ms * DIGITS.length + DIGITS.indexOf(digit);
  return new Date(ms + EPOCH_MS).toISOString();
}

/** A lot as one line, its moments apart. */
export function lineOfLot(lot: SnapshotLot): string {
  const plain = JSON.stringify(lot);
  if (plain.includes(MARK)) return `{"facts":${plain}}`;
  const moments: string[] = [];
  const facts = plain.replace(INSTANT, (quoted, at: string) => {
    const ms = Date.parse(at);
    // what only looks like a moment stays as it is
    if (!(ms >= EPOCH_MS) || new Date(ms).toISOString() !== at) return quoted;
    moments.push(packed(ms));
    return MARK;
  });
  return `{"at":"${moments.join('')}","facts":${facts}}`;
}

/** The lot of a line. @throws SyntaxError where the line was cut */
export function lotOfLine(line: string): SnapshotLot {
  const moments = /^\{"at":"([\w-]*)"/.exec(line)?.[1]?.match(EACH);
  const next = moments?.values();
  const whole = next ? line.replaceAll(MARK, () => `"${unpacked(next.next().value ?? '')}"`) : line;
  return (JSON.parse(whole) as { facts: SnapshotLot }).facts;
}
