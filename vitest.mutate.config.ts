import { defineConfig } from 'vitest/config';

/**
 * What the mutants of a folder are tried with: its own tests and those of its nearest users. All tests of core would notice
 * more, and take hours.
 */
const near: Readonly<Record<string, readonly string[]>> = {
  'core/log': [
    'core/log/*.test.ts',
    'core/store/{guards,boundaries,fill}.test.ts',
    'core/sources/known.test.ts',
  ],
  'core/chlorine': ['core/chlorine/*.test.ts', 'core/store/{boundaries,fit,fill}.test.ts'],
  'core/rotation': ['core/rotation/*.test.ts', 'core/store/{boundaries,fit,rounds}.test.ts'],
  // without the proof that tries every mix: seconds for each mutant
  'core/containers': ['core/containers/!(mixProof).test.ts', 'core/store/{guards,mixRoom,pack}.test.ts'],
  'core/store': [
    'core/store/!(rounds|state|change|drinking).test.ts',
    'core/bench/*.test.ts',
    'core/sources/*.test.ts',
  ],
};
const { ZEOLITE_MUTATE: folder = '' } = process.env;

export default defineConfig({
  test: {
    include: [...(near[folder] ?? ['core/**/*.test.ts', 'contract/**/*.test.ts'])],
    exclude: ['core/adding.test.ts', '**/node_modules/**'],
    testTimeout: 60_000,
  },
});
