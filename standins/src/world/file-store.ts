import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { MemoryStore } from './world.ts';

/** Keeps written memory as plain files, one for each unit and region. */
export function createFileStore(folder: string): MemoryStore {
  mkdirSync(folder, { recursive: true });
  const path = (tag: string, region: string) => join(folder, `${tag}-${region}.bin`);
  return {
    load(tag, regionId) {
      const file = path(tag, regionId);
      return existsSync(file) ? new Uint8Array(readFileSync(file)) : undefined;
    },
    save(tag, regionId, bytes) {
      writeFileSync(path(tag, regionId), bytes);
    }
  };
}
