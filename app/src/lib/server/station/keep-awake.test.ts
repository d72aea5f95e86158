import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ok, type Result } from '@badger/core/base/result';
import { keepAwake } from './keep-awake.ts';

const AWAKE_MS = 2000;

/** A unit that answers what it was asked when it is told to. */
function unit() {
  const asked: number[] = [];
  const answers: (() => void)[] = [];
  const link = keepAwake(
    {
      exchange: (request) => {
        asked.push(request[0] as number);
        return new Promise<Result<Uint8Array>>((resolve) =>
          answers.push(() => resolve(ok(request)))
        );
      }
    },
    AWAKE_MS
  );
  return { asked, link, answer: () => answers.shift()?.() };
}

describe('a session is kept while nobody has anything to say', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('says something after each two seconds of rest, and nothing before it is begun or after its end', async () => {
    const { asked, link, answer } = unit();
    await vi.advanceTimersByTimeAsync(9000);
    expect(asked).toEqual([]);
    link.begin();
    await vi.advanceTimersByTimeAsync(AWAKE_MS - 1);
    expect(asked).toEqual([]);
    await vi.advanceTimersByTimeAsync(1);
    expect(asked).toEqual([0x3e]);
    answer();
    await vi.advanceTimersByTimeAsync(AWAKE_MS);
    expect(asked).toEqual([0x3e, 0x3e]);
    link.end();
    answer();
    await vi.advanceTimersByTimeAsync(9000);
    expect(asked).toEqual([0x3e, 0x3e]);
  });

  it('never interrupts a request, however long its answer takes', async () => {
    const { asked, link, answer } = unit();
    link.begin();
    const erase = link.exchange(Uint8Array.of(0x31));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(asked).toEqual([0x31]);
    answer();
    await erase;
    await vi.advanceTimersByTimeAsync(AWAKE_MS);
    expect(asked).toEqual([0x31, 0x3e]);
  });

  it('what is asked meanwhile waits for the answer to the sign of life: one request in the air', async () => {
    const { asked, link, answer } = unit();
    link.begin();
    await vi.advanceTimersByTimeAsync(AWAKE_MS);
    const block = link.exchange(Uint8Array.of(0x36));
    await vi.advanceTimersByTimeAsync(500);
    expect(asked).toEqual([0x3e]);
    answer();
    await vi.advanceTimersByTimeAsync(0);
    expect(asked).toEqual([0x3e, 0x36]);
    answer();
    expect(await block).toEqual(ok(Uint8Array.of(0x36)));
    await vi.advanceTimersByTimeAsync(AWAKE_MS);
    expect(asked).toEqual([0x3e, 0x36, 0x3e]);
  });
});
