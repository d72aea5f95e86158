// The dump desk: two images of a family opened, walked by keyboard, compared, searched, checked and saved. No job, nothing sent.
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { computeCrc, CRC32_ISO_HDLC } from '@badger/core/checksum/crc';
import { createRandom } from '@badger/core/base/random';
import { loadImage } from '@badger/core/format/load-image';
import { imageOf, joinBytes } from '@badger/core/image/image';
import { applyPatch, readPatch } from '@badger/core/patch/image-patch';
import { applySteps } from '@badger/core/transform/steps';
import { makeMemory } from '../standins/src/modules/make-memory.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
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

/** A region of an invented unit, as its stand-in holds it. */
function regionOf(family: string, region: string): Uint8Array {
  const profile = loadProfiles('profiles').find((p) => p.id === family);
  const fields = { vin: 'U8HVC3F2401084417', 'hardware-number': '0731204416', serial: 'S4417' };
  const memory = profile && makeMemory(profile, 'desk', { ...fields, mileage: '181240' });
  return memory?.get(region)?.slice() ?? new Uint8Array(0);
}

test('a family is recognised, its fields told, a checksum corrected, a change named, undone and saved', async ({
  page
}) => {
  await signIn(page, 'lead');
  await page.goto('/dump');
  const bytes = regionOf('HV-EC4', 'data-flash');
  bytes[0x310] = (bytes[0x310] as number) ^ 0x01;
  const open = page.getByLabel('Open memory images');
  await open.setInputFiles(asFile('2031_original_HV-EC4_data-flash_read1.bin', bytes));
  const family = page.getByRole('region', { name: 'What the family knows' });
  await expect(family.getByLabel('Family and region')).toHaveValue('HV-EC4 data-flash');
  await expect(family.getByRole('row', { name: /^VIN/ })).toContainText('U8HVC3F2401084417');
  await expect(family.getByRole('row', { name: /^Immobiliser secret/ })).toContainText(
    'kept secret'
  );
  // the bytes of the secret are not to be seen either
  const view = page.locator('[data-hex-view]');
  await family.getByRole('button', { name: 'Immobiliser secret' }).click();
  await expect(view.locator('[data-address="1024"]')).toContainText('•• ••');
  await expect(page.locator('[data-selection]')).toContainText('kept secret');

  await expect(family.getByText('1 of 2 does not hold')).toBeVisible();
  await family.getByRole('button', { name: 'Correct checksums' }).click();
  await expect(family.getByText('All 2 checksums hold')).toBeVisible();

  await family.getByRole('button', { name: 'Change Programmed on' }).click();
  const value = family.getByLabel('New value of Programmed on');
  await value.fill('2023-02-29');
  await value.press('Enter');
  await expect(family.getByRole('alert')).toContainText('is no Programmed on');
  await value.fill('2024-02-29');
  await value.press('Enter');
  await expect(family.getByRole('row', { name: /^Programmed on/ })).toContainText('2024-02-29');
  await expect(family.getByText('1 of 2 does not hold')).toBeVisible();
  // the stored value stays where the bytes that nothing needs make it right
  await page.getByLabel('Address').first().fill('3000');
  await page.getByRole('button', { name: 'Go to' }).click();
  await view.focus();
  for (let i = 0; i < 15; i++) await page.keyboard.press('Shift+ArrowRight');
  await family.getByRole('button', { name: 'Balance by the 16 selected bytes' }).click();
  await expect(family.getByText('All 2 checksums hold')).toBeVisible();
  const changes = page.getByRole('region', { name: 'Changes' });
  await expect(changes.getByRole('listitem')).toHaveText([
    /Checksums corrected/,
    /Programmed on: 2024-02-29/,
    /data-sum balanced/
  ]);
  await changes.getByRole('button', { name: 'Undo' }).click();
  await expect(changes.getByRole('listitem')).toHaveCount(2);
  await changes.getByRole('button', { name: 'Do again' }).click();
  await expect(changes.getByRole('listitem')).toHaveCount(3);

  await page.getByLabel('Save as').selectOption('patch');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe(
    '2031_original_HV-EC4_data-flash_read1_changed_patch.json'
  );
  const patch = readPatch(readFileSync(await download.path(), 'utf8'));
  const image = imageOf([{ range: { start: 0, end: bytes.length }, bytes, origin: 'file' }]);
  const made = patch.ok ? applyPatch(image, patch.value, 'made') : patch;
  if (!made.ok) throw new Error(made.problem.code);
  const sum = joinBytes(made.value)
    .subarray(0, 0x3ffc)
    .reduce((n, b) => (n + b) & 0xffff, 0);
  expect(
    (joinBytes(made.value)[0x3ffc] as number) * 256 + (joinBytes(made.value)[0x3ffd] as number)
  ).toBe(sum);

  // what is only carried is refused, wherever it is typed
  await page.getByLabel('Put a patch in').setInputFiles({
    ...{ name: 'nonsense.json', mimeType: 'application/json' },
    buffer: Buffer.from('{"format":"image-patch"}')
  });
  await expect(changes.getByRole('alert')).toContainText('The patch cannot be read');
  await expectAccessible(page);
});

