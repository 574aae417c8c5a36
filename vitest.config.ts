import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,server,web,demo,scripts}/**/*.test.{ts,tsx}'],
    testTimeout: 120_000,
    // a core that waits is of no use to anybody here
    maxWorkers: '100%',
    // no test keeps anything in a module: what is read once serves all of them
    isolate: false,
  },
});
