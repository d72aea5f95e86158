// What goes wrong between us and a chip programmer; and the stand-in asked by a client that is not ours.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ChipDriver } from '../app/src/lib/server/station/chip-driver.ts';
import { listen, trackSockets } from '../standins/src/world/listen.ts';
import {
  bench,
  closers,
  codeOf,
  FLASH,
  FLASH_ID,
  open,
  quiet,
  SMALL,
  WHOLE
} from './support/chip-bench.ts';

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
  const server = async (act: (socket: Socket) => void) => {
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
    const opening = [
      [0x15, 0x06],
      [0x06, 1, 0],
      [0x06, ...new Uint8Array(32).fill(0xff)]
    ];
    const rest = [
      [0x06, ...new Uint8Array(16)],
      [0x06, 0, 0, 0],
      [0x06, 0, 0, 0],
      [0x06, 0x08],
      [0x06]
    ];
    const queue = [...opening, ...rest];
    const port = await server((s) => {
      s.on('data', () => {
        s.write(Uint8Array.from(queue.shift() ?? [0x06, 0x02]));
        // after the last answer of the opening it says one word more
        if (queue.length === 0) setTimeout(() => s.write(Uint8Array.of(0x06)), 30);
      });
      s.on('error', () => s.destroy());
    });
    const opened = await ChipDriver.open({ host: '127.0.0.1', port });
    if (!opened.ok) throw new Error(opened.problem.code);
    await new Promise((resolve) => setTimeout(resolve, 120));
    const { programmer, driver } = opened.value;
    expect(codeOf(await programmer.spi(Uint8Array.of(0x05), 1))).toBe('programmer.answer.garbage');
    expect(codeOf(await programmer.spi(Uint8Array.of(0x05), 1))).toBe('programmer.link.lost');
    driver.close();
  });
});

describe('the stand-in, asked by an independent client', () => {
  it('flashrom reads the same bytes from its flash', async () => {
    const { port, memory } = await bench(FLASH, FLASH_ID);
    const folder = mkdtempSync(join(tmpdir(), 'badger-chip-'));
    const file = join(folder, 'flash.bin');
    try {
      const text = await new Promise<string>((resolve, reject) => {
        const child = spawn('/usr/sbin/flashrom', [
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
