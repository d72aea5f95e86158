import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { describeSpi, tellsOfChip } from './describe-spi.ts';

const words = (addressBytes: 1 | 2 | 3, send: readonly number[], receive = 0) => {
  const { service, about } = describeSpi({ addressBytes }, Uint8Array.from(send), receive);
  return about === '' ? service : `${service} ${about}`;
};

describe('SPI operations in words', () => {
  it.each([
    [2, [0x03, 0x08, 0x00], 2048, 'read at 0x0800, 2048 bytes'],
    [3, [0x03, 0x01, 0x02, 0x03], 16, 'read at 0x010203, 16 bytes'],
    [1, [0x0b, 0x10], 4, 'read at 0x110, 4 bytes'],
    [1, [0x03, 0x10], 4, 'read at 0x10, 4 bytes'],
    [1, [0x0a, 0x00, 1, 2], 0, 'write at 0x100, 2 bytes'],
    [2, [0x02, 0x00, 0x20, 9, 9, 9], 0, 'write at 0x0020, 3 bytes'],
    [3, [0x20, 0x00, 0x10, 0x00], 0, 'erase 4 KiB at 0x001000'],
    [3, [0xc7], 0, 'erase all'],
    [2, [0x05], 1, 'read status'],
    [2, [0x06], 0, 'write enable'],
    [3, [0x9f], 3, 'read identification 3 bytes'],
    [3, [0xab], 0, '0xAB'],
    [3, [0x0b, 0, 0, 0], 4, '0x0B 4 bytes'],
    [3, [0x03, 0x01], 4, 'read 4 bytes'],
    [3, [], 0, 'nothing']
  ] as const)('%i address bytes, %j', (addressBytes, send, receive, said) => {
    expect(words(addressBytes, send, receive)).toBe(said);
  });

  it('says nothing of what is written, whatever it is', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 6, maxLength: 20 }), (data) => {
        const send = [0x02, 0x00, 0x20, ...data];
        expect(words(2, send)).toBe(`write at 0x0020, ${data.length} bytes`);
        expect(tellsOfChip(Uint8Array.from(send))).toBe(false);
      })
    );
  });
});
