// An image of 8 MiB on the dump desk in Chromium: how soon the first row stands, and how it scrolls. Measured and shown.
import { chromium } from '@playwright/test';
import { startWorld } from '../tests/support/shop.ts';
import { startServer } from '../tests/support/server.ts';
import { report } from './bench-support.ts';

const SECONDS = 10;
/** A frame that took longer is a hitch. Units: ms. */
const HITCH_MS = 20;

/** Scrolls for so many seconds and gives the time of each frame. A string: it runs in the page. */
const SCROLL = `new Promise((done) => {
  const view = document.querySelector('[data-hex-view]');
  const frames = [];
  let last = performance.now();
  const end = last + ${SECONDS * 1000};
  const step = (now) => {
    frames.push(now - last);
    last = now;
    view.scrollTop += 120;
    if (now < end) requestAnimationFrame(step);
    else done(frames.slice(1));
  };
  requestAnimationFrame(step);
})`;

export async function dumpPage(
  databaseUrl: string,
  noise: (length: number, seed: number) => Uint8Array
): Promise<void> {
  const { url: worldUrl, stop } = await startWorld(0);
  const server = await startServer({ databaseUrl, worldUrl });
  const browser = await chromium.launch({
    ...{ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] }
  });
  const page = await browser.newPage({ viewport: { width: 1024, height: 768 } });
  await page.request.post(`${server.url}/sign-in?/in`, {
    headers: { origin: server.url },
    form: { name: 'lead', password: 'saltmarsh-lead' }
  });
  await page.goto(`${server.url}/dump`);
  const buffer = Buffer.from(noise(8 * 2 ** 20, 5).buffer as ArrayBuffer);
  const start = performance.now();
  await page
    .getByLabel('Open memory images')
    .setInputFiles({ name: 'image.bin', mimeType: 'application/octet-stream', buffer });
  await page.locator('[data-hex-view] [data-address]').first().waitFor();
  report(
    '8 MiB opened in Chromium to the first row (seconds)',
    (performance.now() - start) / 1000,
    {
      ...{ aim: 'shown ', ok: true, detail: 'with handing it over by the driver' }
    }
  );
  await page.getByText('Blank', { exact: true }).waitFor();
  await page.waitForTimeout(3000);
  const frames = await page.evaluate<number[]>(SCROLL);
  const slow = frames.filter((f) => f > HITCH_MS).length;
  report('share of frames over 20 ms, scrolling ten seconds', slow / frames.length, {
    ...{ aim: 'shown ', ok: true },
    detail: `${slow} of ${frames.length}, the longest ${Math.max(...frames).toFixed(0)} ms`
  });
  await browser.close();
  server.child.kill('SIGTERM');
  await server.gone;
  stop();
}
