import { describe, expect, it } from 'vitest';
import vectors from '../vectors/scpi.json' with { type: 'json' };
import { encodeSupplySettings, parseScpiError, parseSupplyPoll } from '../supply/scpi-client.ts';
import { esrBitOf, formatScpiError } from './errors.ts';
import { parseScpiBoolean, parseScpiLine, parseScpiNumber } from './message.ts';

const headers = (line: string) => parseScpiLine(line).map((u) => u.header + (u.query ? '?' : ''));

describe('SCPI messages', () => {
  it('knows long and short forms, optional nodes and any case', () => {
    for (const line of [
      'VOLT?',
      'volt?',
      'SOURCE:VOLTAGE:LEVEL:IMMEDIATE:AMPLITUDE?',
      ':SOUR:VOLT?'
    ]) {
      expect(headers(line)).toEqual(['VOLT?']);
    }
    expect(headers('MEASURE:SCALAR:VOLTAGE:DC?')).toEqual(['MEAS:VOLT?']);
    expect(headers('SYSTEM:ERROR:NEXT?')).toEqual(['SYST:ERR?']);
  });
  it('continues the branch behind a semicolon, leaves it at a colon, and not at a star', () => {
    expect(headers('MEAS:VOLT?;CURR?')).toEqual(['MEAS:VOLT?', 'MEAS:CURR?']);
    expect(headers('MEAS:VOLT?;:CURR?')).toEqual(['MEAS:VOLT?', 'CURR?']);
    expect(headers('MEAS:VOLT?;*OPC?;CURR?')).toEqual(['MEAS:VOLT?', '*OPC?', 'MEAS:CURR?']);
  });
  it('splits parameters', () => {
    expect(parseScpiLine('VOLT  13.5 , 2')[0]?.parameters).toEqual(['13.5', '2']);
    expect(parseScpiLine(' ; ')).toEqual([]);
  });
  it('reads numbers with suffixes and names the error that others deserve', () => {
    expect(parseScpiNumber('13.5', 'V')).toEqual({ value: 13.5 });
    expect(parseScpiNumber('1.35E1', 'V')).toEqual({ value: 13.5 });
    expect(parseScpiNumber('13500 mV', 'V')).toEqual({ value: 13.5 });
    expect(parseScpiNumber('2A', 'V')).toEqual({ error: -131 });
    expect(parseScpiNumber('lots', 'V')).toEqual({ error: -104 });
    expect([parseScpiBoolean('on'), parseScpiBoolean('0'), parseScpiBoolean('x')]).toEqual([
      true,
      false,
      undefined
    ]);
  });
  it('error texts and status bits as SCPI-1999 and IEEE 488.2 have them (from memory)', () => {
    for (const { input, expected } of vectors) {
      const { text, esr_value } = expected as { text: string; esr_value: number };
      const number = input.error;
      expect(formatScpiError(number)).toBe(`${number},"${text}"`);
      expect(esrBitOf(number)).toBe(esr_value);
    }
  });
});

describe('the supply client', () => {
  it('reads a poll and refuses a torn one', () => {
    expect(parseSupplyPoll('13.418;0.382;1;13.500;5.000'.split(';'))).toEqual({
      measuredMv: 13418,
      measuredMa: 382,
      on: true,
      setMv: 13500,
      limitMa: 5000
    });
    for (const bad of ['', '1;2;3;4', '1;2;3;4;x', '1;2;3;4;', '0x10;1;1;1;1', '1;2;3;4;Infinity'])
      expect(parseSupplyPoll(bad.split(';'))).toBeUndefined();
  });
  it('takes "not a number" and "infinity" of an instrument for no reading, in every place', () => {
    for (const none of ['9.91E37', '9.91E+37', '9.9E37', '-9.9E+37', '+9.91e37'])
      for (let place = 0; place < 5; place++) {
        const parts = ['13.418', '0.382', '1', '13.500', '5.000'].with(place, none);
        expect(parseSupplyPoll(parts), `${none} at ${place}`).toBeUndefined();
      }
  });
  it('reads the error queue, with or without a sign', () => {
    expect(parseScpiError('+0,"No error"')).toEqual({ number: 0, text: 'No error' });
    expect(parseScpiError('-222,"Data out of range"')?.number).toBe(-222);
    expect(parseScpiError('nonsense')).toBeUndefined();
  });
  it('writes volts and amps from milli-units', () => {
    expect(encodeSupplySettings(13500, 5000)).toEqual(['VOLT 13.500', 'CURR 5.000']);
  });
});
