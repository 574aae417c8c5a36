import { StringDecoder } from 'node:string_decoder';
import express, { type RequestHandler } from 'express';
import type { InLots } from '#core/base/lots.ts';
import { doneInLots, pause, pauses } from './lots.ts';
import { ProblemError } from './problems.ts';

const LARGEST_BODY = '8mb';
/** Entries are a dozen levels deep; what is nested deeper holds the loop up while it is read. */
const DEEPEST = 40;
/** Members of one list or object, and of a whole body: twice what the most entries of one request have. */
const MOST_MEMBERS = 10_000;
const MOST_VALUES = 300_000;

const [QUOTE, BACKSLASH, COMMA] = [0x22, 0x5c, 0x2c];
const [LIST, LIST_END, OBJECT, OBJECT_END] = [0x5b, 0x5d, 0x7b, 0x7d];
/** Bytes that are looked at, or made text, between two pauses. */
const PIECE = 250_000;

/** Whether a body of JSON is shallow and narrow enough to be read at once; told from its bytes, in one pass, in lots. */
export function* isModest(body: Uint8Array): InLots<boolean> {
  const members: number[] = [];
  let [values, isText, rest] = [0, false, PIECE];
  for (let at = 0; at < body.length; at++) {
    if (at > rest) {
      rest += PIECE;
      yield;
    }
    const byte = body[at]!;
    if (isText) {
      if (byte === BACKSLASH) at++;
      else if (byte === QUOTE) isText = false;
    } else if (byte === QUOTE) isText = true;
    else if (byte === LIST || byte === OBJECT) {
      if (members.push(0) > DEEPEST) return false;
    } else if (byte === LIST_END || byte === OBJECT_END) members.pop();
    else if (byte === COMMA && (++values >= MOST_VALUES || ++members[members.length - 1]! >= MOST_MEMBERS))
      return false;
  }
  return true;
}

const OTHER_CHARSET = /;\s*charset=(?!"?utf-?8\b)/i;

/** Text of UTF-8, in lots: signs beside ASCII take their time. */
async function textOf(body: Buffer): Promise<string> {
  const decoder = new StringDecoder('utf8');
  const pauseIfDue = pauses();
  let text = '';
  for (let at = 0; at < body.length; at += PIECE) {
    text += decoder.write(body.subarray(at, at + PIECE));
    await pauseIfDue();
  }
  return text + decoder.end();
}

/** @throws ProblemError too-large or invalid; what is too large is refused before a byte of it is read as JSON */
const readJson: RequestHandler = async (req, _res, next) => {
  const { body } = req as { body: unknown };
  if (!Buffer.isBuffer(body)) return next();
  if (OTHER_CHARSET.test(req.headers['content-type'] ?? '')) throw new ProblemError('invalid');
  if (!(await doneInLots(isModest(body)))) throw new ProblemError('too-large');
  try {
    const text = await textOf(body);
    if (text.length > PIECE) await pause();
    req.body = JSON.parse(text) as unknown;
  } catch {
    throw new ProblemError('invalid');
  }
  next();
};

/** Reads bodies of JSON: of eight megabytes at most, in UTF-8, neither deep nor wide. */
export const jsonBodies: RequestHandler[] = [
  express.raw({ type: 'application/json', limit: LARGEST_BODY }),
  readJson,
];
