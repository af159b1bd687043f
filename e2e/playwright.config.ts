import { defineConfig } from '@playwright/test';
import { chromiumPath } from '../bin/lib/packages.mjs';
import { stateFile } from './signIn.ts';

/** Debian's Chromium, headless. Without these flags it asks for hosts of the outside world at every start. */
export default defineConfig({
  testDir: '.',
  globalSetup: './signIn.ts',
  outputDir: '../test-results',
  // A machine that is asked for much beside is slower by half; what passes waits for none of it.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  workers: 2,
  fullyParallel: true,
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env['BASE_URL'] ?? 'http://127.0.0.1:4870',
    storageState: stateFile,
    viewport: { width: 1280, height: 800 },
    permissions: ['clipboard-read', 'clipboard-write'],
    // Dates are said in the language of the browser.
    locale: 'en-GB',
    serviceWorkers: 'block',
    trace: 'off',
    launchOptions: {
      executablePath: chromiumPath,
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
