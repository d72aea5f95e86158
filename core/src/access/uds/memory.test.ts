import { describe, expect, it } from 'vitest';
import { concatBytes, formatHex } from '../../base/bytes.ts';
import { fail, ok, type Result } from '../../base/result.ts';
import type { DiagnosticLink } from '../../port/diagnostic-link.ts';
import { readMemory } from './read-memory.ts';
import { writeMemory } from './write-memory.ts';

/** A link that answers from a script and remembers what it was asked. */
function scripted(answer: (request: Uint8Array, n: number) => Result<Uint8Array>) {
  const asked: string[] = [];
  const link: DiagnosticLink = {
    exchange: (request) => {
      asked.push(formatHex(request));
      return Promise.resolve(answer(request, asked.length - 1));
    }
  };
  return { link, asked };
}

const RANGE = { start: 0x1000, end: 0x100a };
const go = { onBytes: () => undefined, signal: { stopped: false } };
const memory = Uint8Array.of(0, 1, 2, 3, 4, 5, 6, 7, 8, 9);

/** Answers an upload in blocks of four bytes. */
function upload(request: Uint8Array): Result<Uint8Array> {
  if (request[0] === 0x35) return ok(Uint8Array.of(0x10, 6));
  if (request[0] === 0x37) return ok(new Uint8Array(0));
  const counter = request[1] as number;
  const at = (counter - 1) * 4;
  return ok(concatBytes([Uint8Array.of(counter), memory.subarray(at, at + 4)]));
}

describe('reading memory', () => {
  it('asks block by block and closes the transfer', async () => {
    const { link, asked } = scripted(upload);
    expect(await readMemory(link, RANGE, go)).toEqual({ ok: true, value: memory });
    expect(asked).toEqual(['350044000010000000000A', '3601', '3602', '3603', '37']);
  });
  it('refuses a wrong block, an empty one and one too long', async () => {
    const bad = async (block: Uint8Array) => {
      const { link } = scripted((r) => (r[0] === 0x36 ? ok(block) : upload(r)));
      const result = await readMemory(link, RANGE, go);
      return result.ok ? 'ok' : result.problem.code;
    };
    expect(await bad(Uint8Array.of(9, 1, 2))).toBe('read.block.counter');
    expect(await bad(Uint8Array.of(1))).toBe('read.block.empty');
    expect(await bad(concatBytes([Uint8Array.of(1), new Uint8Array(11)]))).toBe('read.block.long');
  });
  it('stops between two blocks and tells the unit', async () => {
    const signal = { stopped: false };
    const { link, asked } = scripted(upload);
    const result = await readMemory(link, RANGE, {
      signal,
      onBytes: () => void (signal.stopped = true)
    });
    expect(result).toMatchObject({
      ok: false,
      problem: { code: 'operation.run.stopped', params: { doneBytes: 4 } }
    });
    expect(asked.at(-1)).toBe('37');
  });
  it('passes on what the link says, in every step', async () => {
    for (let step = 0; step < 5; step++) {
      const { link } = scripted((r, n) => (n === step ? fail('link.socket.lost') : upload(r)));
      expect(await readMemory(link, RANGE, go)).toMatchObject({
        problem: { code: 'link.socket.lost' }
      });
    }
  });
});

describe('writing memory', () => {
  const download = (request: Uint8Array): Result<Uint8Array> =>
    request[0] === 0x34 ? ok(Uint8Array.of(0x10, 6)) : ok(request.subarray(1, 2));
  it('sends every byte once, in blocks that the unit can take', async () => {
    const { link, asked } = scripted(download);
    const done: number[] = [];
    const result = await writeMemory(link, RANGE, { image: memory, onBytes: (n) => done.push(n) });
    expect(result.ok).toBe(true);
    expect(asked).toEqual([
      '340044000010000000000A',
      '360100010203',
      '360204050607',
      '36030809',
      '37'
    ]);
    expect(done).toEqual([4, 8, 10]);
  });
  it('never repeats a block that failed', async () => {
    const { link, asked } = scripted((r, n) =>
      n === 2 ? fail('uds.answer.timeout') : download(r)
    );
    expect((await writeMemory(link, RANGE, { image: memory, onBytes: () => undefined })).ok).toBe(
      false
    );
    expect(asked).toHaveLength(3);
  });
  it('ends on a wrong acknowledgement', async () => {
    const { link } = scripted((r) => (r[0] === 0x36 ? ok(Uint8Array.of(7)) : download(r)));
    expect(
      await writeMemory(link, RANGE, { image: memory, onBytes: () => undefined })
    ).toMatchObject({
      problem: { code: 'write.block.counter', params: { expected: 1, found: 7 } }
    });
  });
  it('throws for an image that does not fill the range', async () => {
    const { link } = scripted(download);
    await expect(
      writeMemory(link, RANGE, { image: memory.subarray(1), onBytes: () => undefined })
    ).rejects.toThrow(RangeError);
  });
});
