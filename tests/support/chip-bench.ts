// A chip programmer with a chip on it, and our client: what the tests of the chip port stand on.
import { afterEach } from 'vitest';
import { createRandom } from '@badger/core/base/random';
import { makeChipMemory } from '@badger/core/access/chip/chip-memory';
import type { ChipKind } from '@badger/core/spi/commands';
import { ChipDriver } from '../../app/src/lib/server/station/chip-driver.ts';
import { Contact } from '../../standins/src/chip-programmer/contact.ts';
import { makeParameters } from '../../standins/src/chip-programmer/parameters.ts';
import {
  createProgrammerServer,
  type ProgrammerHost
} from '../../standins/src/chip-programmer/programmer-server.ts';
import { SpiChip } from '../../standins/src/chip-programmer/spi-chip.ts';
import { listen, trackSockets } from '../../standins/src/world/listen.ts';

export const SMALL: ChipKind = {
  ...{ lengthBytes: 512, addressBytes: 1, pageBytes: 16 },
  ...{ eraseBytes: undefined, clockHz: 1_000_000 }
};
export const EEPROM: ChipKind = { ...SMALL, lengthBytes: 4096, addressBytes: 2, pageBytes: 32 };
export const FLASH: ChipKind = {
  ...{ lengthBytes: 1 << 20, addressBytes: 3, pageBytes: 256 },
  ...{ eraseBytes: 4096, clockHz: 6_000_000 }
};
/** Maker's code of nobody, capacity 2^20. */
export const FLASH_ID = Uint8Array.of(0x7f, 0x40, 0x14);

const clock = {
  nowMs: () => performance.now(),
  sleep: (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms))
};
export const quiet = { onBytes: () => undefined, signal: { stopped: false } };
export const codeOf = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;

/** Closed after each test. */
export const closers: (() => void)[] = [];
afterEach(() => {
  for (const close of closers.splice(0)) close();
});

/** A programmer on a free port with one chip on it. */
export async function bench(kind: ChipKind, identification?: Uint8Array) {
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

/** A session on it. */
export async function open(port: number, kind: ChipKind, identification?: string, base = 0) {
  const opened = await ChipDriver.open({ host: '127.0.0.1', port });
  if (!opened.ok) throw new Error(JSON.stringify(opened.problem));
  const { driver, programmer } = opened.value;
  closers.push(() => driver.close());
  await programmer.setClock(kind.clockHz);
  return {
    driver,
    programmer,
    memory: makeChipMemory(programmer, clock, { kind, base, slowed: false, identification })
  };
}

export const WHOLE = (kind: ChipKind, base = 0) => ({ start: base, end: base + kind.lengthBytes });
