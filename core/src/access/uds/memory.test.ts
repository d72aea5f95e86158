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
    const bad = async (at: number, ...block: number[]) => {
      const { link } = scripted((r, n) => (n === at ? ok(Uint8Array.of(...block)) : upload(r)));
      const result = await readMemory(link, RANGE, go);
      return result.ok ? 'ok' : result.problem;
    };
    const problem = (code: string, params = {}) => ({ code: `read.block.${code}`, params });
    expect(await bad(1, 9, 1, 2)).toEqual(problem('counter', { expected: 1, found: 9 }));
    expect(await bad(2, 1, 1, 2)).toEqual(problem('counter', { expected: 2, found: 1 }));
    expect(await bad(1)).toEqual(problem('counter', { expected: 1, found: -1 }));
    expect(await bad(1, 1)).toEqual(problem('empty'));
    expect(await bad(1, 1, ...new Uint8Array(11))).toEqual(
      problem('long', { left: 10, found: 11 })
    );
    // two bytes are left after two blocks of four
    expect(await bad(3, 3, 8, 9, 10)).toEqual(problem('long', { left: 2, found: 3 }));
  });
  it('needs to be told how long a block may be', async () => {
    const { link, asked } = scripted((r) => (r[0] === 0x35 ? ok(Uint8Array.of(0x10)) : upload(r)));
    const short = await readMemory(link, RANGE, go);
    expect(short.ok ? '' : short.problem.code).toMatch(/^uds\./);
    expect(asked).toHaveLength(1);
  });
  it('takes blocks of different lengths and tells what is there after each', async () => {
    const cut = [1, 6, 3];
    const done: number[] = [];
    const { link } = scripted((r) => {
      if (r[0] !== 0x36) return upload(r);
      const n = (r[1] as number) - 1;
      const from = cut.slice(0, n).reduce((a, b) => a + b, 0);
      return ok(Uint8Array.of(n + 1, ...memory.subarray(from, from + (cut[n] as number))));
    });
    const onBytes = (_block: Uint8Array, n: number) => void done.push(n);
    const signal = { stopped: false };
    expect(await readMemory(link, RANGE, { signal, onBytes })).toEqual(ok(memory));
    expect(done).toEqual([1, 7, 10]);
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
  it('passes on what the link says, in every step, and an acknowledgement of nothing', async () => {
    for (let step = 0; step < 5; step++) {
      const { link, asked } = scripted((r, n) =>
        n === step ? fail('link.socket.lost') : download(r)
      );
      const written = await writeMemory(link, RANGE, { image: memory, onBytes: () => undefined });
      expect(written).toEqual(fail('link.socket.lost'));
      expect(asked).toHaveLength(step + 1);
    }
    const { link } = scripted((r) => (r[0] === 0x36 ? ok(new Uint8Array(0)) : download(r)));
    expect(await writeMemory(link, RANGE, { image: memory, onBytes: () => undefined })).toEqual(
      fail('write.block.counter', { expected: 1, found: -1 })
    );
  });
  it('needs to be told how long a block may be', async () => {
    const { link, asked } = scripted((r) => (r[0] === 0x34 ? ok(Uint8Array.of(0)) : download(r)));
    const short = await writeMemory(link, RANGE, { image: memory, onBytes: () => undefined });
    expect(short.ok ? '' : short.problem.code).toMatch(/^uds\./);
    expect(asked).toHaveLength(1);
  });
  it('throws for an image that does not fill the range', async () => {
    const { link } = scripted(download);
    await expect(
      writeMemory(link, RANGE, { image: memory.subarray(1), onBytes: () => undefined })
    ).rejects.toThrow('"image" expected 10 bytes, got 9');
  });
});
