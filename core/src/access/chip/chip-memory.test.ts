import { describe, expect, it } from 'vitest';
import { fail, ok, type Result } from '../../base/result.ts';
import type { Programmer } from '../../flasher/programmer.ts';
import type { ChipKind } from '../../spi/commands.ts';
import { SpiChip } from '../../../../standins/src/chip-programmer/spi-chip.ts';
import { makeChipMemory } from './chip-memory.ts';

const EEPROM: ChipKind = {
  ...{ lengthBytes: 64, addressBytes: 2, pageBytes: 16 },
  ...{ eraseBytes: undefined, clockHz: 1_000_000 }
};
const FLASH: ChipKind = { ...EEPROM, lengthBytes: 8192, addressBytes: 3, eraseBytes: 4096 };
const BASE = 0x1000;
const lost = fail('programmer.link.lost');
const quiet = { onBytes: () => undefined, signal: { stopped: false } };
const none = { onBytes: () => undefined };

/** A chip on a programmer; `hear` may change what comes back, or fail. Time stands still but when somebody waits. */
function bench({
  kind = EEPROM,
  identification,
  expected,
  hear = (answer: Uint8Array): Result<Uint8Array> => ok(answer)
}: {
  kind?: ChipKind;
  identification?: Uint8Array;
  expected?: string;
  hear?: (answer: Uint8Array, n: number, send: Uint8Array) => Result<Uint8Array>;
} = {}) {
  let nowMs = 0;
  let pins: boolean | undefined;
  const sent: number[] = [];
  const memory = Uint8Array.from({ length: kind.lengthBytes }, (_, i) => (i * 7) & 0xff);
  const chip = new SpiChip({ kind, memory, identification, nowMs: () => nowMs });
  const programmer: Programmer = {
    ...{ name: 'p', longestSend: 512, longestReceive: 32, setsClock: true, switchesPins: true },
    spi: (send, receiveBytes) => {
      sent.push(send[0] as number);
      return Promise.resolve(hear(chip.transfer(send, receiveBytes), sent.length - 1, send));
    },
    setClock: (hz) => Promise.resolve(ok(hz)),
    setPins: (on) => {
      pins = on;
      return Promise.resolve(ok(true));
    }
  };
  const clock = {
    nowMs: () => nowMs,
    sleep: (ms: number) => {
      nowMs += ms;
      return Promise.resolve();
    }
  };
  const access = makeChipMemory(programmer, clock, {
    ...{ kind, base: BASE, slowed: false, identification: expected }
  });
  return { chip, memory, sent, access, pins: () => pins };
}
const range = (from: number, to: number) => ({ start: BASE + from, end: BASE + to });
const ID = Uint8Array.of(0x7f, 0x40, 0x14);

