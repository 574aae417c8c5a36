import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,server,web,demo,scripts}/**/*.test.ts'],
    testTimeout: 120_000,
    // no test keeps anything in a module: what is read once serves all of them
    isolate: false,
  },
});
