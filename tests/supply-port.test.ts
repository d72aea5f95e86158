import { createServer, type Server, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { SUPPLY_DRIVER_NAMES } from '@badger/core/port/drivers';
import type { SupplyPort, SupplySample } from '@badger/core/port/supply';
import { openBox } from '../app/src/lib/server/station/box-drivers.ts';
import { openSupply } from '../app/src/lib/server/bench/supply-drivers.ts';
import { SupplyDevice } from '../standins/src/supply/supply-device.ts';
import { until } from './support/shop.ts';

/** What a supply does with a line; `drop` breaks the connection, `silent` never answers. */
type Say = (line: string, device: SupplyDevice) => string | undefined;

const open: (() => void)[] = [];
afterEach(() => {
  for (const close of open.splice(0)) close();
});

const load = { drawMa: () => 900, power: () => undefined };
const honest: Say = (line, device) => device.execute(line);
/** A supply that takes one command a line and no compound messages. Source: common practice. */
const plain: Say = (line, device) =>
  line.includes(';') ? `-113,"Undefined header"` : device.execute(line);

class Bench {
  readonly device = new SupplyDevice({ ratedMa: 10_000, serial: 'T', load });
  readonly lines: string[] = [];
  readonly samples: (SupplySample | undefined)[] = [];
  say: Say;
  delayMs = 0;
  supply!: SupplyPort;
  #server: Server;
  #sockets = new Set<Socket>();

  constructor(say: Say) {
    this.say = say;
    this.#server = createServer((socket) => this.#take(socket));
  }

  async open(driver: (typeof SUPPLY_DRIVER_NAMES)[number]): Promise<this> {
    await new Promise<void>((done) => this.#server.listen(0, '127.0.0.1', done));
    const { port } = this.#server.address() as AddressInfo;
    const onSample = (sample: SupplySample | undefined) => this.samples.push(sample);
    this.supply = openSupply(driver, { host: '127.0.0.1', port, onSample });
    open.push(() => {
      this.supply.close();
      for (const socket of this.#sockets) socket.destroy();
      this.#server.close();
    });
    await until(() => this.supply.latest !== undefined);
    return this;
  }

  #take(socket: Socket): void {
    this.#sockets.add(socket);
    let rest = '';
    socket.on('error', () => undefined);
    socket.on('data', (chunk) => {
      const lines = (rest + chunk.toString('latin1')).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) {
        this.lines.push(line);
        const answer = this.say(line, this.device);
        if (answer === 'drop') return socket.destroy();
        if (answer !== undefined && answer !== 'silent')
          setTimeout(() => socket.write(`${answer}\n`), this.delayMs);
      }
    });
  }
}

const code = (result: Awaited<ReturnType<SupplyPort['apply']>>) =>
  result.ok ? 'ok' : result.problem.code;

describe.each(SUPPLY_DRIVER_NAMES)('a supply driven by "%s"', (driver) => {
  const bench = (say: Say = driver === 'scpi-single' ? plain : honest) =>
    new Bench(say).open(driver);

  it('tells who it is and what it measures, and takes what is set', async () => {
    const { supply, device } = await bench();
    expect(supply.idn).toContain('T');
    const set = await supply.apply({ voltageMv: 13_500, limitMa: 2000, on: true });
    expect(set).toMatchObject({ ok: true, value: { on: true, setMv: 13_500, limitMa: 2000 } });
    expect(device.on).toBe(true);
    expect(await supply.apply({ limitMa: 3000 })).toMatchObject({
      value: { setMv: 13_500, limitMa: 3000, on: true }
    });
    expect(await supply.apply({ on: false })).toMatchObject({ value: { on: false } });
    expect(device.on).toBe(false);
  });

  it('goes off before anything is set, and on after everything', async () => {
    const { supply, lines } = await bench();
    const order = async (on: boolean) => {
      lines.length = 0;
      await supply.apply({ voltageMv: 12_000, limitMa: 1000, on });
      const text = lines.join(';');
      return text.indexOf(on ? 'OUTP ON' : 'OUTP OFF') > text.indexOf('VOLT 12');
    };
    expect(await order(true)).toBe(true);
    expect(await order(false)).toBe(false);
  });

  it('says why it refused, and the output stays as it was', async () => {
    const { supply, device } = await bench();
    const refused = await supply.apply({ voltageMv: 99_000 });
    expect(refused).toMatchObject({
      problem: { code: 'supply.command.refused', params: { number: -222 } }
    });
    expect(device.on).toBe(false);
    // what could not be set is not switched on
    for (const wrong of [{ voltageMv: 99_000 }, { limitMa: 99_000 }]) {
      expect(code(await supply.apply({ ...wrong, on: true }))).toBe('supply.command.refused');
      expect(device.on).toBe(false);
    }
    // the error of one change is not told of the next
    expect(code(await supply.apply({ voltageMv: 12_000 }))).toBe('ok');
  });

  it('broken off in any line, it says so and comes back', async () => {
    const b = await bench();
    const usual = b.say;
    for (let at = 0; at < (driver === 'scpi-single' ? 8 : 3); at++) {
      let left = at;
      b.say = (line, device) => (left-- === 0 ? 'drop' : usual(line, device));
      const said = code(await b.supply.apply({ voltageMv: 12_000, limitMa: 1000, on: true }));
      expect(['ok', 'supply.link.absent'], `line ${at}`).toContain(said);
      b.say = usual;
      await until(() => b.supply.latest !== undefined);
    }
    expect(b.samples).toContain(undefined);
  });

  it('what makes no sense, is no reading or is late is no reading', async () => {
    const b = await bench();
    const usual = b.say;
    for (const nonsense of ['', '9.91E37', '1;2', 'on', '1;2;3;4;x', '\u0000']) {
      b.say = (line, device) => (line.includes('MEAS:CURR') ? nonsense : usual(line, device));
      await until(() => b.supply.latest === undefined);
      expect(code(await b.supply.apply({ on: true })), nonsense).toBe('supply.link.absent');
      b.say = usual;
      await until(() => b.supply.latest !== undefined);
    }
    b.say = () => 'silent';
    await until(() => b.supply.latest === undefined);
    b.say = usual;
    await until(() => b.supply.latest !== undefined);
  });

  it('a reading never mixes what was before a change with what is after it', async () => {
    const b = await bench();
    await b.supply.apply({ voltageMv: 10_000, limitMa: 1000, on: true });
    b.samples.length = 0;
    // so slow that readings and changes fall together
    b.delayMs = 30;
    for (let i = 0; i < 20; i++) {
      const high = i % 2 === 0;
      await b.supply.apply({
        voltageMv: high ? 14_000 : 10_000,
        limitMa: high ? 2000 : 1000
      });
    }
    const pairs = new Set(b.samples.map((s) => `${s?.setMv} ${s?.limitMa}`));
    expect([...pairs].sort()).toEqual(['10000 1000', '14000 2000']);
    // what is measured belongs to what is set
    for (const s of b.samples)
      expect(Math.abs((s?.measuredMv ?? 0) - (s?.setMv ?? 0))).toBeLessThan(100);
  });
});

it('a driver that does not exist opens nothing', () => {
  const address = { host: '127.0.0.1', port: 1, onSample: () => undefined };
  for (const name of ['', 'scpi', '__proto__', 'toString'])
    expect(() => openSupply(name as never, address)).toThrow(/no supply driver/);
  expect(() => openBox('scpi-joined' as never, { ...address, onState: () => undefined })).toThrow(
    /no box driver/
  );
});
