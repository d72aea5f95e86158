import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DOIP } from '@badger/core/doip/codec';
import { formatFault } from '@badger/core/faults/fault';
import { formatCode } from '@badger/core/faults/trouble-code';
import { encodeCodes } from '@badger/core/obd/services';
import { IDENTIFIERS } from '@badger/core/scan/scan-unit';
import type { ScannedUnit } from '@badger/core/scan/scan';
import { python, tsharkFields } from './support/outside.ts';
import { makeShop, plugIn, scanToEnd } from './support/shop.ts';

const hex = (bytes: Uint8Array) => Buffer.from(bytes).toString('hex');

/** What application and vehicle really said, tapped on loopback and decoded by Debian's tshark and scapy. */
describe('outside decoders agree about the vehicle', () => {
  let shop: Awaited<ReturnType<typeof makeShop>>;
  const folder = mkdtempSync(join(tmpdir(), 'badger-vehicle-'));
  const capture = join(folder, 'scan.pcap');
  let units: readonly ScannedUnit[] = [];

  beforeAll(async () => {
    shop = await makeShop({ tapped: true });
    await plugIn(shop, 'van-12');
    const bench = await shop.person('bench');
    const { scan } = await scanToEnd(shop, bench, { jobNumber: 2031 });
    units = scan?.units ?? [];
    writeFileSync(capture, shop.tap?.pcap() ?? '');
  });
  afterAll(async () => {
    rmSync(folder, { recursive: true });
    await shop.close();
  });
  const fields = (filter: string, ...names: string[]) =>
    tsharkFields(capture, { filter, fields: names, home: folder });

  it('tshark: payload types, announcement with the VIN, routing activation', () => {
    const types = new Set(fields('doip', 'doip.type').flatMap((r) => (r[0] ?? '').split(',')));
    const wanted = [
      DOIP.identificationRequest,
      DOIP.announcement,
      DOIP.powerModeRequest,
      DOIP.powerModeResponse,
      DOIP.routingRequest,
      DOIP.routingResponse,
      DOIP.diagnostic,
      DOIP.diagnosticAck
    ];
    for (const type of wanted) {
      expect([...types].map(Number), type.toString(16)).toContain(type);
    }
    expect(fields('doip.type == 0x0004', 'doip.vin', 'doip.logical_address')).toEqual([
      ['U8HVC3F2401084417', '0x1000']
    ]);
    expect(fields('doip.activation_type', 'doip.activation_type', 'doip.source_address')).toEqual([
      ['0x00', '0x0e00']
    ]);
    expect(fields('doip.response_code', 'doip.response_code')).toEqual([['0x10']]);
    expect(fields('_ws.malformed', 'frame.number')).toEqual([]);
  });

  it('tshark: service ids, identifiers and refusals of every unit, asked and answered', () => {
    const rows = fields(
      'uds',
      ...['uds.sid', 'uds.reply', 'uds.rdbi.data_identifier', 'uds.err.sid', 'uds.err.code']
    );
    // several messages may share a packet: tshark then lists them with commas
    const list = (i: number) =>
      rows.flatMap((r) => (r[i] ?? '').split(',').filter((v) => v !== ''));
    const dids = new Set(list(2).map((d) => Number(d)));
    expect([...dids].sort()).toEqual(IDENTIFIERS.map((d) => d.did).sort());
    const talking = units.filter((u) => u.state === 'talks').length;
    expect(talking).toBeGreaterThanOrEqual(12);
    const asked = (sid: number) => list(0).filter((s) => Number(s) === sid).length;
    // every unit is asked twice over: by us, and heard back in its answer
    expect(asked(0x19)).toBeGreaterThanOrEqual(2 * talking);
    expect(asked(0x3e)).toBeGreaterThanOrEqual(2 * talking);
    for (const code of list(4)) expect([0x11, 0x12, 0x31, 0x78]).toContain(Number(code));
    const addresses = new Set(
      fields('doip.type == 0x8001', 'doip.target_address').flatMap((r) => (r[0] ?? '').split(','))
    );
    for (const unit of units.filter((u) => u.state === 'talks')) {
      expect([...addresses].map(Number)).toContain(unit.address);
    }
  });

  it('tshark: the bytes of the fault reports hold the faults that were kept', () => {
    const records = fields('uds.rdtci.record', 'uds.rdtci.record').flatMap((r) =>
      (r[0] ?? '').replaceAll(':', '').split(',')
    );
    const all = records.join(' ');
    const kept = units.flatMap((u) => u.faults);
    expect(kept.length).toBeGreaterThan(3);
    for (const fault of kept) {
      const value = hex(encodeCodes([fault.code])).slice(2);
      const type = (fault.failureType ?? 0).toString(16).padStart(2, '0');
      const status = (fault.status ?? 0).toString(16).padStart(2, '0');
      expect(all, formatFault(fault)).toContain(`${value}${type}${status}`);
    }
  });

  it('scapy: all 65 536 two-byte codes', async () => {
    const answers = [];
    for (let value = 0; value < 65_536; value += 128) {
      const codes = Array.from({ length: 128 }, (_, i) => formatCode(value + i));
      answers.push(`43${hex(encodeCodes(codes))}`);
    }
    const script = `
import sys
from scapy.contrib.automotive.obd.obd import OBD
for line in sys.stdin:
    p = OBD(bytes.fromhex(line.strip()))
    print(' '.join('%s%x%X%X%X' % ({'Powertrain':'P','Chassis':'C','Body':'B','Network':'U'}[d.sprintf('%location%')], d.code1, d.code2, d.code3, d.code4) for d in p.dtcs))
`;
    const out = (await python(script, answers.join('\n'))).trim().split(/\s+/);
    expect(out).toHaveLength(65_536);
    const wrong = out.findIndex((text, value) => text !== formatCode(value));
    expect(wrong, out[wrong]).toBe(-1);
  });

  it('scapy: the DoIP messages of the tap, type by type', async () => {
    const script = `
import sys
from scapy.contrib.automotive.doip import DoIP
from scapy.utils import rdpcap
from collections import Counter
count = Counter()
for packet in rdpcap('${capture}'):
    raw = packet.original
    data = raw[28:] if raw[9] == 17 else raw[40:]
    while len(data) >= 8:
        length = int.from_bytes(data[4:8], 'big')
        p = DoIP(data[:8 + length])
        assert p.protocol_version == 2 and p.inverse_version == 0xfd
        count[p.payload_type] += 1
        data = data[8 + length:]
    assert not data
for k, v in sorted(count.items()): print(k, v)
`;
    const counted = new Map(
      (await python(script))
        .trim()
        .split('\n')
        .map((l) => l.split(' ').map(Number) as [number, number])
    );
    expect(counted.get(DOIP.routingRequest)).toBe(1);
    expect(counted.get(DOIP.announcement)).toBe(1);
    const types = fields('doip', 'doip.type').flatMap((r) => (r[0] ?? '').split(',').map(Number));
    const tshark = new Map<number, number>();
    for (const type of types) tshark.set(type, (tshark.get(type) ?? 0) + 1);
    expect(new Map([...tshark].sort(([a], [b]) => a - b))).toEqual(counted);
  });
});
