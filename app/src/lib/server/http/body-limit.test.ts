import { describe, expect, it } from 'vitest';
import { checkBody, ORDINARY_BODY_BYTES } from './body-limit.ts';

const asked = (path: string, bytes: number) =>
  checkBody({ method: 'POST', headers: new Headers({ 'content-length': String(bytes) }) }, path);

describe('what an act may send', () => {
  it('a signature fits wherever somebody signs', () => {
    for (const path of ['authority', 'return', 'safe/handovers'])
      expect(asked(`/api/jobs/2031/${path}`, 500_000), path).toMatchObject({ ok: true });
  });
  it('nothing larger than words does elsewhere', () => {
    for (const path of ['/api/jobs/2031/close', '/api/jobs/2031/return/teach', '/fit/a/b'])
      expect(asked(path, ORDINARY_BODY_BYTES + 1)).toMatchObject({
        problem: { code: 'request.body.long' }
      });
  });
});
