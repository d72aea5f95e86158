// The tests that are held against small changes: those of the folder that is changed (scripts/mutants.mjs).
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const folder = process.env['MUTANT_FOLDER'] ?? '';

export default defineConfig({
  test: {
    root: fileURLToPath(new URL('../core', import.meta.url)),
    include: [`src/${folder}/**/*.test.ts`],
    testTimeout: 60_000
  }
});
