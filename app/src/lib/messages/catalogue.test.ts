import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { catalogue, messageOf } from './catalogue.ts';

const root = fileURLToPath(new URL('../../../../', import.meta.url));
const CODE = /'([a-z][a-z-]*\.[a-z][a-z-]*\.[a-z][a-z-]*)'/g;

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((e) => e.isFile() && /\.(ts|svelte)$/.test(e.name) && !/\.test\.ts$/.test(e.name))
    .map((e) => join(e.parentPath, e.name))
    .filter((path) => !/generated|node_modules|lib\/messages|\/codes\.ts$/.test(path));
}

/** Codes that any part of the product can raise, with the files that do. */
const used = new Map<string, string>();
for (const folder of ['core/src', 'app/src', 'cli', 'standins/src/world']) {
  for (const path of sources(join(root, folder))) {
    for (const [, code] of readFileSync(path, 'utf8').matchAll(CODE))
      used.set(code as string, path);
  }
}

describe('the message catalogue', () => {
  it('has text for every code that is raised anywhere', () => {
    expect(used.size).toBeGreaterThan(120);
    const missing = [...used].filter(([code]) => !Object.hasOwn(catalogue, code));
    expect(missing).toEqual([]);
  });
  it('has no text that nothing raises', () => {
    expect(Object.keys(catalogue).filter((code) => !used.has(code))).toEqual([]);
  });
  it('writes whole sentences without holes, even when a figure is missing', () => {
    for (const code of Object.keys(catalogue)) {
      const { title, text, clear } = messageOf(code, {});
      expect(title.length, code).toBeGreaterThan(0);
      expect(`${title} ${text} ${clear ?? ''}`, code).not.toMatch(/undefined|NaN|\[object/);
    }
  });
  it('tells the technician what to do wherever it says Stop at a gate or a supply', () => {
    const held =
      /^(gate|supply)\..*\.(none|off|low|unknown|other|missing|busy|outside|reached|untrusted|stale|role|closed)$/;
    const stops = [
      // a board that is not fed is what a programmer wants
      ...Object.keys(catalogue).filter((c) => held.test(c) && c !== 'gate.feed.off'),
      'gate.original.connected'
    ];
    expect(stops.length).toBeGreaterThan(15);
    expect(stops.filter((c) => !messageOf(c).clear)).toEqual([]);
  });
  it('shows an unknown code as it is', () => {
    expect(messageOf('some.new.code').title).toBe('some.new.code');
  });
});
