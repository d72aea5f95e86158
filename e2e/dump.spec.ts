// The dump desk: two images of a family opened, walked by keyboard, compared, searched, checked and saved. No job, nothing sent.
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { computeCrc, CRC32_ISO_HDLC } from '@badger/core/checksum/crc';
import { createRandom } from '@badger/core/base/random';
import { loadImage } from '@badger/core/format/load-image';
import { joinBytes } from '@badger/core/image/image';
import { expectAccessible, signIn } from './support/bench.ts';

/** An image with a VIN, blank space and a checksum of a part. */
function makeImage(seed: number): Uint8Array {
  const random = createRandom(seed);
  const bytes = new Uint8Array(32_768).fill(0xff);
  for (let i = 0; i < 0x2000; i++) bytes[i] = random() >>> 24;
  bytes.set(new TextEncoder().encode('\0U8HVC3F2401084417\0'), 0x1123);
  const crc = computeCrc(CRC32_ISO_HDLC, bytes.subarray(0x800, 0x1800));
  for (let j = 0; j < 4; j++) bytes[0x1800 + j] = Number((crc >> BigInt(8 * j)) & 0xffn);
  return bytes;
}

const asFile = (name: string, bytes: Uint8Array) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(bytes)
});

test('an image is seen, walked, compared, checked and saved', async ({ page }) => {
  await signIn(page, 'lead');
  await page.goto('/dump');
  await expect(page.getByText('Nothing lies on the desk')).toBeVisible();
  const asked: string[] = [];
  page.on('request', (r) => r.method() !== 'GET' && asked.push(r.url()));

  const first = makeImage(1);
  const open = page.getByLabel('Open memory images');
  await open.setInputFiles(asFile('../\u202Eread one.bin', first));
  await expect(page.getByRole('button', { name: /^read one\.bin/ })).toBeVisible();
  await expect(page.getByText('VIN, digit holds')).toBeHidden();
  const view = page.locator('[data-hex-view]');
  const where = page.locator('[data-selection]');

  // an address, then on by keys alone
  await view.focus();
  await page.keyboard.press('g');
  await page.keyboard.type('1124');
  await page.keyboard.press('Enter');
  await expect(where).toContainText('0x0000_1124 · 1 byte · 85');
  await expect(page.getByText('VIN, digit holds').first()).toBeVisible();
  await view.focus();
  for (let i = 0; i < 16; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(where).toContainText('17 bytes · text U8HVC3F2401084417');
  await page.keyboard.press('Control+End');
  await expect(where).toContainText('0x0000_7FFF');

  // text is found from the beginning on
  await page.keyboard.press('Control+Home');
  await page.getByLabel('What is looked for').selectOption('text');
  await view.focus();
  await page.keyboard.press('f');
  await page.keyboard.type('VC3F');
  await page.keyboard.press('Enter');
  await expect(where).toContainText('0x0000_1127');
  await page.getByRole('button', { name: 'Find next' }).click();
  await expect(page.getByText('Not found behind this place.')).toBeVisible();

  // a second one of the family: where do they differ
  const second = makeImage(2);
  await open.setInputFiles(asFile('read two.bin', second));
  await expect(page.getByText(/bytes differ\b/).first()).toBeVisible();
  await view.focus();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('d');
  await expect(where).toContainText('0x0000_000');
  await page.getByRole('button', { name: 'Previous difference' }).click();
  await expect(where).toContainText('0x0000_1');

  await page.getByRole('button', { name: 'Find checksums' }).click();
  const row = page.getByRole('row', { name: /CRC-32\/ISO-HDLC/ });
  await expect(row).toContainText('0x0000_0800 to 0x0000_17FF', { timeout: 90_000 });
  await expect(row).toContainText('2 of 2');
  await expect(row).toContainText('certain');
  await row.getByRole('button', { name: /^Show/ }).click();
  await expect(where).toContainText('0x0000_1800 · 4 bytes');

  // saved as another format it is the same image
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe('read two.hex');
  const told = loadImage(new Uint8Array(readFileSync(await download.path())));
  expect(told.ok && told.value.format).toBe('intel-hex');
  expect(told.ok && Buffer.compare(joinBytes(told.value.image), second)).toBe(0);

  // a third that is the first once more, and one that is nothing
  await open.setInputFiles([asFile('copy.bin', second), asFile('empty.bin', new Uint8Array(0))]);
  await expect(page.getByRole('alert')).toContainText('empty.bin: No data in this file');
  await expect(page.getByRole('button', { name: /^read two\.bin.*same content/ })).toBeVisible();
  await page.getByRole('button', { name: 'Put read one.bin away' }).click();
  await expect(page.getByText('all equal')).toBeVisible();
  expect(asked).toEqual([]);
  await expectAccessible(page);
});
