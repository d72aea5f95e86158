// The tests of the core alone, as `npm run mutants` runs them against every small change.
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    root: fileURLToPath(new URL('../core', import.meta.url)),
    include: ['src/**/*.test.ts'],
    // searches and long twins notice nothing of these folders and take most of the time
    exclude: ['src/plan/**', 'src/base/money.test.ts', 'src/can/frame-bits.test.ts', 'src/time/**'],
    testTimeout: 60_000
  }
});
