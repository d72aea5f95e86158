import { describe, expect, it } from 'vitest';
import { concatBytes, encodeAscii, encodeUintBe, formatHex } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { encodeFaultReport } from '../uds/faults.ts';
import { encodeCodes } from '../obd/services.ts';
import type { DiagnosticLink } from '../port/diagnostic-link.ts';
import type { UnitPlace } from './scan.ts';
import { IDENTIFIERS, readBatteryMv, readSpeedKmh, scanUnit } from './scan-unit.ts';

const place: UnitPlace = {
  id: 'engine',
  name: 'Engine unit',
  kind: 'engine',
  address: 0x1010,
  responseId: undefined,
  optional: false,
  legislated: true
};
type Answer = Result<Uint8Array>;
const negative = fail('uds.answer.negative', {
  service: 'TesterPresent',
  nrc: 'serviceNotSupported',
  nrcNumber: 0x11
});
const timeout = fail('uds.answer.timeout');

/** A unit out of a table: request as hex to answer; everything else is `otherwise`. */
function link(table: Record<string, Answer>, otherwise: Answer = negative) {
  const asked: string[] = [];
  const made: DiagnosticLink = {
    exchange(request) {
      const key = formatHex(request);
      asked.push(key);
      return Promise.resolve(table[key] ?? otherwise);
    }
  };
  return { made, asked };
}
const scan = (l: { made: DiagnosticLink }, at: Partial<UnitPlace> = {}) =>
  scanUnit(l.made, { ...place, ...at }, () => 0);
const did = (id: number, text: string): [string, Answer] => [
  `22${id.toString(16).toUpperCase()}`,
  ok(concatBytes([encodeUintBe(id, 2), encodeAscii(text)]))
];
const present = ok(Uint8Array.of(0));
const FAULTS = '1902AF';

describe('a unit is scanned', () => {
  it('with all it tells: identification without padding, faults without tests that have not run', async () => {
    const report = encodeFaultReport({
      availableMask: 0xff,
      faults: [
        { code: 'P0201', failureType: 0x13, status: 0x2f },
        { code: 'P0202', failureType: 0x13, status: 0x50 }
      ]
    });
    const unit = await scan(
      link({
        '3E00': present,
        ...Object.fromEntries([
          did(0xf190, 'U8HVC3F2401084417'),
          did(0xf188, 'H4C-2207\u0000\u0000')
        ]),
        [FAULTS]: ok(report)
      })
    );
    expect(unit).toMatchObject({
      state: 'talks',
      identification: { vin: 'U8HVC3F2401084417', 'software-number': 'H4C-2207' },
      problem: undefined
    });
    expect(unit.faults.map((f) => f.code)).toEqual(['P0201']);
  });
  it('that refuses everything still talks', async () => {
    expect(await scan(link({}))).toMatchObject({ state: 'talks', faults: [], identification: {} });
  });
  it('that says nothing is silent, and is called twice for that', async () => {
    const silent = link({}, timeout);
    expect(await scan(silent)).toMatchObject({ state: 'silent', problem: 'uds.answer.timeout' });
    expect(silent.asked).toEqual(['3E00', '3E00']);
  });
  it('that misses some answers talks badly, and the scan does not wait for ever', async () => {
    const bad = link({ '3E00': present }, timeout);
    expect(await scan(bad)).toMatchObject({ state: 'badly', problem: 'uds.answer.timeout' });
    expect(bad.asked.length).toBeLessThan(IDENTIFIERS.length + 2);
  });
  it('that the gateway does not know is absent; a lost line says nothing about it', async () => {
    expect(await scan(link({}, fail('doip.unit.unknown')))).toMatchObject({ state: 'absent' });
    expect(await scan(link({}, fail('doip.unit.unreachable')))).toMatchObject({ state: 'silent' });
    for (const code of ['doip.socket.lost', 'doip.stream.broken', 'link.socket.lost'] as const) {
      expect(await scan(link({}, fail(code)))).toMatchObject({ state: 'unasked', problem: code });
    }
  });
  it('whose line is lost on the way keeps what it told, and is not blamed', async () => {
    const lost = link(
      { '3E00': present, ...Object.fromEntries([did(0xf190, 'U8HVC3F2401084417')]) },
      fail('doip.socket.lost')
    );
    expect(await scan(lost)).toMatchObject({
      state: 'unasked',
      identification: { vin: 'U8HVC3F2401084417' },
      problem: 'doip.socket.lost'
    });
  });
  it('that answers for another identifier is not believed', async () => {
    const unit = await scan(
      link({ '3E00': present, '22F190': ok(Uint8Array.of(0xf1, 0x87, 0x41)) })
    );
    expect(unit.identification).toEqual({});
  });
  it('of the legislated kind without the newer services over OBD, each code once', async () => {
    const old = link({
      '3E00': present,
      '03': ok(encodeCodes(['P0733', 'P0606'])),
      '07': ok(encodeCodes(['P0733', 'P0201'])),
      '0A': ok(encodeCodes([])),
      '0902': ok(concatBytes([Uint8Array.of(0x02, 0x01), encodeAscii('U8NMB7D1902200931')]))
    });
    const unit = await scan(old);
    expect(unit.faults.map((f) => `${f.code} ${f.list}`)).toEqual([
      'P0733 stored',
      'P0606 stored',
      'P0201 pending'
    ]);
    expect(unit.identification['vin']).toBe('U8NMB7D1902200931');
    expect((await scan(old, { legislated: false })).faults).toEqual([]);
  });
  it('whose report is broken keeps its name and says so', async () => {
    const unit = await scan(link({ '3E00': present, [FAULTS]: ok(Uint8Array.of(2, 0xff, 1)) }), {
      legislated: false
    });
    expect(unit).toMatchObject({ problem: 'uds.answer.short', faults: [] });
  });
});

it('battery and speed come from the engine unit (SAE J1979 parameters 42 and 0D)', async () => {
  const l = link({
    '0142': ok(Uint8Array.of(0x42, 0x30, 0xd4)),
    '010D': ok(Uint8Array.of(0x0d, 50))
  });
  expect(await readBatteryMv(l.made)).toEqual(ok(12_500));
  expect(await readSpeedKmh(l.made)).toEqual(ok(50));
  expect(await readSpeedKmh(link({}, timeout).made)).toEqual(timeout);
  const strange = link({}, ok(Uint8Array.of(0xfe)));
  expect(await readBatteryMv(strange.made)).toMatchObject({
    problem: { code: 'uds.answer.nonsense' }
  });
});
