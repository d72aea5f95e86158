// A chip programmer over TCP: our client against the stand-in, and what goes wrong in the hand.
import { describe, expect, it } from 'vitest';
import {
  bench,
  codeOf,
  EEPROM,
  FLASH,
  FLASH_ID,
  open,
  quiet,
  SMALL,
  WHOLE
} from './support/chip-bench.ts';

describe('a chip programmer', () => {
  it('tells its name, its limits and the clock it really sets', async () => {
    const { port } = await bench(EEPROM);
    const { programmer } = await open(port, EEPROM);
    expect(programmer).toMatchObject({ name: 'Saltmarsh port', longestSend: 65_536 });
    expect(await programmer.setClock(1_000_000)).toEqual({ ok: true, value: 750_000 });
    expect(await programmer.setClock(6_000_000)).toEqual({ ok: true, value: 6_000_000 });
    expect(await programmer.setClock(1)).toEqual({ ok: true, value: 93_750 });
  });
  for (const [name, kind, id] of [
    ['512 bytes, nine address bits', SMALL, undefined],
    ['EEPROM of 4 KiB', EEPROM, undefined],
    ['flash of 1 MiB', FLASH, FLASH_ID]
  ] as const) {
    it(`reads ${name} twice the same, and writes every byte of it`, async () => {
      const at = await bench(kind, id);
      const { memory } = await open(at.port, kind, id && '7F4014', 0x8000);
      expect(codeOf(await memory.unlock())).toBe('ok');
      const range = WHOLE(kind, 0x8000);
      const done: number[] = [];
      const first = await memory.read(range, { ...quiet, onBytes: (n) => done.push(n) });
      const second = await memory.read(range, quiet);
      for (const read of [first, second])
        expect(read.ok && Buffer.compare(read.value, at.memory)).toBe(0);
      expect(done.at(-1)).toBe(kind.lengthBytes);
      expect(memory.memoryMayHaveChanged).toBe(false);
      // a part of a flash is enough: a whole one takes long even here
      const part = { start: 0x8000, end: 0x8000 + Math.min(kind.lengthBytes, 8192) };
      const image = Uint8Array.from(
        { length: part.end - part.start },
        (_, i) => (i * 31 + (i >> 7)) & 0xff
      );
      expect(codeOf(await memory.erase(part))).toBe('ok');
      expect(codeOf(await memory.write(part, { image, onBytes: () => undefined }))).toBe('ok');
      expect(memory.memoryMayHaveChanged).toBe(true);
      expect(at.memory.subarray(0, image.length)).toEqual(image);
      expect(await memory.read(part, quiet)).toEqual({ ok: true, value: image });
    });
  }
  it('a read that is stopped ends between two pieces and gives nothing', async () => {
    const { port } = await bench(FLASH, FLASH_ID);
    const { memory } = await open(port, FLASH, '7F4014');
    const signal = { stopped: false };
    const stopped = await memory.read(WHOLE(FLASH), {
      signal,
      onBytes: (n) => void (signal.stopped = n >= 4096)
    });
    expect(stopped).toMatchObject({
      problem: { code: 'operation.run.stopped', params: { doneBytes: 4096 } }
    });
  });
});

describe('what goes wrong in the hand', () => {
  it('no grip, turned round, no chip: no contact, whatever the lines show', async () => {
    const at = await bench(EEPROM);
    const { memory } = await open(at.port, EEPROM);
    for (const fault of [{ kind: 'no-grip' }, { kind: 'turned' }] as const) {
      at.host.contact.fault = fault;
      for (const said of [
        await memory.identify(),
        await memory.unlock(),
        await memory.fingerprint()
      ])
        expect(codeOf(said), fault.kind).toBe('chip.contact.none');
    }
    at.host.contact.fault = undefined;
    at.host.present = false;
    expect(codeOf(await memory.unlock())).toBe('chip.contact.none');
  });
  it('a clip that slips in the middle of a read: the read is not believed', async () => {
    const at = await bench(EEPROM);
    const { memory } = await open(at.port, EEPROM);
    const slipped = await memory.read(WHOLE(EEPROM), {
      ...quiet,
      onBytes: () => void (at.host.contact.fault = { kind: 'no-grip' })
    });
    expect(codeOf(slipped)).toBe('chip.contact.lost');
  });
  it('a loose leg scatters: two reads never agree, another seed another scatter', async () => {
    const at = await bench(EEPROM);
    const { memory } = await open(at.port, EEPROM);
    const seen = new Set<string>();
    for (const seed of [1, 1, 2]) {
      at.host.contact.fault = { kind: 'loose-leg', seed };
      for (let i = 0; i < 3; i++) {
        const read = await memory.read(WHOLE(EEPROM), quiet);
        if (read.ok) seen.add(Buffer.from(read.value).toString('hex'));
      }
    }
    expect(seen.has(Buffer.from(at.memory).toString('hex'))).toBe(false);
    expect(seen.size).toBeGreaterThan(3);
  });
  it('a board that loads the lines reads right at a lower clock', async () => {
    const at = await bench(EEPROM);
    const { memory, programmer } = await open(at.port, EEPROM);
    at.host.contact.fault = { kind: 'loaded', seed: 7, soundHz: 375_000 };
    await programmer.setClock(12_000_000);
    const fast = await memory.read(WHOLE(EEPROM), quiet);
    expect(fast.ok && Buffer.compare(fast.value, at.memory)).not.toBe(0);
    await programmer.setClock(375_000);
    expect(await memory.read(WHOLE(EEPROM), quiet)).toEqual({ ok: true, value: at.memory });
  });
  it('another chip than the family has is not worked on', async () => {
    const at = await bench(FLASH, FLASH_ID);
    const other = await open(at.port, FLASH, '7F4015');
    expect(await other.memory.unlock()).toMatchObject({
      problem: { code: 'chip.kind.other', params: { found: '7F4014', expected: '7F4015' } }
    });
    const none = await open(at.port, FLASH);
    expect(codeOf(await none.memory.identify())).toBe('chip.kind.other');
  });
  it('block protection is seen before anything is sent: the memory is as it was', async () => {
    const at = await bench(EEPROM);
    const { memory } = await open(at.port, EEPROM);
    at.chip.protection = 0x0c;
    const before = at.memory.slice();
    const image = new Uint8Array(EEPROM.lengthBytes);
    const written = await memory.write(WHOLE(EEPROM), { image, onBytes: () => undefined });
    expect(codeOf(written)).toBe('chip.write.protected');
    expect(memory.memoryMayHaveChanged).toBe(false);
    expect(at.memory).toEqual(before);
  });
  it('a cell that fails is found by reading back', async () => {
    const at = await bench(EEPROM);
    const { memory } = await open(at.port, EEPROM);
    at.memory[0x123] = 0xff;
    at.chip.failingCells.add(0x123);
    const image = new Uint8Array(EEPROM.lengthBytes).fill(0x5a);
    expect(codeOf(await memory.write(WHOLE(EEPROM), { image, onBytes: () => undefined }))).toBe(
      'ok'
    );
    const back = await memory.read(WHOLE(EEPROM), quiet);
    expect(back.ok && back.value.findIndex((b, i) => b !== image[i])).toBe(0x123);
  });
  it('a size chosen too large repeats the content: two equal halves', async () => {
    const at = await bench(EEPROM);
    const twice = { ...EEPROM, lengthBytes: 8192 };
    const { memory } = await open(at.port, twice);
    const read = await memory.read(WHOLE(twice), quiet);
    expect(read.ok && Buffer.compare(read.value.subarray(0, 4096), read.value.subarray(4096))).toBe(
      0
    );
  });
});
