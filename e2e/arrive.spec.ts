import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { expectAccessible, openStop, settled, signIn } from './support/bench.ts';

/** Signs on the canvas as a hand would: two strokes. */
async function sign(page: Page): Promise<void> {
  const canvas = page.getByLabel('Sign here with finger, pen or mouse');
  await canvas.scrollIntoViewIfNeeded();
  const box = await canvas.boundingBox();
  if (!box) throw new Error('no canvas');
  for (const row of [0.3, 0.7]) {
    await page.mouse.move(box.x + 20, box.y + box.height * row);
    await page.mouse.down();
    for (let i = 1; i <= 8; i++) {
      await page.mouse.move(box.x + 20 + i * 14, box.y + box.height * (row + (i % 2) * 0.15));
    }
    await page.mouse.up();
  }
  await expect(page.getByTestId('signed')).toHaveText('signed');
}

test('a vehicle is taken in with the keyboard: VIN, photo, tag, order, signature', async ({
  page
}) => {
  await signIn(page, 'desk');
  await page.goto('/jobs/new');
  await settled(page);
  const vin = page.getByLabel('VIN');
  await expect(vin).toBeFocused();
  await vin.fill('U8HVC3F240108441');
  await expect(page.getByText('16 characters; a VIN has 17.')).toBeVisible();
  // Cyrillic look-alikes are named, and what was meant is offered
  await vin.fill('U8НVС3F2401084417');
  await page.getByRole('button', { name: 'Take U8HVC3F2401084417' }).click();
  await expect(vin).toHaveValue('U8HVC3F2401084417');
  const earlier = page.getByRole('list', { name: 'Earlier jobs of this vehicle' });
  await expect(earlier).toContainText('2031');
  await earlier.getByRole('button', { name: 'Same customer and vehicle' }).first().click();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('North Quay Couriers');
  // Enter goes on to the next empty field
  await vin.press('Enter');
  await expect(page.getByLabel(/Complaint/)).toBeFocused();
  await page.keyboard.type('Stops when warm');
  await page.getByLabel('By post').check();
  await page.getByLabel('Parcel number').fill('EX 1');
  await page.getByRole('button', { name: /17:00/ }).last().click();
  const png = await sharp({
    create: { width: 2400, height: 1600, channels: 3, background: '#556677' }
  })
    .jpeg()
    .toBuffer();
  await page
    .getByRole('region', { name: 'Photos' })
    .locator('input[type=file]')
    .setInputFiles({ name: 'label.jpg', mimeType: 'image/jpeg', buffer: png });
  await page.getByRole('button', { name: 'Take it in' }).click();
  // the vehicle is in the shop already: said, and let through on request
  await expect(page.getByRole('alert')).toContainText('2031');
  await expect(page.getByRole('link', { name: 'Open job 2031' }).last()).toBeVisible();
  await page.getByRole('button', { name: 'Open another all the same' }).click();
  await expect(page).toHaveURL(/jobs\/\d+\/arrive/);
  const number = Number(/jobs\/(\d+)/.exec(page.url())?.[1]);

  await expect(
    page.getByRole('heading', { name: 'Stop: Nobody has ordered this yet' })
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'Photos' }).getByRole('img')).toHaveCount(1);
  await page.getByLabel('Who ordered the work').fill('Owner, by letter');
  await page.getByLabel('Proof seen').selectOption('Registration paper');
  await page.getByLabel('Its number').fill('QC 12 4417');
  await page.getByRole('button', { name: 'Record authority' }).click();
  // the family holds immobiliser data: without a signature the job stays at Stop
  await expect(page.getByRole('heading', { name: /^Stop/ })).toBeVisible();
  await page.getByRole('button', { name: 'Record it anew' }).click();
  await page.getByLabel('Who ordered the work').fill('Owner, by letter');
  await page.getByLabel('Its number').fill('QC 12 4417');
  await sign(page);
  await page.getByRole('button', { name: 'Record authority' }).click();
  await expect(page.getByRole('heading', { name: 'Go: The job is complete' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Signature' })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Print the tags' }).click();
  await expect(
    page.getByRole('img', { name: /QR code of unit \d{4}/ }).locator('svg')
  ).toBeVisible();
  const label = await page.pdf({ preferCSSPageSize: true });
  expect(label.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1);
  await page.getByRole('link', { name: 'A4 sheet' }).click();
  await expect(page.locator('[data-sheet=a4]')).toBeVisible();

  await page.goto(`/jobs?q=${number}`);
  await expect(page.locator(`[data-job="${number}"]`)).toContainText('North Quay Couriers');
});

test('photos and tags work on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'bench');
  await page.goto('/units/0390');
  await settled(page);
  const photos = page.getByRole('region', { name: 'Photos' });
  const jpeg = await sharp({
    create: { width: 800, height: 600, channels: 3, background: '#884422' }
  })
    .jpeg()
    .toBuffer();
  await photos
    .locator('input[type=file]')
    .setInputFiles({ name: 'board.jpg', mimeType: 'image/jpeg', buffer: jpeg });
  await expect(photos.getByRole('img', { name: 'label of unit 0390' })).toBeVisible();
  // a page that calls itself a picture is told by its content
  await photos.locator('input[type=file]').setInputFiles({
    name: 'label.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>')
  });
  await expect(page.getByRole('alert')).toContainText('photo');
  await expect(photos.getByRole('img')).toHaveCount(1);
});

test('kit: a lead that is worn, a box on two links, readiness of a job', async ({ page }) => {
  await signIn(page, 'lead');
  await page.goto('/kit');
  await settled(page);
  const lead = page.locator('[data-kit="Boot lead with terminator"]');
  await expect(lead).toContainText('wearing');
  await page.getByRole('button', { name: 'Change Boot lead with terminator' }).click();
  await lead.getByLabel('Plugged so far').fill('500');
  await lead.getByRole('button', { name: 'Keep the change' }).click();
  await expect(lead).toContainText('500 of 500');
  await openStop(page, 2034, 'arrive');
  const ready = page.getByRole('region', { name: 'Kit' });
  await expect(ready).toContainText('Stop:');
  await expect(ready).toContainText('Boot lead with terminator');
  const sleep = ready.getByRole('listitem').filter({ hasText: 'Is sleep off?' });
  await sleep.getByRole('button').click();
  await expect(sleep).toHaveCount(0);
  await page.goto('/kit');
  await settled(page);
  await page.getByRole('button', { name: 'Add a piece' }).click();
  const add = page.locator('form').filter({ hasText: 'Add it' });
  await add.getByLabel('Kind').selectOption('Interface box');
  await add.getByLabel('Name').fill('Spare box');
  await add.getByLabel('linked by cable').check();
  await add.getByLabel('linked by radio').check();
  await add.getByRole('button', { name: 'Add it' }).click();
  await expect(page.locator('[data-kit="Spare box"]')).toContainText('cable and radio');
  await page.getByRole('button', { name: 'Change Spare box' }).click();
  await page.getByRole('button', { name: 'Take out of use' }).click();
  await expect(page.locator('[data-kit="Spare box"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Change Boot lead with terminator' }).click();
  await lead.getByLabel('Plugged so far').fill('12');
  await lead.getByRole('button', { name: 'Keep the change' }).click();
  await expect(lead).toContainText('12 of 500');
});
