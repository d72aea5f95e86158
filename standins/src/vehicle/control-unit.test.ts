import { describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '@badger/core/base/bytes';
import type { UnitPlace } from '@badger/core/scan/scan';
import { ControlUnit, type Behaviour, type ScriptedFault } from './control-unit.ts';

const place: UnitPlace = {
  id: 'engine',
  name: 'Engine unit',
  kind: 'engine',
  address: 0x1010,
  responseId: undefined,
  optional: false,
  legislated: true
};
const faults: readonly ScriptedFault[] = [
  { code: 'P0201', failureType: 0x13, status: 0x2f, returns: true },
  { code: 'P0113', failureType: 0x1c, status: 0x28, returns: false },
  { code: 'U0100', failureType: 0x87, status: 0x24, returns: false }
];
const make = (
  change: { behaviour?: Behaviour; speaksUds?: boolean; legislated?: boolean; rpm?: number } = {}
) =>
  new ControlUnit(
    {
      place: { ...place, legislated: change.legislated ?? true },
      identification: new Map([[0xf190, 'U8HVC3F2401084417']]),
      behaviour: change.behaviour ?? 'sound',
      speaksUds: change.speaksUds ?? true,
      faults
    },
    () => ({ vin: 'U8HVC3F2401084417', batteryMv: 12_500, engineRpm: change.rpm ?? 0, speedKmh: 7 })
  );
const ask = (unit: ControlUnit, hex: string) => {
  const { payload } = unit.handle(parseHex(hex) as Uint8Array);
  return payload ? formatHex(payload) : 'silence';
};

describe('a control unit in a vehicle (ISO 14229-1 and SAE J1979, from memory)', () => {
  it('identifies itself and refuses what it does not know, with the number for it', () => {
    const unit = make();
    expect(ask(unit, '22F190')).toBe('62F1905538485643334632343031303834343137');
    expect(ask(unit, '22F186')).toBe('62F18601');
    expect(ask(unit, '1003')).toBe('5003003201F4');
    expect(ask(unit, '22F186')).toBe('62F18603');
    expect(ask(unit, '1101')).toBe('5101');
    expect(ask(unit, '22F186')).toBe('62F18601');
    expect(ask(unit, '22FFFF')).toBe('7F2231');
    expect(ask(unit, '22F1')).toBe('7F2213');
    expect(ask(unit, '1007')).toBe('7F1012');
    expect(ask(unit, '3101')).toBe('7F3111');
    expect(ask(unit, '3E80')).toBe('silence');
    expect(ask(unit, '')).toBe('silence');
  });
  it('reports the faults that the mask asks for, and clears what is not real', () => {
    const unit = make();
    expect(ask(unit, '1902AF')).toBe('5902FF0201132F01131C28C1008724');
    expect(ask(unit, '190201')).toBe('5902FF0201132F');
    expect(ask(unit, '1906')).toBe('7F1912');
    expect(ask(unit, '14FFFFFF')).toBe('54');
    expect(ask(unit, '1902AF')).toBe('5902FF0201132F');
    expect(ask(make({ rpm: 800 }), '14FFFFFF')).toBe('7F1422');
    expect(ask(unit, '14FF')).toBe('7F1413');
  });
  it('answers the legislated services where it is legislated', () => {
    const unit = make();
    expect(ask(unit, '03')).toBe('430202010113');
    expect(ask(unit, '07')).toBe('47010201');
    expect(ask(unit, '0A')).toBe('4A010201');
    expect(ask(unit, '0142')).toBe('414230D4');
    expect(ask(unit, '010D')).toBe('410D07');
    expect(ask(unit, '01FE')).toBe('silence');
    expect(ask(unit, '0902')).toBe('4902015538485643334632343031303834343137');
    expect(ask(make({ legislated: false }), '03')).toBe('silence');
  });
  it('of an older vehicle knows the legislated services only', () => {
    const old = make({ speaksUds: false });
    expect(ask(old, '22F190')).toBe('7F2211');
    expect(ask(old, '03')).toBe('430202010113');
    expect(ask(old, '3E00')).toBe('7E00');
  });
  it('that is silent says nothing; that talks badly leaves every third request', () => {
    expect(ask(make({ behaviour: 'silent' }), '3E00')).toBe('silence');
    const bad = make({ behaviour: 'flaky' });
    const said = Array.from({ length: 9 }, () => ask(bad, '3E00'));
    expect(said.filter((s) => s === 'silence')).toHaveLength(3);
  });
});
