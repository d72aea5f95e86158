import { describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '@badger/core/base/bytes';
import type { ChipKind } from '@badger/core/spi/commands';
import { SpiChip } from './spi-chip.ts';

const EEPROM: ChipKind = {
  ...{ lengthBytes: 4096, addressBytes: 2, pageBytes: 32 },
  ...{ eraseBytes: undefined, clockHz: 1_000_000 }
};
const SMALL: ChipKind = { ...EEPROM, lengthBytes: 512, addressBytes: 1, pageBytes: 16 };
const FLASH: ChipKind = {
  ...{ lengthBytes: 131_072, addressBytes: 3, pageBytes: 256 },
  ...{ eraseBytes: 4096, clockHz: 1_000_000 }
};

function make(kind: ChipKind, fill = 0xff) {
  let nowMs = 1000;
  const memory = new Uint8Array(kind.lengthBytes).fill(fill);
  const chip = new SpiChip({ kind, memory, nowMs: () => nowMs });
  const tell = (hex: string, receive = 0) =>
    formatHex(chip.transfer(parseHex(hex) as Uint8Array, receive));
  return { chip, memory, tell, wait: (ms: number) => (nowMs += ms) };
}

describe('a simulated SPI memory', () => {
  it('writes only with the latch, which falls after each write', () => {
    const { tell, wait } = make(EEPROM);
    tell('020000AA');
    expect(tell('030000', 1)).toBe('FF');
    tell('06');
    expect(tell('05', 1)).toBe('02');
    tell('020000AA');
    expect(tell('05', 1)).toBe('01');
    // busy: deaf to everything but the status question
    expect(tell('030000', 1)).toBe('FF');
    wait(6);
    expect(tell('05', 1)).toBe('00');
    expect(tell('030000', 1)).toBe('AA');
    tell('06');
    tell('04');
    expect(tell('05', 1)).toBe('00');
  });
  it('wraps to the start of the page, and to the start of the chip when it is read past its end', () => {
    const { tell, wait } = make(EEPROM, 0);
    tell('06');
    tell('02001E0102030405');
    wait(6);
    expect(tell('03001E', 4)).toBe('01020000');
    expect(tell('030000', 4)).toBe('03040500');
    tell('06');
    tell('020FFF77');
    wait(6);
    expect(tell('030FFF', 2)).toBe('7703');
  });
  it('with nine address bits carries the ninth in the command', () => {
    const { tell, wait, memory } = make(SMALL);
    tell('06');
    tell('0A1055');
    wait(6);
    expect(memory[0x110]).toBe(0x55);
    expect(tell('0310', 1)).toBe('FF');
    expect(tell('0B10', 1)).toBe('55');
  });
  it('as flash clears bits only, and erases whole blocks', () => {
    const { tell, wait, memory } = make(FLASH, 0x0f);
    tell('06');
    tell('02000000F3');
    wait(2);
    expect(memory[0]).toBe(0x03);
    tell('06');
    tell('20000123');
    wait(100);
    expect([memory[0], memory[4095], memory[4096]]).toEqual([0xff, 0xff, 0x0f]);
    tell('06');
    tell('D8010000');
    wait(1000);
    expect([memory[65_535], memory[65_536], memory[131_071]]).toEqual([0x0f, 0xff, 0xff]);
  });
  it('protected, acknowledges and stays as it is', () => {
    const { tell, wait, chip } = make(EEPROM);
    chip.protection = 0x0c;
    tell('06');
    tell('02000011');
    expect(tell('05', 1)).toBe('0D');
    wait(6);
    expect(tell('030000', 1)).toBe('FF');
    expect(tell('05', 1)).toBe('0C');
    tell('06');
    tell('0100');
    expect(tell('05', 1)).toBe('00');
  });
  it('an EEPROM knows no erase and no identification', () => {
    const { tell } = make(EEPROM, 0x42);
    tell('06');
    tell('C7');
    expect(tell('030000', 1)).toBe('42');
    expect(tell('9F', 3)).toBe('FFFFFF');
    expect(tell('5A00000000', 4)).toBe('FFFFFFFF');
  });
  it('takes what makes no sense', () => {
    const { tell } = make(EEPROM, 0x42);
    for (const hex of ['', '03', '0300', '02', '0200', 'FF', '0B0000']) {
      tell('06');
      expect(tell(hex, 1)).toMatch(/^(FF|42)$/);
    }
    expect(tell('030000', 2)).toBe('4242');
  });
});
