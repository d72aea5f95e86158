// Walks the demo as a technician would and takes the pictures of docs/screenshots.
//   ./badger start   (a fresh demo), then   npx tsx scripts/tour.ts [URL] [FOLDER]
import { chromium, type Page } from '@playwright/test';

const url = process.argv[2] ?? 'http://127.0.0.1:8420';
const folder = process.argv[3] ?? 'docs/screenshots';

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--disable-gpu']
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

async function shot(name: string) {
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${folder}/${name}.png` });
  console.log(name);
}

/** A unit that is asked, answers over several frames, refuses and lets itself be read; all of it invented. */
function madeUpTrace(): string {
  const frames = [
    ...['7E0#021003AAAAAAAAAA', '7E8#065003003201F4AA', '7E0#0322F190AAAAAAAA'],
    ...['7E8#101462F190553848', '7E0#300000AAAAAAAAAA', '7E8#2156433346323430'],
    ...['7E8#2231303834343137', '2C4#0817AA0004D2', '7E0#022701AAAAAAAAAA', '7E8#037F2733AAAAAAAA'],
    ...['7E0#0322F189AAAAAAAA', '7E8#037F2278AAAAAAAA', '7E8#0762F18948344332', '321#00FF10']
  ];
  return Array.from({ length: 40 }, () => frames)
    .flat()
    .map((f, i) => `(${(1_795_760_000 + i * 0.0021).toFixed(6)}) can0 ${f}\n`)
    .join('');
}

const ready = (p: Page) => p.getByTestId('bench-line').waitFor();
const speed = (factor: number) =>
  page.request.post(`${url}/api/speed`, { data: { factor }, headers: { origin: url } });
const open = async (path: string) => {
  await page.goto(url + path);
  await ready(page);
  await page.waitForTimeout(600);
};
const idle = () =>
  page.getByTestId('bench-line').getByText('Nothing is running').waitFor({ timeout: 120_000 });

async function clamp(job: number, tag: string, role: 'ORIGINAL' | 'DONOR') {
  await open(`/jobs/${job}/wire`);
  const off = page.getByRole('button', { name: 'Switch off' });
  if (await off.isEnabled()) {
    await off.click();
    await page.getByTestId('bench-line').getByText('Supply is off').waitFor();
  }
  await page.getByLabel('Unit on the clamp').selectOption(tag);
  await page.getByLabel(/Hold pad/).check();
  await page.getByRole('button', { name: 'Switch on' }).click();
  await page.getByRole('button', { name: new RegExp(`Read chip id as ${role}`) }).click();
  await page.getByText(`${role} ${tag} answers with`).waitFor();
  await page.waitForTimeout(500);
}

async function read(region: string, role: 'original' | 'donor', during?: () => Promise<void>) {
  const table = page.getByRole('region', { name: `Kept reads of the ${role}` });
  const kept = table.locator('a.read');
  const before = await kept.count();
  await table.getByRole('button', { name: new RegExp(`^Read ${region}`) }).click();
  await during?.();
  await kept.nth(before).waitFor({ timeout: 120_000 });
  await idle();
  await page.waitForTimeout(300);
}

await page.goto(`${url}/sign-in`);
await page.getByRole('button', { name: 'bench', exact: true }).click();
await page.getByRole('button', { name: 'Sign in' }).click();
await ready(page);
await page.waitForTimeout(600);
await shot('today');
for (const [path, name] of [
  ['/jobs/2031/arrive', 'arrive'],
  ['/jobs/2031/prove', 'prove'],
  ['/shelf', 'shelf']
] as const) {
  await open(path);
  await shot(name);
}

await open('/power');
await shot('power');
await open('/jobs/2031/wire');
await page.getByRole('button', { name: /^Connect original/ }).click();
await page.getByRole('button', { name: 'Ground is on: next wire' }).click();
await page.getByRole('button', { name: 'CAN H is on: next wire' }).waitFor();
await page.mouse.wheel(0, 18);
await page.waitForTimeout(300);
await shot('wire');
for (const name of ['CAN H', 'CAN L', 'Battery feed', 'Ignition feed', 'Boot pad'])
  await page.getByRole('button', { name: new RegExp(`^${name} is on`) }).click();
for (const [what, ohm] of [
  ['CAN H to CAN L', '60'],
  ['Feed to ground', '2.4k']
] as const) {
  await page.getByLabel(`${what}, ohm`).fill(ohm);
  await page.getByRole('button', { name: `Keep ${what}`, exact: true }).click();
  await page.waitForTimeout(400);
}
await speed(120);
await open('/jobs/2031/wire');
await page.getByLabel('Unit on the clamp').selectOption('0417');
await page.getByLabel(/Hold pad/).check();
await page.getByLabel(/Fault for practice/).selectOption('worn-lead');
await page.getByRole('button', { name: 'Switch on' }).click();
await page.getByRole('button', { name: /Read chip id as ORIGINAL/ }).click();
await page.getByRole('region', { name: 'Likely causes' }).waitFor({ timeout: 30_000 });
await page.getByLabel(/Fault for practice/).selectOption('');
await clamp(2031, '0417', 'ORIGINAL');
// its own program runs without the pad
await page.getByRole('button', { name: 'Switch off' }).click();
await page.getByTestId('bench-line').getByText('Supply is off').waitFor();
await page.getByLabel(/Hold pad/).uncheck();
await page.getByRole('button', { name: 'Switch on' }).click();
await page.getByRole('button', { name: /Read chip id as ORIGINAL/ }).click();
await page.getByText('ORIGINAL 0417 answers with').waitFor();
await open('/breakout?station=window');
await page.waitForTimeout(1500);
await shot('breakout');
await open('/jobs/2031/prove');
const exercise = page.getByRole('region', { name: 'Exercise' });
await exercise.getByRole('button', { name: 'Exercise all of it' }).click();
await exercise.getByText(/10 of 11 sound/).waitFor({ timeout: 60_000 });
await exercise.evaluate((element) => element.scrollIntoView({ block: 'start' }));
await page.mouse.wheel(0, -90);
await page.waitForTimeout(600);
await shot('exercise');
await clamp(2031, '0417', 'ORIGINAL');
await open('/jobs/2031/read');
for (const region of ['data flash', 'data flash', 'program flash']) await read(region, 'original');
await read('program flash', 'original', async () => {
  await page.waitForTimeout(2500);
  await shot('read');
});
await open('/trace');
await page.locator('input[type=file]').setInputFiles({
  ...{ name: 'van-12.log', mimeType: 'text/plain' },
  buffer: Buffer.from(madeUpTrace())
});
await page.getByRole('region', { name: 'Frames' }).waitFor({ timeout: 30_000 });
await page.waitForTimeout(800);
await shot('trace');
await clamp(2031, '0388', 'DONOR');
await open('/jobs/2031/match');
await shot('match');
await open('/jobs/2031/match?part=access');
await page.getByLabel('Choose Boot, one pad').check();
await shot('accesses');
await open('/jobs/2031/read');
for (const region of ['data flash', 'data flash', 'program flash', 'program flash'])
  await read(region, 'donor');
// the program flash: fields and checksums; of the data flash the security data stays at home
const onDesk = await page.getByRole('link', { name: 'on the desk' }).nth(1).getAttribute('href');
await open(onDesk ?? '/dump');
await page
  .getByRole('button', { name: /^Put .* away$/ })
  .first()
  .waitFor();
await page.getByText('All 4 checksums hold').waitFor();
await page.getByLabel('Address').first().fill('17FE0');
await page.getByRole('button', { name: 'Go to' }).click();
await page.evaluate('window.scrollTo(0, 190)');
await page.waitForTimeout(800);
await shot('dump');
await open('/jobs/2031/build');
await page.getByRole('button', { name: 'Build the clone image' }).click();
await page.getByText(/^Built/).waitFor();
await shot('build');
await open('/jobs/2031/write');
await page.getByLabel(/Last three digits/).fill('388');
await page.getByRole('button', { name: 'Write to the donor' }).click();
await page.getByText('Hands off').first().waitFor();
await page.waitForTimeout(6000);
await shot('write');
await page.getByText('Go: The donor is written and proven').waitFor({ timeout: 120_000 });
await open('/jobs/2031/safe');
const line = page.locator('tr[data-secret="Immobiliser secret"]').first();
await line.getByRole('button', { name: 'Look' }).click();
await page.getByLabel('Why you look').fill('Compared with the key that came with the van.');
await page.getByRole('button', { name: 'Show for 30 seconds' }).click();
await page.getByTestId('shown-value').waitFor();
await line.getByRole('button', { name: 'Hide it' }).click();
await page.waitForTimeout(400);
await shot('safe');
await open('/jobs/2031/return');
for (const id of ['solder', 'case', 'plug']) {
  const step = page.locator(`[data-step="${id}"]`);
  await step.getByRole('button', { name: /^Seen/ }).click();
  await page.locator(`[data-step="${id}"][data-state=done]`).waitFor();
}
await shot('return');
await page.getByText(/^Leave out what is open/).click();
await page.getByLabel(/^Why nobody looks at it/).fill('The van stays with another shop.');
await page.getByRole('button', { name: 'Leave them out' }).click();
await page.getByRole('button', { name: 'Close the job' }).click();
await page.getByText('Go: The job is closed').waitFor();
await open('/jobs/2031/record');
await shot('record');
await open('/power/trace?span=300000');
await page.waitForTimeout(1500);
await shot('supply-trace');

await speed(30);
await browser.close();
