import { describe, expect, it } from 'vitest';
import type { TraceLine } from '$lib/trace-types.ts';
import { matching, messagesCsv } from './messages.view.ts';
import { rowWords } from './trace.view.ts';

const LINES: readonly TraceLine[] = [
  { atMs: 0, direction: 'note', service: '', hex: '', detail: 'programmer Saltmarsh port' },
  { atMs: 5, direction: 'request', service: 'security access', hex: '2701', detail: '' },
  {
    atMs: 9,
    direction: 'answer',
    service: 'security access',
    hex: '7f2733',
    detail: 'securityAccessDenied'
  },
  { atMs: 12, direction: 'request', service: 'read', hex: '', detail: 'at 0x0800, 2048 bytes' },
  {
    atMs: 15,
    direction: 'answer',
    service: 'upload',
    hex: `${'36'.repeat(24)}… (4093 bytes)`,
    detail: ''
  }
];
const numbers = (text: string, refusals = false) =>
  matching(LINES, text, refusals).map((r) => r.no);

describe('messages of an operation', () => {
  it('are filtered by words, bytes and refusals, and keep their numbers', () => {
    expect(numbers('')).toEqual([1, 2, 3, 4, 5]);
    expect(numbers('Security')).toEqual([2, 3]);
    expect(numbers('27 33')).toEqual([3]);
    expect(numbers('0x0800')).toEqual([4]);
    expect(numbers('', true)).toEqual([3]);
    expect(numbers('nowhere')).toEqual([]);
  });
  it('say what they are', () => {
    expect(matching(LINES, '', false).map(rowWords)).toEqual([
      'programmer Saltmarsh port',
      '→ security access',
      '← security access · securityAccessDenied',
      '→ read · at 0x0800, 2048 bytes',
      '← upload'
    ]);
    expect(matching(LINES, '', false)[4]?.data).toMatch(/^36 36 .* 36 … \(4093 bytes\)$/);
  });
  it('go out as CSV', () => {
    expect(messagesCsv(matching(LINES, '0x0800', false))).toBe(
      'no,seconds,direction,service,detail,bytes\r\n4,0.012,sent,read,"at 0x0800, 2048 bytes",\r\n'
    );
  });
});
