// A chip programmer over TCP: our client against the stand-in, with what goes wrong in the hand, and against the line.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { createRandom } from '@badger/core/base/random';
import { makeChipMemory } from '@badger/core/access/chip/chip-memory';
import type { Programmer } from '@badger/core/flasher/programmer';
import type { ChipKind } from '@badger/core/spi/commands';
import { ChipDriver } from '../app/src/lib/server/station/chip-driver.ts';
import { Contact } from '../standins/src/chip-programmer/contact.ts';
import { makeParameters } from '../standins/src/chip-programmer/parameters.ts';
import {
  createProgrammerServer,
  type ProgrammerHost
} from '../standins/src/chip-programmer/programmer-server.ts';
import { SpiChip } from '../standins/src/chip-programmer/spi-chip.ts';
import { listen, trackSockets } from '../standins/src/world/listen.ts';

const SMALL: ChipKind = {
  ...{ lengthBytes: 512, addressBytes: 1, pageBytes: 16 },
  ...{ eraseBytes: undefined, clockHz: 1_000_000 }
};
const EEPROM: ChipKind = { ...SMALL, lengthBytes: 4096, addressBytes: 2, pageBytes: 32 };
const FLASH: ChipKind = {
  ...{ lengthBytes: 1 << 20, addressBytes: 3, pageBytes: 256 },
  ...{ eraseBytes: 4096, clockHz: 6_000_000 }
};
/** Maker's code of nobody, capacity 2^20. */
const FLASH_ID = Uint8Array.of(0x7f, 0x40, 0x14);

const clock = {
  nowMs: () => performance.now(),
  sleep: (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms))
};
const quiet = { onBytes: () => undefined, signal: { stopped: false } };
const codeOf = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;

const closers: (() => void)[] = [];
afterEach(() => {
  for (const close of closers.splice(0)) close();
});

async function bench(kind: ChipKind, identification?: Uint8Array) {
  const random = createRandom(kind.lengthBytes);
  const memory = Uint8Array.from({ length: kind.lengthBytes }, () => random() & 0xff);
  const parameters = kind.eraseBytes ? makeParameters(kind.lengthBytes) : undefined;
  const chip = new SpiChip({ kind, memory, identification, parameters, nowMs: clock.nowMs });
  const host: ProgrammerHost & { present: boolean } = {
    name: 'Saltmarsh port',
    present: true,
    chip: () => (host.present ? chip : undefined),
    contact: new Contact(),
    linkFault: undefined
  };
  const server = createProgrammerServer(host);
  const close = trackSockets(server);
  const port = await listen(server);
  closers.push(close);
  return { chip, host, memory, port };
}

async function open(port: number, kind: ChipKind, identification?: string, base = 0) {
  const opened = await ChipDriver.open({ host: '127.0.0.1', port });
  if (!opened.ok) throw new Error(JSON.stringify(opened.problem));
  const { driver, programmer } = opened.value;
  closers.push(() => driver.close());
  await programmer.setClock(kind.clockHz);
  return {
    driver,
    programmer,
    memory: makeChipMemory(programmer, clock, { kind, base, identification })
  };
}

const WHOLE = (kind: ChipKind, base = 0) => ({ start: base, end: base + kind.lengthBytes });

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

