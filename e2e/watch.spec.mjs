import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { axe, ensureCrawl, expect, orchard, shopUrl, signIn, test } from './helpers.mjs';

const sideways = page => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
const daysAgo = days => new Date(Date.now() - days * 864e5).toISOString().slice(0, 10);
const named = 'Floor lamps named anew, in the browser test';
let folder;

test.beforeAll(async () => {
    await ensureCrawl();
    folder = mkdtempSync(join(tmpdir(), 'watch-'));
    orchard('gather:feed', '--store=tindrel', '--wait');
    orchard('weigh:score', '--store=tindrel', '--wait');
    // The stand-in market knows that these were given better titles so long ago.
    const lamps = JSON.parse(orchard('gather:export', '--store=tindrel', '--json'))
        .map(page => page.url)
        .filter(url => /^\/lamp\/[^?]*floor-lamp[^?]*$/.test(url.slice(shopUrl.length)));
    writeFileSync(join(folder, 'lamps.txt'), lamps.join('\n'));
    if (!orchard('watch:export', '--store=tindrel').includes(named)) {
        orchard('watch:mark', '--store=tindrel', `--name=${named}`, `--date=${daysAgo(84)}`, `--pages=${join(folder, 'lamps.txt')}`);
    }
    orchard('watch:judge', '--store=tindrel', '--wait');
});

test.afterAll(() => rmSync(folder, { recursive: true }));

test('a result is read, decided and taken to the desk', async ({ page }) => {
    await signIn(page, 'owner');
    await page.getByRole('navigation', { name: 'The eight steps' }).getByRole('link', { name: /^Watch/ }).click();
    await axe(page);
    const row = page.locator('#results tbody tr', { hasText: named });
    await expect(row).toContainText('more clicks in 28 days');
    await row.getByRole('link', { name: named }).click();
    await expect(page.locator('.lead')).toContainText('that would not have come');
    // What the picture draws is in the table behind it, week by week.
    const marks = await page.locator('.came-mark').count();
    await page.getByText('The same as a table').click();
    await expect(page.locator('details.numbers tbody tr')).toHaveCount(marks);
    await axe(page);
    const waits = await page.locator('.steps li', { hasText: 'Watch' }).textContent();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Noted: kept.')).toBeVisible();
    await expect(page.locator('.steps li', { hasText: 'Watch' })).not.toHaveText(waits);
    await page.getByRole('button', { name: 'Decide anew' }).click();
    await page.getByRole('link', { name: 'The sum, page by page' }).click();
    // Page by page it adds up to the sum.
    await expect(page.locator('#pages tbody tr').first()).toBeVisible();
    await axe(page);
    await page.goBack();
    await page.getByRole('button', { name: /^To the desk/ }).first().click();
    await expect(page).toHaveURL(/write\?selection=\d+/);
});

test('a change made elsewhere is marked by keyboard alone, and dropped again', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/watch/mark');
    await axe(page);
    await page.getByLabel('What was changed').focus();
    await page.keyboard.type('A banner on wall lamps');
    await page.getByLabel('On which day').fill(daysAgo(3));
    await page.getByLabel('Its pages, an address on each line').focus();
    await page.keyboard.type(`${shopUrl}/\n/no-such-page`);
    await page.getByRole('button', { name: 'Mark it and judge' }).press('Enter');
    await expect(page.getByText('1 page is marked. 1 address is no page of this store, such as /no-such-page.')).toBeVisible();
    await page.getByRole('button', { name: 'Drop this mark' }).click();
    await expect(page.getByText('The change is dropped; nothing in the shop is touched.')).toBeVisible();
});

test('the report prints to pages, and goes to somebody without an account', async ({ page, browser }) => {
    await signIn(page, 'approver');
    await page.goto('/s/tindrel/watch/report');
    await axe(page);
    await expect(page.getByRole('heading', { name: 'What it earned', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Make a link for somebody without an account' }).click();
    const link = await page.getByLabel(/Copy it now/).inputValue();
    const guest = await (await browser.newContext()).newPage();
    await guest.goto(link);
    await expect(guest.getByText(named)).toBeVisible();
    await expect(guest.getByText('This link shows this report and nothing else.')).toBeVisible();
    await guest.goto('/s/tindrel/watch');
    await expect(guest).toHaveURL(/sign-in/);
    // The file reads without the application, and prints.
    orchard('watch:report', '--store=tindrel', `--out=${join(folder, 'report.html')}`);
    await guest.goto(`file://${join(folder, 'report.html')}`);
    await expect(guest.getByText(named)).toBeVisible();
    const pdf = await guest.pdf({ preferCSSPageSize: true });
    expect(pdf.subarray(0, 4).toString()).toBe('%PDF');
    expect(pdf.length).toBeGreaterThan(10_000);
    await guest.context().close();
});

test('nothing goes sideways on a phone, and a viewer is offered nothing to change', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 800 });
    await signIn(page, 'viewer');
    for (const path of ['', '/report']) {
        await page.goto(`/s/tindrel/watch${path}`);
        expect(await sideways(page)).toBeLessThanOrEqual(0);
    }
    await page.goto('/s/tindrel/watch');
    await page.locator('#results tbody tr', { hasText: named }).getByRole('link', { name: named }).click();
    expect(await sideways(page)).toBeLessThanOrEqual(0);
    await expect(page.getByRole('button', { name: 'Keep it' })).toHaveCount(0);
});
