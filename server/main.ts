import { fileURLToPath } from 'node:url';
import { serveOrSay } from './serve.ts';

/**
 * `ZEOLITE_DATA` (folder), `ZEOLITE_PORT`, `ZEOLITE_TEST_CLOCK` (a clock that tests set: 1, or the moment it begins at):
 * everything that can be set from outside.
 */
const { ZEOLITE_DATA, ZEOLITE_PORT = '4870', ZEOLITE_TEST_CLOCK } = process.env;

const address = await serveOrSay({
  folder: ZEOLITE_DATA ?? fileURLToPath(new URL('../data/own', import.meta.url)),
  port: Number(ZEOLITE_PORT),
  testClock: ZEOLITE_TEST_CLOCK,
});
console.log(`Zeolite: ${address}`);