describe('what goes wrong on the line', () => {
  for (const kind of ['drop', 'silent', 'refuse'] as const) {
    it(`${kind} in each step of identifying, reading and writing: a clear end, the next session works`, async () => {
      const at = await bench(SMALL);
      const image = at.memory.slice();
      const codes = new Set<string>();
      const steps = kind === 'silent' ? [0, 3, 5, 8] : Array.from({ length: 30 }, (_, i) => i);
      for (const step of steps) {
        const { memory, driver } = await open(at.port, SMALL);
        at.host.linkFault = { kind, afterOperations: step };
        const said: string[] = [];
        for (const work of [
          () => memory.unlock(),
          () => memory.read(WHOLE(SMALL), quiet),
          () => memory.write(WHOLE(SMALL), { image, onBytes: () => undefined })
        ]) {
          const result = await work();
          said.push(codeOf(result));
          if (!result.ok) break;
        }
        driver.close();
        at.host.linkFault = undefined;
        codes.add(said.at(-1) as string);
        expect(said.at(-1), `step ${step}`).not.toBe('ok');
      }
      expect([...codes]).toEqual([
        {
          drop: 'programmer.link.lost',
          silent: 'programmer.answer.late',
          refuse: 'programmer.command.refused'
        }[kind]
      ]);
      const fresh = await open(at.port, SMALL);
      expect(codeOf(await fresh.memory.unlock())).toBe('ok');
    });
  }
  const server = async (act: (socket: import('node:net').Socket) => void) => {
    const listener = createServer(act);
    closers.push(trackSockets(listener));
    return listen(listener);
  };
  it('nothing there, something deaf, something that talks nonsense, another version', async () => {
    const said = async (port: number) => {
      const opened = await ChipDriver.open({ host: '127.0.0.1', port });
      if (opened.ok) opened.value.driver.close();
      return codeOf(opened);
    };
    expect(await said(await server((s) => void s.resume()))).toBe('programmer.link.deaf');
    expect(await said(await server((s) => void s.end('HTTP/1.1 400\r\n\r\n')))).toBe(
      'programmer.link.deaf'
    );
    const after = (answers: readonly number[][]) => {
      const queue = [...answers];
      return server((s) => {
        s.on('data', () => s.write(Uint8Array.from(queue.shift() ?? [0x15])));
        s.on('error', () => s.destroy());
      });
    };
    expect(
      await said(
        await after([
          [0x55, 0x15, 0x06],
          [0x06, 2, 0]
        ])
      )
    ).toBe('programmer.version.other');
    expect(
      await said(
        await after([
          [0x15, 0x06],
          [0x33, 1, 0]
        ])
      )
    ).toBe('programmer.answer.garbage');
    expect(
      await said(
        await after([
          [0x15, 0x06],
          [0x06, 1, 0, 9]
        ])
      )
    ).toBe('programmer.answer.garbage');
    expect(
      await said(
        await after([
          [0x15, 0x06],
          [0x06, 1, 0],
          [0x06, ...new Uint8Array(32)]
        ])
      )
    ).toBe('programmer.command.missing');
    const all = [0x06, ...new Uint8Array(32).fill(0xff)];
    const name = [0x06, ...new Uint8Array(16)];
    const none = [0x06, 0, 0, 0];
    const parallel = await after([[0x15, 0x06], [0x06, 1, 0], all, name, none, none, [0x06, 0x07]]);
    expect(await said(parallel)).toBe('programmer.bus.other');
    const closed = createServer();
    const port = await listen(closed);
    closed.close();
    expect(await said(port)).toBe('programmer.link.absent');
  });
  it('a word that nobody asked for ends the session: nothing that follows can be believed', async () => {
    const { port, host } = await bench(SMALL);
    const { programmer } = await open(port, SMALL);
    expect(host.linkFault).toBeUndefined();
    const chatty: Programmer = programmer;
    expect(codeOf(await chatty.spi(Uint8Array.of(0x05), 1))).toBe('ok');
  });
});

describe('the stand-in, asked by an independent client', () => {
  it('flashrom reads the same bytes from its flash', async () => {
    const { port, memory } = await bench(FLASH, FLASH_ID);
    const folder = mkdtempSync(join(tmpdir(), 'badger-chip-'));
    const file = join(folder, 'flash.bin');
    const { spawn } = await import('node:child_process');
    try {
      const text = await new Promise<string>((resolve, reject) => {
        const child = spawn('flashrom', [
          '-p',
          `serprog:ip=127.0.0.1:${port}`,
          '-c',
          'SFDP-capable chip',
          '-r',
          file
        ]);
        let said = '';
        child.stdout.on('data', (c: Buffer) => (said += String(c)));
        child.stderr.on('data', (c: Buffer) => (said += String(c)));
        child.once('error', reject);
        child.once('exit', (code) =>
          code === 0 ? resolve(said) : reject(new Error(`flashrom: ${said}`))
        );
      });
      expect(text).toContain('Saltmarsh port');
      expect(Buffer.compare(readFileSync(file), memory)).toBe(0);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
