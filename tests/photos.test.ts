import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findPhotoBytes, listPhotos } from '../app/src/lib/server/repositories/arrive.ts';
import { findJob } from '../app/src/lib/server/repositories/jobs.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { keepPhoto, MAX_PHOTO_BYTES } from '../app/src/lib/server/services/job/photos.ts';
import { makeShop, type Shop } from './support/shop.ts';

describe('photos', () => {
  let shop: Shop;
  let bench: Person;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
  });
  afterAll(() => shop.close());

  const photo = (bytes: Uint8Array, change: object = {}) =>
    keepPhoto(shop.root.deps, bench, {
      jobNumber: 2031,
      kind: 'label',
      unitTag: '0417',
      fileName: 'label.jpg',
      bytes,
      ...change
    });
  const picture = (width = 3000, height = 2000) =>
    sharp({ create: { width, height, channels: 3, background: '#557799' } });

  it('the position is taken out of the kept original, and what is seen stays', async () => {
    const { db } = shop.root.deps;
    const plain = await picture().jpeg().toBuffer();
    const placed = await sharp(plain)
      .withExif({
        IFD0: { Model: 'somebody’s phone' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1', GPSLongitudeRef: 'E' }
      })
      .jpeg()
      .toBuffer();
    expect((await sharp(placed).metadata()).exif).toBeDefined();
    const kept = await photo(placed);
    if (!kept.ok) throw new Error(kept.problem.code);
    const original = await findPhotoBytes(db, kept.value.id, 'original');
    const seen = await sharp(original?.bytes).metadata();
    expect(seen).toMatchObject({ width: 3000, height: 2000 });
    expect(Buffer.from(original?.bytes ?? []).includes('GPS')).toBe(false);
    expect(Buffer.from(original?.bytes ?? []).includes('phone')).toBe(false);
    const raw = (bytes: Uint8Array) => sharp(bytes).raw().toBuffer();
    expect(Buffer.compare(await raw(original?.bytes as Uint8Array), await raw(placed))).toBe(0);
    for (const [size, most] of [
      ['large', 1600],
      ['small', 320]
    ] as const) {
      const scaled = await sharp((await findPhotoBytes(db, kept.value.id, size))?.bytes).metadata();
      expect(scaled.width).toBe(most);
      expect(scaled.exif).toBeUndefined();
    }
    const job = await findJob(db, 2031);
    const listed = await listPhotos(db, { jobId: job?.id ?? '' });
    expect(listed[0]).toMatchObject({ kind: 'label', unitTag: '0417', widthPx: 3000 });
  });
  it('a picture of another colour space is kept in colours that every page shows alike', async () => {
    const print = await picture(300, 200)
      .toColourspace('cmyk')
      .withIccProfile('cmyk')
      .jpeg()
      .toBuffer();
    expect((await sharp(print).metadata()).space).toBe('cmyk');
    const kept = await photo(print);
    if (!kept.ok) throw new Error(kept.problem.code);
    const original = await findPhotoBytes(shop.root.deps.db, kept.value.id, 'original');
    const seen = await sharp(original?.bytes).metadata();
    expect(seen.space).toBe('srgb');
    expect(seen.icc).toBeUndefined();
    // a washed-out blue stays one: near the colour that the print had on a screen
    const [r, g, b] = await sharp(original?.bytes).raw().toBuffer();
    const [wr, wg, wb] = await sharp(print).toColourspace('srgb').raw().toBuffer();
    for (const [found = 0, wanted = 0] of [
      [r, wr],
      [g, wg],
      [b, wb]
    ] as const)
      expect(Math.abs(found - wanted)).toBeLessThan(6);
  });
  it('a photo lies on its side: all that is kept of it is upright', async () => {
    const lying = await picture(1200, 600).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const kept = await photo(lying);
    if (!kept.ok) throw new Error(kept.problem.code);
    for (const size of ['original', 'large', 'small'] as const) {
      const found = await findPhotoBytes(shop.root.deps.db, kept.value.id, size);
      const { width = 0, height = 0, orientation = 1 } = await sharp(found?.bytes).metadata();
      expect(height).toBeGreaterThan(width);
      expect(orientation).toBe(1);
    }
  });
  it('PNG and WebP are taken, whatever they are called', async () => {
    expect((await photo(await picture(100, 80).png().toBuffer(), { fileName: 'x.txt' })).ok).toBe(
      true
    );
    expect((await photo(await picture(100, 80).webp().toBuffer())).ok).toBe(true);
  });
  it('40 MB, a script, a false type, a torn file, an unknown unit are refused, nothing is kept', async () => {
    const { db } = shop.root.deps;
    const job = await findJob(db, 2031);
    const before = (await listPhotos(db, { jobId: job?.id ?? '' })).length;
    const code = async (bytes: Uint8Array, change: object = {}) => {
      const kept = await photo(bytes, change);
      return kept.ok ? 'kept' : kept.problem.code;
    };
    const text = (t: string) => new Uint8Array(Buffer.from(t));
    const whole = await picture(400, 300).jpeg().toBuffer();
    expect(await code(new Uint8Array(40 * 1024 * 1024))).toBe('photo.size.huge');
    expect(MAX_PHOTO_BYTES).toBeLessThan(40 * 1024 * 1024);
    expect(await code(text('<svg xmlns="x"><script>alert(1)</script></svg>'))).toBe(
      'photo.type.unknown'
    );
    expect(await code(text('#!/bin/sh\nrm -rf /'))).toBe('photo.type.unknown');
    expect(await code(text('GIF89a'))).toBe('photo.type.unknown');
    expect(await code(whole.subarray(0, 300))).toBe('photo.file.broken');
    // the head of a JPEG before something else
    const false_ = Buffer.concat([whole.subarray(0, 20), Buffer.alloc(4000, 0x41)]);
    expect(await code(false_)).toBe('photo.file.broken');
    expect(await code(new Uint8Array(0))).toBe('photo.type.unknown');
    expect(await code(whole, { unitTag: '9999' })).toBe('photo.unit.unknown');
    expect(await code(whole, { jobNumber: 2019 })).toBe('gate.job.closed');
    expect((await listPhotos(db, { jobId: job?.id ?? '' })).length).toBe(before);
  });
  it('a kept photo is not changed or taken away', async () => {
    const { $client } = shop.root.deps.db;
    for (const table of ['photo', 'photo_bytes']) {
      await expect($client.query(`delete from ${table}`)).rejects.toThrow(/append|never|kept/i);
    }
    await expect($client.query("update photo set kind = 'other'")).rejects.toThrow();
  });
});
