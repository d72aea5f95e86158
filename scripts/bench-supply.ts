// Eight hours of two supplies at ten readings a second: stored, asked, thinned and drawn in a browser.
import { chromium, type Page } from '@playwright/test';
import { packPoints } from '../core/src/supply/trace-bytes.ts';
import { createDb } from '../app/src/lib/server/db/client.ts';
import { insertSupplyPieces } from '../app/src/lib/server/repositories/supply-pieces.ts';
import { startWorld } from '../tests/support/shop.ts';
import { startServer } from '../tests/support/server.ts';
import { median, report } from './bench-support.ts';

const HOURS = 8;
const HOUR_MS = 3_600_000;
/** Yesterday: what is older than thirty days is let go. */
const END_MS = Math.floor(Date.now() / 60_000) * 60_000 - 24 * HOUR_MS;
const ROUNDS = 7;

async function fill(url: string): Promise<void> {
  const db = createDb(url);
  for (const stationId of ['window', 'corner'])
    for (let hour = 0; hour < HOURS; hour++)
      await insertSupplyPieces(
        db,
        Array.from({ length: 60 }, (_, m) => {
          const fromMs = END_MS - HOURS * HOUR_MS + (hour * 60 + m) * 60_000;
          const points = Array.from({ length: 600 }, (_, i) => ({
            ...{ atMs: fromMs + i * 100, mv: 13_450 + (i % 50) },
            ma: 600 + ((i * 7) % 90) + (m === 17 && i === 301 ? 9000 : 0)
          }));
          return {
            ...{ id: crypto.randomUUID(), stationId, limitMa: 3000, marks: [] },
            ...{ startedAt: new Date(fromMs), endedAt: new Date(fromMs + 59_900) },
            points: packPoints(points, fromMs)
          };
        })
      );
  await db.$client.end();
}

/** Milliseconds from asking for a page of the trace until it is drawn. */
async function draw(page: Page, address: string, canvases: number): Promise<number> {
  const start = performance.now();
  await page.goto(address);
  if (canvases > 0)
    await page
      .locator('canvas')
      .nth(canvases - 1)
      .waitFor();
  else await page.getByText('nothing was kept of this stretch').first().waitFor();
  await page.evaluate(
    () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))
  );
  return performance.now() - start;
}

export async function eightHoursOfSupplies(url: string): Promise<void> {
  const { url: worldUrl, stop } = await startWorld(0);
  const server = await startServer({ databaseUrl: url, worldUrl });
  await fill(url);
  const browser = await chromium.launch({
    ...{ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] }
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // signed in over HTTP: the session goes with the pages that follow
  await page.request.post(`${server.url}/sign-in?/in`, {
    headers: { origin: server.url },
    form: { name: 'lead', password: 'saltmarsh-lead' }
  });
  const address = `${server.url}/power/trace?span=${HOURS * HOUR_MS}`;
  const [full, empty]: [number[], number[]] = [[], []];
  for (let i = 0; i < ROUNDS; i++) {
    full.push(await draw(page, `${address}&to=${END_MS}`, 2));
    empty.push(await draw(page, `${address}&to=${END_MS - 10 * HOURS * HOUR_MS}`, 0));
  }
  const ratio = median(full) / median(empty);
  report('eight hours of two supplies drawn / the same page without a reading', ratio, {
    aim: '<= 4  ',
    ok: median(full) < 1000 && ratio <= 4,
    detail: `${median(full).toFixed(0)} ms (aim below 1000) / ${median(empty).toFixed(0)} ms, ${2 * HOURS * 36_000} readings`
  });
  await browser.close();
  server.child.kill('SIGTERM');
  await server.gone;
  stop();
}
