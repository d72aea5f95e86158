// A short set of journeys in houses whose clocks stand elsewhere: after closing, on a closed day, on the day of a clock
// change (Europe, last Sunday of March).
import { defineConfig } from '@playwright/test';
import base from './playwright.config.ts';

const PORT = Number(process.env['E2E_PORT'] ?? 8490) + 1;

const HOURS = [
  { name: 'evening', now: '2026-11-25T22:00', zone: 'America/St_Johns' },
  { name: 'sunday', now: '2026-11-29T11:00', zone: 'Asia/Kolkata' },
  { name: 'clock-change', now: '2027-03-28T01:30', zone: 'Europe/Berlin' }
] as const;

const [chromium] = base.projects ?? [];

export default defineConfig({
  ...base,
  testDir: './e2e/hours',
  testIgnore: [],
  outputDir: './test-results/hours',
  reporter: [['list'], ['json', { outputFile: 'test-results/hours.json' }]],
  projects: HOURS.map(({ name, now, zone }, i) => ({
    name,
    metadata: { now },
    use: {
      ...chromium?.use,
      baseURL: `http://127.0.0.1:${PORT + i}`,
      timezoneId: zone
    }
  })),
  webServer: HOURS.map(({ now, zone }, i) => ({
    command: `bash scripts/e2e-server.sh ${PORT + i}`,
    url: `http://127.0.0.1:${PORT + i}/sign-in`,
    env: { BADGER_NOW: now, TZ: zone },
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 15_000 },
    timeout: 120_000,
    stdout: 'ignore' as const,
    stderr: 'pipe' as const
  }))
});
