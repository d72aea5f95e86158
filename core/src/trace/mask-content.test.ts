import { describe, expect, it } from 'vitest';
import type { CanFrame } from '../can/frame.ts';
import { ContentMask } from './mask-content.ts';

const frame = (id: number, hex: string): CanFrame => ({
  ...{ id, extended: false },
  data: new Uint8Array(Buffer.from(hex, 'hex'))
});
const went = (mask: ContentMask, id: number, ...hex: string[]) =>
  hex.map((h) => Buffer.from(mask.take(frame(id, h)).data).toString('hex'));

// control information as in ISO 15765-2, services as in ISO 14229-1
describe('content of memories in frames', () => {
  it('of a long transfer becomes zeros; lengths, service, counter and the sequence stay', () => {
    expect(
      went(new ContentMask(), 0x7e8, '101276010a0b0c0d', '210e0f1011121314', '2215161718aaaaaa')
    ).toEqual(['1012760100000000', '2100000000000000', '2200000000000000']);
  });
  it('of a short one too, and of reading and writing by address', () => {
    const mask = new ContentMask();
    expect(went(mask, 0x7e0, '0436010a0baaaaaa')).toEqual(['0436010000000000']);
    expect(went(mask, 0x7e8, '03630a0baaaaaaaa')).toEqual(['0363000000000000']);
    expect(went(mask, 0x7e0, '073d120a0b0c0d0e')).toEqual(['073d000000000000']);
  });
  it('nothing else is touched: identification, flow control, refusals, another sender', () => {
    const mask = new ContentMask();
    const same = ['101462f190553848', '2156433346323430', '30000000aaaaaaaa', '037f3633aaaaaaaa'];
    expect(went(mask, 0x7e8, ...same)).toEqual(same);
    went(mask, 0x7e8, '101276010a0b0c0d');
    const other = ['101462f190553848', '2156433346323430'];
    expect(went(mask, 0x7e0, ...other)).toEqual(other);
    expect(went(mask, 0x7e8, '210e0f1011121314')).toEqual(['2100000000000000']);
  });
  it('a consecutive frame of which nobody saw the first counts as content', () => {
    expect(went(new ContentMask(), 0x7e8, '2156433346323430')).toEqual(['2100000000000000']);
  });
  it('leaves the frame that went as it is', () => {
    const sent = frame(0x7e8, '0436010a0baaaaaa');
    new ContentMask().take(sent);
    expect(sent.data[3]).toBe(0x0a);
  });
});
