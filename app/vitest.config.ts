// Run from app/ (npm test does): kit takes its root from the current folder when it is loaded.
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const alias = { $lib: at('./src/lib') };

export default defineConfig({
  resolve: { alias },
  test: {
    globalSetup: [at('../scripts/vitest-pg.ts')],
    passWithNoTests: false,
    maxWorkers: 2,
    projects: [
      { test: { name: 'core', root: at('../core'), include: ['src/**/*.test.ts'] } },
      { test: { name: 'standins', root: at('../standins'), include: ['src/**/*.test.ts'] } },
      { resolve: { alias }, test: { name: 'app', root: at('.'), include: ['src/**/*.test.ts'] } },
      {
        resolve: { alias },
        test: {
          name: 'bench',
          root: at('..'),
          include: ['tests/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000
        }
      }
    ]
  }
});
