import { defineConfig } from 'vitest/config';

// what the mutants of core are tried with: its own tests, without those that build a copy or print a page
export default defineConfig({
  test: {
    include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'web/areas/store/*.test.ts'],
    exclude: ['core/adding.test.ts', '**/node_modules/**'],
    testTimeout: 60_000,
  },
});
