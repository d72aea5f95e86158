import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { findTrace } from '../app/src/lib/server/repositories/operations.ts';
import type { TraceLine } from '../app/src/lib/trace-types.ts';
import { NEGATIVE_CODES, SERVICE_NAMES } from '@badger/core/uds/services';
import { python, tsharkFields } from './support/outside.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';

/** Frames that the application really sent, decoded by Debian's tshark; the supply spoken to by Debian's pyvisa. */
describe('outside decoders agree', () => {
  let shop: Shop;
  let bench: Person;
  const folder = mkdtempSync(join(tmpdir(), 'badger-oracle-'));

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
  });
  afterAll(async () => {
    rmSync(folder, { recursive: true });
    await shop.close();
  });

  interface Decoded {
    sid: number;
    reply: boolean;
    did: string;
    nrc: number | undefined;
  }

  /** UDS messages in a candump log as tshark 4 sees them. A negative response has its service in `uds.err.sid`. */
  function tshark(log: string): Decoded[] {
    const file = join(folder, 'frames.log');
    writeFileSync(file, log);
    const rows = tsharkFields(file, {
      filter: 'uds',
      decodeAs: ['can.subdissector,iso15765', 'iso15765.subdissector,uds'],
      fields: ['uds.sid', 'uds.reply', 'uds.rdbi.data_identifier', 'uds.err.sid', 'uds.err.code'],
      home: folder
    });
    return rows.map(([sid = '', reply = '', did = '', errSid = '', errCode = '']) => {
      const negative = errCode !== '';
      return {
        sid: Number(negative ? errSid : sid),
        reply: negative || reply === '1' || reply === 'True' || reply === '0x01',
        did: did.replace('0x', '').toUpperCase(),
        nrc: negative ? Number(errCode) : undefined
      };
    });
  }

  const sidOf = (line: TraceLine) =>
    Number(Object.entries(SERVICE_NAMES).find(([, name]) => name === line.service)?.[0]);
  const nrcOf = (line: TraceLine) => {
    const entry = Object.entries(NEGATIVE_CODES).find(([, name]) => name === line.detail);
    return entry && Number(entry[0]);
  };

  async function traceOf(operationId: string | undefined) {
    const trace = await findTrace(shop.root.deps.db, operationId ?? '');
    if (!trace) throw new Error('no trace');
    expect(trace.framesKept).toBe(trace.framesTotal);
    return trace;
  }

  /** Service ids, directions, identifiers and negative codes, message by message. */
  function expectSame(lines: readonly TraceLine[], decoded: readonly Decoded[]) {
    const ours = lines
      .filter((l) => l.direction !== 'note')
      .map((l) => ({
        sid: sidOf(l),
        reply: l.direction === 'answer',
        did: /^(?:22|62)([0-9A-F]{4})/.exec(l.hex)?.[1] ?? '',
        nrc: nrcOf(l)
      }));
    expect(decoded).toEqual(ours);
  }

  const JOB = { jobNumber: 2031, stationId: 'window' } as const;

  it('tshark: identification', async () => {
    await powerUp(shop, 'window', '0417');
    const { operation } = await runToEnd(shop, bench, {
      kind: 'identify',
      role: 'original',
      ...JOB
    });
    const trace = await traceOf(operation?.id);
    const decoded = tshark(trace.candump);
    expectSame(trace.lines, decoded);
    expect(decoded.filter((d) => d.did === 'F190')).toHaveLength(2);
  });

  it('tshark: a whole read of data flash, session, security, upload, every block, exit', async () => {
    const { operation } = await runToEnd(shop, bench, {
      kind: 'read',
      role: 'original',
      regionId: 'data-flash',
      ...JOB
    });
    const trace = await traceOf(operation?.id);
    const decoded = tshark(trace.candump);
    expectSame(trace.lines, decoded);
    const services = decoded.filter((d) => !d.reply).map((d) => d.sid);
    // 65536 bytes in blocks of 4093 are 17 transfers
    expect(services).toEqual([0x22, 0x10, 0x27, 0x27, 0x35, ...Array<number>(17).fill(0x36), 0x37]);
  });

  it('tshark: negative responses, the pending one of a slow unit included', async () => {
    await powerUp(shop, 'window', '0417', { padHeld: false });
    await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
    const refused = await runToEnd(shop, bench, {
      kind: 'read',
      role: 'original',
      regionId: 'data-flash',
      ...JOB
    });
    const trace = await traceOf(refused.operation?.id);
    const decoded = tshark(trace.candump);
    expectSame(trace.lines, decoded);
    expect(decoded.at(-1)).toMatchObject({ sid: 0x10, nrc: 0x22 });

    shop.world.speed = 20;
    await powerUp(shop, 'window', '0417');
    await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
    const slow = await runToEnd(shop, bench, {
      kind: 'read',
      role: 'original',
      regionId: 'data-flash',
      ...JOB
    });
    shop.world.speed = 0;
    const slowTrace = await traceOf(slow.operation?.id);
    const slowDecoded = tshark(slowTrace.candump);
    expectSame(slowTrace.lines, slowDecoded);
    expect(slowDecoded.filter((d) => d.nrc === 0x78).length).toBeGreaterThan(10);
  });

  it('pyvisa-py drives the supply (IEEE 488.2 and SCPI)', async () => {
    const port = shop.world.stations[1]?.supplyPort ?? 0;
    const script = `
import pyvisa
s = pyvisa.ResourceManager('@py').open_resource('TCPIP::127.0.0.1::${port}::SOCKET', read_termination='\\n', write_termination='\\n')
print(s.query('*IDN?'))
s.write('*RST'); s.write('*CLS')
s.write('VOLT 13.5'); s.write('CURR 2'); s.write('OUTP ON')
print(s.query('VOLT?'), s.query('CURR?'), s.query('OUTP?'))
print(s.query('MEAS:VOLT?'), s.query('MEAS:CURR?'))
s.write('FOO:BAR 1'); print(s.query('SYST:ERR?'))
s.write('VOLT 99'); print(s.query('SYST:ERR?'))
s.write('VOLT'); print(s.query('SYST:ERR?'))
print(s.query('SYST:ERR?'), s.query('*ESR?'), s.query('*ESR?'))
s.write('OUTP OFF'); print(s.query('OUTP?;*OPC?'))
`;
    const lines = (await python(script)).trim().split('\n');
    expect(lines[0]?.split(',')).toHaveLength(4);
    expect(lines[1]).toBe('13.500 2.000 1');
    expect(Number(lines[2]?.split(' ')[0])).toBeCloseTo(13.5, 1);
    expect(lines.slice(3)).toEqual([
      '-113,"Undefined header"',
      '-222,"Data out of range"',
      '-109,"Missing parameter"',
      '0,"No error" 48 0',
      '0;1'
    ]);
  });

  it('the box speaks to a plain socket as the dialect wants it', async () => {
    const port = shop.world.stations[1]?.boxPort ?? 0;
    const socket = connect(port, '127.0.0.1');
    // the application holds the box of this station: a second one is told no
    const first = await new Promise<string>((r) =>
      socket.once('data', (d) => r(d.toString('latin1')))
    );
    expect(first).toBe('\x07');
    socket.destroy();
  });
});
