import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  timeout: 240_000,
  // Long enough for a machine that others keep busy: a test that passes does not wait for it.
  expect: { timeout: 20_000 },
  globalSetup: './prepare.ts',
  workers: 2,
  fullyParallel: false,
  reporter: [['list'], ['json', { outputFile: 'test-results/report.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