describe('a memory chip behind the port', () => {
  it('answers, and tells neither who it is nor what it belongs to', async () => {
    const { access } = bench();
    expect(await access.identify()).toEqual(
      ok({ chipId: undefined, family: undefined, fields: {} })
    );
    expect(await access.fingerprint()).toEqual(ok(undefined));
    expect(await access.unlock()).toEqual(ok(true));
    expect(access.memoryMayHaveChanged).toBe(false);
  });
  it('is of the type that the family has', async () => {
    const right = bench({ identification: ID, expected: '7F4014' });
    expect(await right.access.unlock()).toEqual(ok(true));
    const kinds: readonly [Uint8Array | undefined, string | undefined, string, string][] = [
      [ID, '7F4015', '7F4014', '7F4015'],
      [ID, undefined, '7F4014', ''],
      [undefined, '7F4014', '', '7F4014'],
      [Uint8Array.of(0, 0, 0), '000000', '', '000000']
    ];
    for (const [identification, expected, found, wanted] of kinds) {
      const { access } = bench({
        ...(identification ? { identification } : {}),
        ...(expected ? { expected } : {})
      });
      const other = fail('chip.kind.other', { found, expected: wanted });
      expect(await access.identify()).toEqual(other);
      expect(await access.fingerprint()).toEqual(other);
      expect(await access.unlock()).toEqual(other);
    }
  });
  it('is read where it lies in the unit, in pieces that the programmer takes', async () => {
    const { access, memory } = bench();
    const done: number[] = [];
    const read = await access.read(range(8, 64), { ...quiet, onBytes: (n) => done.push(n) });
    expect(read).toEqual(ok(memory.slice(8, 64)));
    expect(done).toEqual([32, 56]);
    expect(access.memoryMayHaveChanged).toBe(false);
  });
  it('is written page by page; from the first byte that goes out the memory may have changed', async () => {
    const { access, memory, sent } = bench();
    const image = Uint8Array.from({ length: 40 }, (_, i) => 200 + i);
    const done: number[] = [];
    const written = await access.write(range(8, 48), { image, onBytes: (n) => done.push(n) });
    expect(written).toEqual(ok(true));
    // to the end of the first page, two whole ones
    expect(done).toEqual([8, 24, 40]);
    expect(memory.slice(8, 48)).toEqual(image);
    expect([memory[7], memory[48]]).toEqual([49, 80]);
    expect(sent.filter((c) => c === 0x02)).toHaveLength(3);
    expect(access.memoryMayHaveChanged).toBe(true);
  });
  it('as flash is erased first, whole blocks only; as EEPROM not at all', async () => {
    const flash = bench({ kind: FLASH });
    expect(await flash.access.erase(range(4096, 8192))).toEqual(ok(true));
    expect([flash.memory[4095], flash.memory[4096], flash.memory[8191]]).toEqual([
      (4095 * 7) & 0xff,
      0xff,
      0xff
    ]);
    expect(flash.access.memoryMayHaveChanged).toBe(true);
    await expect(flash.access.erase(range(1, 4096))).rejects.toThrow('whole blocks of 4096');
    await expect(flash.access.erase(range(0, 4095))).rejects.toThrow('whole blocks of 4096');
    const eeprom = bench();
    expect(await eeprom.access.erase(range(0, 64))).toEqual(ok(true));
    expect(eeprom.sent).toEqual([]);
    const odd = bench({ kind: { ...FLASH, eraseBytes: 2048 } });
    expect(await odd.access.erase(range(0, 2048))).toEqual(
      fail('chip.erase.unknown', { bytes: 2048 })
    );
  });
  it('lets go of the pins at the end', async () => {
    const { access, pins } = bench();
    expect(await access.reset()).toEqual(ok(true));
    expect(pins()).toBe(false);
  });
  it('knows its own bounds', async () => {
    const { access } = bench();
    for (const wrong of [range(-1, 4), range(0, 65), range(4, 4)])
      await expect(access.read(wrong, quiet)).rejects.toThrow(RangeError);
    const image = new Uint8Array(3);
    await expect(access.write(range(0, 4), { image, ...none })).rejects.toThrow(
      '"image" expected 4 bytes, got 3'
    );
    await expect(
      access.write(range(62, 66), { image: new Uint8Array(4), ...none })
    ).rejects.toThrow(RangeError);
  });
});

