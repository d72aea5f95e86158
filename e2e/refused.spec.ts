import { expect, test, type Page } from '@playwright/test';
import { clamp, openStop, setSpeed, signIn } from './support/bench.ts';

const drop = async (page: Page, files: { name: string; size: number }[]) => {
  const data = await page.evaluateHandle((list) => {
    const transfer = new DataTransfer();
    for (const f of list) transfer.items.add(new File([new Uint8Array(f.size)], f.name));
    return transfer;
  }, files);
  await page
    .getByRole('region', { name: 'Kept reads of the donor' })
    .dispatchEvent('drop', { dataTransfer: data });
};

test('dropped files: a right one is kept with where it came from; empty, wrong, giant and folder are refused', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2034, 'read');
  const donor = page.getByRole('region', { name: 'Kept reads of the donor' });
  await drop(page, [{ name: 'empty.bin', size: 0 }]);
  await expect(page.getByRole('alert')).toContainText('The file is empty');
  await drop(page, [{ name: 'short.bin', size: 1000 }]);
  await expect(page.getByRole('alert')).toContainText('The file has the wrong size');
  await expect(page.getByRole('alert')).toContainText('Nothing was kept');
  await drop(page, [{ name: 'giant.bin', size: 64 * 1024 * 1024 }]);
  await expect(page.getByRole('alert')).toContainText('The file is too large');
  await expect(donor.locator('a.read')).toHaveCount(0);
  await donor.locator('input[type=file]').setInputFiles({
    name: 'from-the-programmer.bin',
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(Uint8Array.from({ length: 65536 }, (_, i) => (i * 7) & 0xff))
  });
  await expect(donor.locator('a.read')).toHaveCount(1);
  await expect(donor).toContainText('1 file');
  await page.getByText(/^Kept reads, /).click();
  await expect(page.getByText('from file from-the-programmer.bin')).toBeVisible();
});

test('a folder dropped on the sheet is called a folder', async ({ page }) => {
  await signIn(page, 'bench');
  await openStop(page, 2034, 'read');
  // what a browser gives for a dropped folder: a file that cannot be read and an entry that is a directory
  await page.evaluate(() => {
    const file = new File([], 'reads');
    const items = [{ getAsFile: () => file, webkitGetAsEntry: () => ({ isDirectory: true }) }];
    const event = new Event('drop', { bubbles: true, cancelable: true });
    Object.defineProperty(event, 'dataTransfer', { value: { items } });
    document.querySelector('section[aria-label="Kept reads of the donor"]')?.dispatchEvent(event);
  });
  await expect(page.getByRole('alert')).toContainText('That is a folder');
});

test('the gate of a write shows why it is held and what clears it', async ({ page }) => {
  await signIn(page, 'bench');
  await setSpeed(page, 120);
  await openStop(page, 2034, 'wire');
  await page.getByRole('button', { name: 'Station Corner' }).click();
  await clamp(page, 2034, '0419', 'ORIGINAL');
  await openStop(page, 2034, 'write');
  const held = page.getByRole('list', { name: 'What holds it' });
  await expect(held).toContainText('This is the ORIGINAL');
  await expect(held).toContainText('Take it off and clamp the donor.');
  await expect(held).toContainText('The original is not trusted yet');
  await expect(held).toContainText('No clone image');
  await expect(held).toContainText('The donor is not backed up');
  await expect(page.getByLabel(/Last three digits/)).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Write to the donor' })).toBeDisabled();
  await openStop(page, 2034, 'wire');
  await page.getByRole('button', { name: 'Switch off' }).click();
  await openStop(page, 2034, 'write');
  await expect(held).toContainText('The supply is off');
});

test('another family on the clamp, and a limit too low, are refused with the figure', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2034, 'wire');
  await page.getByRole('button', { name: 'Station Corner' }).click();
  await page.getByLabel('Unit on the clamp').selectOption('0390');
  await page.getByLabel('Limit, amps').fill('2');
  await page.getByRole('button', { name: 'Switch on' }).click();
  await expect(
    page.getByRole('heading', { name: 'Stop: The current limit is too low' })
  ).toBeVisible();
  await expect(page.getByText('It is set to 2.00 A; this family needs 5.00 A')).toBeVisible();
  await page.getByLabel('Limit, amps').fill('5');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await page.getByRole('button', { name: /Read chip id as ORIGINAL/ }).click();
  await expect(page.getByText('The unit does not answer')).toBeVisible();
  await page.getByLabel('Limit, amps').fill('9');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('The supply refused the setting');
  await expect(page.getByRole('alert')).toContainText('-222');
  await page.getByRole('button', { name: 'Switch off' }).click();
});
