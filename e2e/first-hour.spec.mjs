import { readFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { axe, expect, orchard, root, test } from './helpers.mjs';

const potteryUrl = process.env.POTTERY_URL;
const mark = () => `${Date.now()}-${Math.floor(Math.random() * 1000)}`;

/** Somebody new, by the link of an invitation. */
async function join(page, link, name) {
    await page.goto(new URL(link).pathname);
    await page.getByLabel('Your name').fill(name);
    await page.getByLabel(/password/i).fill('clay-on-the-wheel');
    await page.getByRole('button', { name: 'Join' }).click();
    await expect(page.getByRole('button', { name: 'Join' })).toHaveCount(0);
}

async function founder(page) {
    const email = `fay-${mark()}@first.example`;
    const { link } = JSON.parse(orchard('access:invite', '--add-stores', `--email=${email}`, '--json'));
    await join(page, link, 'Fay Founder');
    return email;
}

/** Adds the second stand-in shop as a store, from the screen. */
async function addStore(page, name) {
    await page.goto('/stores/new');
    await page.getByLabel('The address of the shop').fill(potteryUrl);
    await page.getByRole('button', { name: 'Look at the shop' }).click();
    await page.getByLabel(/private network/).check();
    await page.getByRole('button', { name: 'Look at the shop' }).click();
    await page.getByLabel('Name').fill(name);
    await page.getByRole('button', { name: 'Add the store' }).click();
    await page.waitForURL(/\/s\//);
    return new URL(page.url()).pathname.split('/')[2];
}

/** Thirteen weeks of clicks for the shop's own addresses, as somebody else's program would write them. */
async function rows() {
    const sitemap = await (await fetch(`${potteryUrl}/sitemap.xml`)).text();
    let pages = [...sitemap.matchAll(/<loc>([^<]+)<\/loc>/g)].map(found => found[1].replaceAll('&amp;', '&'));
    if (/<sitemapindex/.test(sitemap)) {
        const inner = await Promise.all(pages.map(async url => (await fetch(url)).text()));
        pages = inner.flatMap(text => [...text.matchAll(/<loc>([^<]+)<\/loc>/g)].map(found => found[1].replaceAll('&amp;', '&')));
    }
    const lines = ['Landing page;Date;Clicks;Impressions;Average position'];
    for (let back = 5; back < 100; back++) {
        const day = new Date(Date.now() - back * 86400_000).toISOString().slice(0, 10);
        pages.slice(0, 60).forEach((url, nth) => lines.push(`${url};${day};${nth % 7};${100 + nth};${3 + (nth % 9)},5`));
    }
    return Buffer.from(lines.join('\r\n') + '\r\n');
}

test.beforeAll(() => {
    // The second shop as on its first day, whatever was tried on it before.
    const folder = process.env.ORCHARD_VAR + '/shops/fennmoor';
    execFileSync('rm', ['-f', folder + '/secret']);
    execFileSync('php', [root + 'standins/pottery/bin/make-pottery', folder]);
});

test('a new owner adds a shop, sees its pages while the crawl runs, brings rows, reads the overview, makes a worklist: with no command typed', async ({ page }) => {
    const email = await founder(page);
    await expect(page).toHaveURL(/stores\/new/);
    await axe(page);
    // What is no shop is told, and what was typed is still there.
    const box = page.getByLabel('The address of the shop');
    await box.fill(`${potteryUrl}/nothing-here`);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('private network');
    await page.getByLabel(/private network/).check();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('answers 404');
    await expect(box).toHaveValue(`${potteryUrl}/nothing-here`);
    await box.fill(potteryUrl);
    await page.getByRole('button', { name: 'Look at the shop' }).click();
    await expect(page.getByText('pages in its sitemap')).toBeVisible();
    await axe(page);
    await page.getByLabel('Name').fill('Fennmoor, mine');
    await page.getByLabel('Currency').fill('GBP');
    await page.getByRole('button', { name: 'Add the store' }).click();
    await page.waitForURL(/\/s\/fennmoor-mine/);
    const at = new URL(page.url()).pathname;
    // The first hour, with what is there already while it runs.
    await expect(page.getByText(/runs now|done/).first()).toBeVisible();
    await expect(page.locator('.first-hour tbody tr').first()).toContainText(/pages so far|products|others/, { timeout: 60_000 });
    await axe(page);
    await expect(page.locator('.first-hour tbody tr').first()).toContainText('done', { timeout: 120_000 });
    // Rows, from the overview's own button.
    await page.getByRole('link', { name: 'Import a file' }).click();
    await page.getByLabel('File').setInputFiles({ name: 'clicks.csv', mimeType: 'text/csv', buffer: await rows() });
    await page.getByRole('button', { name: 'Upload and check' }).click();
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await expect(page.locator('#import-progress')).toContainText('imported', { timeout: 90_000 });
    await page.goto(at);
    await expect(page.getByText('are left lying in search')).toBeVisible({ timeout: 120_000 });
    await expect(page.locator('.lots tbody tr')).not.toHaveCount(0);
    await axe(page);
    // What is left of the first hour: the next thing is offered, and the whole of it is one press away.
    await page.getByRole('link', { name: 'New here? The first hour' }).click();
    await page.getByRole('button', { name: 'Make the list' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('The first 20');
    await page.goto(`${at}?first-hour`);
    await expect(page.locator('.first-hour tbody tr').nth(4)).toContainText('done');
    // From signing in to the first draft in three clicks: sign in, write these, type.
    // Signed out by its button: an answer under way could bring a cleared cookie back.
    await page.locator('summary', { hasText: 'Fay Founder' }).click();
    await page.getByRole('button', { name: 'Sign out' }).click();
    await page.waitForURL(/sign-in/);
    await page.getByLabel('E-mail address').fill(email);
    await page.getByLabel('Password').fill('clay-on-the-wheel');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('button', { name: /^Write (these|the first)/ }).first().click();
    await expect(page.locator('#desk')).toHaveAttribute('data-is-ready', 'yes');
    await page.keyboard.type('Thrown by hand, fired twice');
    await page.keyboard.press('Enter');
    await page.goto(at);
    await expect(page.locator('.hands tbody tr').nth(3)).toContainText('1 page has a draft', { timeout: 20_000 });
});

test('people are invited, accept, change their role, are withdrawn, leave and are removed', async ({ page, browser }) => {
    await founder(page);
    const slug = await addStore(page, `People ${mark()}`);
    await page.goto(`/s/${slug}/people`);
    await axe(page);
    const invite = async (email, role) => {
        await page.locator('#email').fill(email);
        await page.locator('#role').selectOption(role);
        await page.getByRole('button', { name: 'Make a link', exact: true }).click();
        return (await page.getByRole('status').locator('b').textContent()).trim();
    };
    const [wim, ann, late] = ['wim', 'ann', 'late'].map(name => `${name}-${mark()}@first.example`);
    const links = [await invite(wim, 'writer'), await invite(ann, 'viewer')];
    await invite(late, 'viewer');
    await page.getByRole('button', { name: `Withdraw the invitation of ${late}` }).click();
    await expect(page.getByText(late)).toHaveCount(0);
    const [w, a] = [await (await browser.newContext()).newPage(), await (await browser.newContext()).newPage()];
    await join(w, links[0], 'Wim');
    await join(a, links[1], 'Ann');
    await expect(w).toHaveURL(new RegExp(`/s/${slug}`));
    await page.reload();
    await page.getByLabel('Role of Ann').selectOption('approver');
    await page.locator('tr', { hasText: 'Ann' }).getByRole('button', { name: 'Set' }).click();
    await expect(page.getByRole('status')).toContainText('Ann is now approver');
    // One leaves by herself, one is taken out; the last owner cannot go.
    await a.goto('/stores');
    await a.getByRole('button', { name: /^Leave/ }).click();
    await expect(a.getByText('You have no access to a store')).toBeVisible();
    await page.getByLabel('Role of Wim').selectOption('none');
    await page.locator('tr', { hasText: 'Wim' }).getByRole('button', { name: 'Set' }).click();
    expect((await w.goto(`/s/${slug}`)).status()).toBe(404);
    await page.goto('/stores');
    await page.getByRole('button', { name: /^Leave/ }).click();
    await expect(page.getByRole('alert')).toContainText('keeps one owner at least');
});

test('a store is archived, exported and deleted, and its progress is seen', async ({ page }) => {
    await founder(page);
    const name = `Short lived ${mark()}`;
    const slug = await addStore(page, name);
    await expect(page.locator('.first-hour tbody tr').first()).toContainText('done', { timeout: 120_000 });
    await page.getByRole('link', { name: 'Settings' }).click();
    for (const group of ['Markets', 'Kinds of pages', 'Crawl', 'Shop connection', 'Numbers', 'Money and work', 'Scripts']) {
        await page.locator('.tabs-line').getByRole('link', { name: group, exact: true }).click();
        await expect(page.locator('.tabs-line [aria-current]')).toHaveText(group);
        await axe(page, ['light']);
    }
    await page.locator('.tabs-line').getByRole('link', { name: 'Crawl', exact: true }).click();
    await page.getByLabel('Pages a second').fill('a lot');
    await page.getByRole('button', { name: 'Keep these settings' }).click();
    await expect(page.getByLabel('Pages a second')).toHaveValue('a lot');
    await expect(page.locator('tr', { hasText: 'Pages a second' })).toContainText('a whole number');
    await page.getByLabel('Pages a second').fill('50');
    await page.getByRole('button', { name: 'Keep and ask the shop' }).click();
    await expect(page.getByRole('status')).toContainText('The shop answers and lets a crawl in.');
    await page.locator('.tabs-line').getByRole('link', { name: 'Leaving', exact: true }).click();
    await axe(page);
    await page.getByRole('button', { name: 'Export the store' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download the export' }).click({ timeout: 60_000 });
    const zip = readFileSync(await (await download).path());
    expect(zip.subarray(0, 2).toString()).toBe('PK');
    expect(zip.includes('pages.csv')).toBe(true);
    await page.getByRole('button', { name: `Archive ${name}` }).click();
    await expect(page.getByText('All of it can be looked at.')).toBeVisible();
    await page.getByLabel(/The store’s name/).fill('Another');
    await page.getByRole('button', { name: `Delete ${name}` }).click();
    await expect(page.getByRole('alert')).toContainText('Type the store’s name');
    await page.getByLabel(/The store’s name/).fill(name);
    await page.getByRole('button', { name: `Delete ${name}` }).click();
    await expect(page).toHaveURL(/\/stores$/);
    await expect(page.locator('main')).not.toContainText('is being deleted:', { timeout: 90_000 });
    await page.reload();
    await expect(page.locator('table')).toHaveCount(0);
    expect((await page.goto(`/s/${slug}`)).status()).toBe(404);
});
