// Remarks on memory images: kept by the SHA-256 of their content, struck out but never changed.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import pg from 'pg';
import { validateImageNote } from '../app/src/lib/generated/validators.js';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import {
  findNotes,
  keepNote,
  strikeNote
} from '../app/src/lib/server/services/reads/image-notes.ts';
import { makeShop, type Shop } from './support/shop.ts';

let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
});
afterAll(() => shop.close());

const sha = (digit: string) => digit.repeat(64);
const keep = async (sha256: string, text: string, start = 16, who = bench) => {
  const kept = await keepNote(shop.root.deps, who, { sha256, start, end: start + 4, text });
  return kept.ok ? kept.value.notes : kept.problem.code;
};
const texts = async (sha256: string) =>
  (await findNotes(shop.root.deps, sha256)).notes.map((n) => n.text);

describe('remarks on an image', () => {
  it('belong to its content, in the order of the addresses, with who and when', async () => {
    await keep(sha('a'), '  \u202Etorn here ', 2 ** 32 - 4);
    const notes = await keep(sha('a'), 'serial', 8);
    expect(notes).toMatchObject([
      { start: 8, end: 12, text: 'serial', by: bench.name },
      { start: 2 ** 32 - 4, end: 2 ** 32, text: 'torn here' }
    ]);
    expect(await texts(sha('b'))).toEqual([]);
  });
  it('without words, backwards or from an office desk are refused', async () => {
    expect(await keep(sha('a'), '   ')).toBe('image.note.empty');
    const backwards = { sha256: sha('a'), start: 9, end: 9, text: 'x' };
    expect(await keepNote(shop.root.deps, bench, backwards)).toMatchObject({
      problem: { code: 'image.note.empty' }
    });
    const office = await shop.person('desk');
    expect(await keep(sha('a'), 'x', 0, office)).toBe('gate.person.role');
    for (const body of [
      { start: -1, end: 4, text: 'x' },
      { start: 0, end: 2 ** 32 + 1, text: 'x' },
      { start: 0, end: 4, text: 'x'.repeat(201) },
      { start: 0.5, end: 4, text: 'x' },
      { start: 0, end: 4, text: 'x', by: 'somebody else' }
    ])
      expect(validateImageNote(body)).toBe(false);
  });
  it('are struck out once, whoever is faster, and their rows stay as they are', async () => {
    const [note] = (await keep(sha('c'), 'wrong')) as { id: string }[];
    const strike = () =>
      strikeNote(shop.root.deps, bench, { sha256: sha('c'), noteId: note?.id ?? '' });
    const both = await Promise.all([strike(), strike(), strike()]);
    expect(both.filter((b) => b.ok).length).toBeGreaterThan(0);
    for (const b of both) if (!b.ok) expect(b.problem.code).toBe('image.note.unknown');
    expect(await texts(sha('c'))).toEqual([]);
    expect(await strike()).toMatchObject({ problem: { code: 'image.note.unknown' } });
    const elsewhere = await keep(sha('d'), 'other');
    const foreign = { sha256: sha('c'), noteId: (elsewhere as { id: string }[])[0]?.id ?? '' };
    expect((await strikeNote(shop.root.deps, bench, foreign)).ok).toBe(false);
    const client = new pg.Client({ connectionString: shop.databaseUrl });
    await client.connect();
    try {
      await expect(client.query(`update image_note set text = 'else'`)).rejects.toThrow();
      await expect(client.query('delete from image_note')).rejects.toThrow();
      const { rows } = await client.query<{ n: string }>(
        `select count(*) n from image_note where sha256 = '${sha('c')}'`
      );
      expect(rows[0]?.n).toBe('2');
    } finally {
      await client.end();
    }
  });
});
