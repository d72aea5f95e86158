import { expect, test } from '@playwright/test';
import { openStop, signIn } from './support/bench.ts';

test('Today is open from the doorway while the demo is loaded; everything else asks to sign in', async ({
  page
}) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: /^Today/ })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Halvard van 12' })).toBeVisible();
  await expect(page.getByRole('link', { name: /Open job 2031/ })).toHaveCount(0);
  await page.goto('/jobs/2031/read');
  await expect(page).toHaveURL(/sign-in\?to=%2Fjobs%2F2031%2Fread/);
  await page.getByRole('button', { name: 'bench', exact: true }).click();
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page).toHaveURL(/jobs\/2031\/read/);
});

test('a wrong password is said plainly, and signing out closes the door', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByLabel('Name').fill('bench');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('Name or password is wrong');
  await signIn(page, 'bench');
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.goto('/jobs');
  await expect(page).toHaveURL(/sign-in/);
});

test('the desk does not touch the bench', async ({ page }) => {
  await signIn(page, 'desk');
  await openStop(page, 2031, 'wire');
  await page.getByRole('button', { name: 'Switch on' }).click();
  await expect(page.getByRole('alert')).toContainText('Not with this account');
  await expect(page.getByRole('alert')).toContainText('Ask somebody with the role bench or lead');
});

test('an address that leads nowhere says so', async ({ page }) => {
  await signIn(page, 'lead');
  await page.goto('/jobs/4711');
  await expect(page.getByRole('heading', { name: 'Look: There is no job 4711.' })).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('There is nothing at this address')).toBeVisible();
});
