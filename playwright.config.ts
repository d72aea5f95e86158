import { defineConfig, devices } from '@playwright/test';

const PORT = Number(process.env['E2E_PORT'] ?? 8490);

export default defineConfig({
  testDir: './e2e',
  // houses at other hours have a configuration of their own
  testIgnore: 'hours/**',
  // a run empties its folder before it begins
  outputDir: './test-results/journeys',
  // one shop, two stations: the journeys follow one another
  fullyParallel: false,
  workers: 1,
  forbidOnly: !!process.env['CI'],
  retries: 0,
  timeout: 90_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    // a press that finds nothing to press ends its journey, not the patience of everybody
    actionTimeout: 60_000,
    trace: 'retain-on-failure',
    screenshot: 'only-on-failure'
  },
  projects: [
    {
      name: 'chromium',
      use: {
        ...devices['Desktop Chrome'],
        viewport: { width: 1280, height: 800 },
        launchOptions: {
          executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
          args: [
            '--disable-gpu',
            '--disable-quic',
            '--disable-background-networking',
            '--disable-component-update',
            '--disable-sync',
            '--no-first-run'
          ]
        }
      }
    }
  ],
  webServer: {
    command: `bash scripts/e2e-server.sh ${PORT}`,
    url: `http://127.0.0.1:${PORT}/sign-in`,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
    timeout: 120_000,
    stdout: 'ignore',
    stderr: 'pipe'
  }
});
