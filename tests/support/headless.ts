// What the tests of the headless commands share: a folder of their own, and a command run without a process.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll } from 'vitest';
import { createRandom } from '@badger/core/base/random';
import { runCommand } from '../../cli/run-command.ts';

export function headlessFolder() {
  let home = '';
  beforeAll(() => (home = mkdtempSync(join(tmpdir(), 'badger headless '))));
  afterAll(() => rmSync(home, { recursive: true }));
  const file = (name: string) => join(home, name);
  const put = (name: string, content: Uint8Array | string) => {
    writeFileSync(file(name), content);
    return file(name);
  };
  return { home: () => home, file, put };
}

export const noise = (length: number, seed: number) => {
  const random = createRandom(seed);
  return Uint8Array.from({ length }, () => random() >>> 24);
};

/** What a command prints with --json. */
export const json = (...words: string[]) => {
  const { out, exit } = runCommand([...words, '--json']);
  const told: Record<string, unknown> = { ...(JSON.parse(out) as Record<string, unknown>), exit };
  return told;
};