describe('what cannot be believed', () => {
  const floating = (byte: number) => ({ hear: (a: Uint8Array) => ok(a.fill(byte)) });
  it('lines that float or are stuck are no contact', async () => {
    const ones = await bench(floating(0xff)).access.unlock();
    expect(ones).toEqual(fail('chip.contact.none', { set: 0xff, cleared: 0xff }));
    const zeros = await bench(floating(0)).access.identify();
    expect(zeros).toEqual(fail('chip.contact.none', { set: 0, cleared: 0 }));
    // a line that is stuck at the latch's own bit
    expect(await bench(floating(0x02)).access.fingerprint()).toEqual(
      fail('chip.contact.none', { set: 2, cleared: 2 })
    );
  });
  it('a read whose chip is gone at its end is thrown away', async () => {
    let gone = false;
    const { access } = bench({ hear: (a) => ok(gone ? a.fill(0xff) : a) });
    const read = await access.read(range(0, 64), {
      ...quiet,
      onBytes: (n) => void (gone = n === 64)
    });
    expect(read).toEqual(fail('chip.contact.lost'));
  });
  it('a lost link says itself, in every step, and nothing counts as changed before it was sent', async () => {
    for (let step = 0; step < 12; step++) {
      const at = bench({ hear: (a, n) => (n === step ? lost : ok(a)) });
      const said: Result<unknown>[] = [await at.access.unlock()];
      if (said.at(-1)?.ok) said.push(await at.access.read(range(0, 64), quiet));
      expect(said.at(-1)).toEqual(lost);
      expect(at.access.memoryMayHaveChanged).toBe(false);
    }
    const image = new Uint8Array(64);
    for (let step = 0; step < 16; step++) {
      const at = bench({ hear: (a, n) => (n === step ? lost : ok(a)) });
      expect(await at.access.write(range(0, 64), { image, ...none })).toEqual(lost);
      expect(at.access.memoryMayHaveChanged).toBe(at.sent.includes(0x02));
    }
    for (let step = 0; step < 4; step++) {
      const at = bench({ kind: FLASH, hear: (a, n) => (n === step ? lost : ok(a)) });
      expect(await at.access.erase(range(0, 4096))).toEqual(lost);
      expect(at.access.memoryMayHaveChanged).toBe(at.sent.includes(0x20));
    }
  });
  it('protection is seen before anything goes out', async () => {
    for (const protection of [0x04, 0x08, 0x0c]) {
      const at = bench({ kind: FLASH });
      at.chip.protection = protection;
      const refused = fail('chip.write.protected', { status: protection });
      const image = new Uint8Array(16);
      expect(await at.access.write(range(0, 16), { image, ...none })).toEqual(refused);
      expect(await at.access.erase(range(0, 4096))).toEqual(refused);
      expect(at.access.memoryMayHaveChanged).toBe(false);
    }
  });
  it('a latch that does not follow is no write', async () => {
    const at = bench({ hear: (a, _n, send) => ok(send[0] === 0x05 ? a.fill(0) : a) });
    const image = new Uint8Array(16);
    expect(await at.access.write(range(0, 16), { image, ...none })).toEqual(
      fail('chip.write.refused', { status: 0 })
    );
    expect(at.access.memoryMayHaveChanged).toBe(false);
  });
  it('a chip that never rests is given up after ten seconds', async () => {
    let begun = false;
    const at = bench({
      hear: (a, _n, send) => {
        begun ||= send[0] === 0x02;
        return ok(send[0] === 0x05 && begun ? a.fill(0x01) : a);
      }
    });
    const image = new Uint8Array(16);
    const hung = await at.access.write(range(0, 16), { image, ...none });
    expect(hung.ok ? '' : hung.problem.code).toBe('chip.busy.hung');
    expect(hung.ok ? 0 : hung.problem.params['waitedMs']).toBeGreaterThan(10_000);
    // and it does not answer the next one either: still busy, which is no bad contact
    const next = await at.access.unlock();
    expect(next.ok ? '' : next.problem.code).toBe('chip.busy.hung');
  });
  it('a chip that an earlier session left at work is waited for', async () => {
    const at = bench();
    at.chip.transfer(Uint8Array.of(0x06), 0);
    at.chip.transfer(Uint8Array.of(0x02, 0, 0, 9), 0);
    expect(at.chip.status & 1).toBe(1);
    expect(await at.access.unlock()).toEqual(ok(true));
    expect(await at.access.read(range(0, 1), quiet)).toEqual(ok(Uint8Array.of(9)));
  });
  it('a read that is stopped gives nothing', async () => {
    const { access } = bench();
    const signal = { stopped: false };
    const stopped = await access.read(range(0, 64), {
      signal,
      onBytes: () => void (signal.stopped = true)
    });
    expect(stopped).toEqual(fail('operation.run.stopped', { doneBytes: 32 }));
  });
});
