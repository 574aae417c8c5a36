import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { include: ['{core,contract,server,web,demo}/**/*.test.ts'], testTimeout: 30_000 },
});
