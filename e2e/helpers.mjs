import { expect, test as base } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
export const shopUrl = process.env.SHOP_URL;
const shopToken = () => readFileSync(process.env.ORCHARD_VAR + '/shops/tindrel/token', 'utf8').trim();

/** Every browser test fails on a CSP report, a script error or a request to another host. */
export const test = base.extend({
    page: async ({ page }, use) => {
        const wrong = [];
        const origin = new URL(process.env.APP_URL).origin;
        page.on('pageerror', error => wrong.push(`script error: ${error.message}`));
        page.on('console', message => { if (/Content Security Policy|Refused to/i.test(message.text())) wrong.push(message.text()); });
        page.on('request', request => {
            if (request.url().includes('/csp-reports')) wrong.push('CSP report: ' + request.postData());
            if (/^http/.test(request.url()) && new URL(request.url()).origin !== origin) wrong.push('asked elsewhere: ' + request.url());
        });
        await use(page);
        expect(wrong).toEqual([]);
    },
});
export { expect };

export async function signIn(page, role) {
    await page.goto('/sign-in');
    await page.getByLabel('E-mail address').fill(`${role}@tindrel.example`);
    await page.getByLabel('Password').fill('lamps-in-a-row');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(/\/s\/tindrel/);
}

export async function axe(page, schemes = ['light', 'dark']) {
    for (const scheme of schemes) {
        await page.emulateMedia({ colorScheme: scheme });
        await page.waitForTimeout(100);
        // The second scheme shows the same document in other colours: contrast alone can differ.
        const builder = new AxeBuilder({ page });
        const found = await (scheme === schemes[0] ? builder.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']) : builder.withRules(['color-contrast'])).analyze();
        expect(found.violations.map(v => `${scheme}: ${v.id}: ${v.nodes.slice(0, 3).map(n => n.html).join(' | ')}`)).toEqual([]);
    }
    await page.emulateMedia({ colorScheme: 'light' });
}

/** A command of the application, in the instance under test. */
export function orchard(...args) {
    return execFileSync('php', [root + 'artisan', ...args], { env: process.env, maxBuffer: 64 * 1024 * 1024 }).toString();
}

export async function office(method, path, body) {
    const answer = await fetch(`${shopUrl}/office/v1${path}`, { method, headers: { Authorization: `Bearer ${shopToken()}`, 'Content-Type': 'application/json' }, body: body && JSON.stringify(body) });
    return answer.json();
}

let crawled = false;
/** The demo is crawled once for all specs, by the workers of the instance. */
export async function ensureCrawl() {
    if (crawled) return;
    const done = JSON.parse(orchard('gather:export', '--store=tindrel', '--json')).length > 100;
    if (!done) orchard('gather:crawl', '--store=tindrel', '--wait');
    crawled = true;
}