test('scrambled memory is laid bare, mileage is guarded, a remark comes back with the content', async ({
  page
}) => {
  await signIn(page, 'bench');
  await page.goto('/dump');
  const bytes = regionOf('PW-BD1', 'eeprom');
  const scrambled = applySteps(bytes, [{ kind: 'swap-16' }, { kind: 'xor', key: '13A7' }]);
  if (!scrambled.ok) throw new Error(scrambled.problem.code);
  const open = page.getByLabel('Open memory images');
  await open.setInputFiles(asFile('a_PW-BD1_eeprom.bin', scrambled.value));
  const panel = page.getByRole('region', { name: 'Scrambled memory' });
  await panel.getByRole('button', { name: 'Try likely ways' }).click();
  await expect(panel.getByText(/^It reads best by/)).toBeVisible({ timeout: 30_000 });
  await panel.getByRole('listitem').first().getByRole('button').click();
  await panel.getByRole('button', { name: 'Lay bare', exact: true }).last().click();
  const family = page.getByRole('region', { name: 'What the family knows' });
  await expect(family.getByRole('row', { name: /^VIN/ })).toContainText('U8HVC3F2401084417');
  await expect(family.getByRole('row', { name: /^Mileage/ })).toContainText('181240 km');
  await expect(family.getByRole('row', { name: /^Mileage/ })).toContainText(
    'carried, never edited'
  );

  const changes = page.getByRole('region', { name: 'Changes' });
  await family.getByRole('button', { name: 'Mileage' }).click();
  await changes.getByLabel(/^Bytes from/).fill('00 00 00 01');
  await changes.getByRole('button', { name: 'Put in' }).click();
  await expect(changes.getByRole('alert')).toContainText('Mileage is not edited');
  await expect(family.getByRole('row', { name: /^Mileage/ })).toContainText('181240 km');

  const remarks = page.getByRole('region', { name: 'Remarks' });
  await remarks.getByLabel('On the selected bytes').fill('from the second chip');
  await remarks.getByRole('button', { name: 'Keep' }).click();
  await expect(remarks.getByText('from the second chip')).toBeVisible();
  await page.reload();
  await open.setInputFiles(asFile('another name.bin', scrambled.value));
  await expect(remarks.getByText('from the second chip')).toBeVisible();
  await remarks.getByRole('button', { name: /^Strike out/ }).click();
  await expect(remarks.getByText('from the second chip')).toBeHidden();
});

test('parts of a wide memory go apart into a bundle and come together again', async ({ page }) => {
  await signIn(page, 'lead');
  await page.goto('/dump');
  const whole = makeImage(5);
  const open = page.getByLabel('Open memory images');
  await open.setInputFiles(asFile('wide.bin', whole));
  await page.getByLabel('Save as').selectOption('parts-2');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe('wide_parts.zip');
  await page.getByRole('button', { name: 'Put wide.bin away' }).click();
  await open.setInputFiles(await download.path());
  await expect(page.getByRole('button', { name: /^wide_part2\.bin/ })).toBeVisible();
  await page.getByRole('button', { name: 'Join byte by byte' }).click();
  await expect(page.getByRole('button', { name: /^wide_part1_joined\.bin/ })).toBeVisible();
  await page.getByLabel('Save as').selectOption('bin');
  const again = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  expect(Buffer.compare(readFileSync(await (await again).path()), whole)).toBe(0);
});
