import { expect, it } from 'vitest';
import { ok } from '../../base/result.ts';
import type { DiagnosticLink } from '../../port/diagnostic-link.ts';
import {
  encodeEraseOptions,
  encodeHardReset,
  encodeReadDid,
  encodeRequestDownload,
  encodeRequestSeed,
  encodeRequestUpload,
  encodeSession,
  encodeStartRoutine,
  encodeTransferData,
  encodeTransferExit
} from '../../uds/codec.ts';
import { mayChangeMemory, watchChanges } from './memory-changes.ts';

const range = { start: 0, end: 16 };

it('erasing, asking to download, and every block that carries data may change memory', () => {
  for (const request of [
    encodeStartRoutine(0xff00, encodeEraseOptions(range)),
    encodeRequestDownload(range),
    encodeTransferData(1, Uint8Array.of(0))
  ])
    expect(mayChangeMemory(request)).toBe(true);
});
it('reading does not', () => {
  for (const request of [
    encodeSession(2),
    encodeReadDid(0xf190),
    encodeRequestSeed(1),
    encodeRequestUpload(range),
    encodeTransferData(1),
    encodeTransferExit(),
    encodeHardReset(),
    Uint8Array.of(0x3e, 0)
  ])
    expect(mayChangeMemory(request)).toBe(false);
  expect(mayChangeMemory(new Uint8Array(0))).toBe(false);
});
it('whatever is not known does: every other service number', () => {
  const harmless = Array.from({ length: 256 }, (_, sid) => sid).filter(
    (sid) => !mayChangeMemory(Uint8Array.of(sid, 0, 0))
  );
  // 36 with a byte behind the counter is a block that is written
  expect(harmless).toEqual([
    ...[0x01, 0x02, 0x03, 0x06, 0x07, 0x09, 0x0a],
    ...[0x10, 0x11, 0x19, 0x22, 0x27, 0x35, 0x37, 0x3e]
  ]);
});
it('is told before the request goes out, even if it never arrives', async () => {
  const seen: string[] = [];
  const link: DiagnosticLink = {
    exchange: () => {
      seen.push('sent');
      return Promise.resolve(ok(new Uint8Array(0)));
    }
  };
  const watched = watchChanges(link, () => seen.push('may change'));
  await watched.exchange(encodeReadDid(1));
  await watched.exchange(encodeRequestDownload(range));
  expect(seen).toEqual(['sent', 'may change', 'sent']);
});
