import { defineConfig } from 'vitest/config';

/**
 * What the mutants of a folder are tried with: its own tests and those of its nearest users. All tests of core would notice
 * more, and take hours.
 */
const near: Readonly<Record<string, readonly string[]>> = {
  'core/log': [
    'core/log/*.test.ts',
    'core/areas/store/{guards,boundaries,fill}.test.ts',
    'core/areas/sources/known.test.ts',
  ],
  'core/treatment/chlorine': [
    'core/treatment/chlorine/*.test.ts',
    'core/areas/store/{boundaries,fit,fill}.test.ts',
  ],
  'core/storage/rotation': [
    'core/storage/rotation/*.test.ts',
    'core/areas/store/{boundaries,fit,rounds}.test.ts',
  ],
  // without the proof that tries every mix: seconds for each mutant
  'core/storage/containers': [
    'core/storage/containers/!(mixProof).test.ts',
    'core/areas/store/{guards,mixRoom,pack}.test.ts',
  ],
  'core/areas/store': [
    'core/areas/store/!(rounds|state|change|drinking).test.ts',
    'core/areas/sheets/*.test.ts',
    'core/areas/sources/*.test.ts',
  ],
};
const { ZEOLITE_MUTATE: folder = '' } = process.env;

export default defineConfig({
  test: {
    include: [...(near[folder] ?? ['core/**/*.test.ts', 'contract/**/*.test.ts'])],
    exclude: ['core/areas/adding.test.ts', '**/node_modules/**'],
    testTimeout: 60_000,
  },
});
