import { defineConfig } from '@playwright/test';

const results = (process.env.ORCHARD_VAR ?? '.') + '/results';

export default defineConfig({
    testDir: '.',
    outputDir: results + '/browser',
    // A starved machine makes one wait too short now and then; what fails twice fails, and what failed once is told.
    retries: 1,
    // Generous: the machine may be shared and slow; a test never measures time.
    timeout: 900_000,
    expect: { timeout: 45_000 },
    workers: 1,
    fullyParallel: false,
    reporter: [['list'], ['junit', { outputFile: results + '/browser.xml' }]],
    use: {
        baseURL: process.env.APP_URL,
        viewport: { width: 1280, height: 800 },
        // A label that is gone fails at once as well, not when the whole test's time is over.
        actionTimeout: 60_000,
        launchOptions: { executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] },
        screenshot: 'off',
        trace: 'off',
    },
});
