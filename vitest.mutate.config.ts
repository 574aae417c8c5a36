import { defineConfig } from 'vitest/config';

/** What the edits of `npm run mutate` are tried with: the tests that lie near them (`scripts/mutants.ts`). */
const { ZEOLITE_TESTS: tests = '' } = process.env;

export default defineConfig({
  // each edit is tried by itself: what the tests import is read once for all of their files
  test: { include: tests.split(','), testTimeout: 60_000, isolate: false },
});
