import { expect, it } from 'vitest';
import {
  formatAddress,
  formatChipId,
  formatCount,
  formatDuration,
  formatRate,
  formatSize,
  formatVolts,
  inSentence
} from './format.ts';

const plain = (text: string) => text.replaceAll('\u00a0', ' ');

it('groups digits, keeps sizes exact and binary', () => {
  expect(plain(formatCount(2097152))).toBe('2 097 152');
  expect(formatCount(0)).toBe('0');
  expect(formatSize(2097152)).toBe('2 MiB');
  expect(formatSize(65536)).toBe('64 KiB');
  expect(formatSize(512)).toBe('512 bytes');
  expect(formatSize(1)).toBe('1 byte');
  expect(plain(formatSize(1_048_577))).toBe('1 048 577 bytes');
});
it('shows addresses up to the end of 32 bits', () => {
  expect(formatAddress(0)).toBe('0x0000_0000');
  expect(formatAddress(0x1f000)).toBe('0x0001_F000');
  expect(formatAddress(0x80000000)).toBe('0x8000_0000');
  expect(formatAddress(0xffffffff)).toBe('0xFFFF_FFFF');
  expect(formatAddress(2 ** 32)).toBe('0x10000_0000');
});
it('shows volts, rates, times and chip ids with their units', () => {
  expect(formatVolts(13420)).toBe('13.42');
  expect(formatRate(4900)).toBe('4.9 kB/s');
  expect(formatRate(999)).toBe('999 B/s');
  expect(formatDuration(89.2)).toBe('90 s');
  expect(formatDuration(90)).toBe('2 min');
  expect(formatDuration(7200)).toBe('2.0 h');
  expect(formatDuration(-1)).toBe('0 s');
  expect(formatChipId('5C1A09E2')).toBe('5C1A 09E2');
});
it('a name inside a sentence keeps its abbreviation', () => {
  expect(['Data flash', 'SPI EEPROM', 'EEPROM', 'Memory', 'X', ''].map(inSentence)).toEqual([
    ...['data flash', 'SPI EEPROM', 'EEPROM', 'memory', 'x', '']
  ]);
});
