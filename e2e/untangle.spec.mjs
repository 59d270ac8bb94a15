import { axe, ensureCrawl, expect, office, orchard, shopUrl, signIn, test } from './helpers.mjs';

test.beforeAll(async () => {
    await ensureCrawl();
    orchard('untangle:find', '--store=tindrel', '--wait');
});

const number = async locator => Number((await locator.textContent()).replace(/[^\d]/g, ''));

test('causes come first, safe ones apart from those that are a person’s call, and every screen can be used by everybody', async ({ page }) => {
    await signIn(page, 'owner');
    await page.getByRole('navigation', { name: 'The eight steps' }).getByRole('link', { name: /^Untangle/ }).click();
    await expect(page.getByRole('heading', { name: 'Safe now' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Your call' })).toBeVisible();
    await expect(page.getByRole('link', { name: 'One page at several paths, /range/*/* and /lamp/*' })).toBeVisible();
    await axe(page);
    const doors = page.getByRole('navigation', { name: 'Untangle' });
    for (const [door, room] of [['Duplicates', 'Tangles'], ['Duplicates', 'Parameters'], ['Duplicates', 'Filters'], ['Duplicates', 'Rules'], ['Canonicals', 'hreflang'], ['Redirects', '404s'], ['Redirects', 'Slugs'], ['Tell search engines', null]]) {
        await doors.locator('.tabs-line').getByRole('link', { name: door, exact: true }).click();
        const link = room === null ? doors.getByRole('link', { name: door, exact: true }) : doors.locator('.rooms').getByRole('link', { name: room, exact: true });
        if (room !== null) await link.click();
        await expect(link).toHaveAttribute('aria-current', 'page');
        await axe(page);
        expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
    }
});

test('the export agrees with what the shop really says', async () => {
    const rows = JSON.parse(orchard('untangle:export', '--store=tindrel', '--json'));
    const byUrl = new Map(rows.map(row => [row.url, row]));
    expect(rows.length).toBeGreaterThan(2500);
    // Every product is one tangle: its own address, its variants, its places in ranges. The shop’s own list of products says which.
    let products = 0;
    for (let after = ''; after !== null;) {
        const batch = await office('GET', '/resources?limit=250&kind=product' + (after ? `&after=${after}` : ''));
        for (const product of batch.items) {
            const own = byUrl.get(shopUrl + product.path);
            const addresses = rows.filter(row => { const url = new URL(row.url); return url.pathname === product.path || (url.pathname.startsWith('/range/') && url.pathname.endsWith('/' + product.slug) && url.pathname.split('/').length === 4); });
            if (addresses.length < 2 || !own) continue;
            products++;
            expect(new Set(addresses.map(row => row.tangle)).size, product.path).toBe(1);
            expect(new Set(addresses.map(row => row.keeper)), product.path).toEqual(new Set([shopUrl + product.path]));
        }
        after = batch.next;
    }
    expect(products).toBeGreaterThan(300);
    // No two products share a tangle, copies included.
    const tangles = new Map();
    for (const row of rows.filter(row => row.tangle && /^\/lamp\/[^/?]+$/.test(new URL(row.url).pathname) && !new URL(row.url).search && !/-old/.test(row.url))) {
        expect(tangles.get(row.tangle), `${row.url} beside`).toBeUndefined();
        tangles.set(row.tangle, row.url);
    }
});

test('a cause is looked at, decided by keyboard, and taken back; two pages are compared', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/untangle');
    await page.getByRole('link', { name: 'Variants by parameter finish, /lamp/' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Variants by parameter finish, /lamp/' })).toBeVisible();
    await axe(page);
    await page.getByLabel('For all URLs of this cause').focus();
    await page.getByLabel('For all URLs of this cause').selectOption({ label: 'Keep all variants indexable' });
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await expect(page.getByText('means:')).toBeVisible();
    await page.getByRole('button', { name: 'Decide this' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByText('This holds for what later crawls find')).toBeVisible();
    await expect(page.getByText('0 to do')).toBeVisible();
    await page.getByRole('button', { name: 'Go by the store’s rule again' }).click();
    await expect(page.getByText('This holds for what later crawls find')).toHaveCount(0);
    // The drawing leads to a comparison, by keyboard too.
    await page.locator('svg.tangle a').first().focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Compare two pages' })).toBeVisible();
    await expect(page.getByText('A variant of one product').or(page.getByText('The same page')).first()).toBeVisible();
    await axe(page);
});

test('what is safe is released in a first part, seen live, and taken back; the rest is let go', async ({ page }) => {
    test.slow();
    await signIn(page, 'approver');
    await page.goto('/s/tindrel/untangle');
    const before = await (await fetch(shopUrl + '/lamp/calder-empire-lampshade')).text().catch(() => '');
    const back = page.getByRole('button', { name: 'Withdraw them' });
    if (await back.count()) await back.click();
    await page.getByRole('button', { name: /^Make all .* ready for release/ }).click();
    await expect(page.getByText('changes are ready for release')).toBeVisible();
    await page.goto('/s/tindrel/release');
    await expect(page.getByRole('heading', { name: 'URLs and what stands on pages' })).toBeVisible();
    await axe(page);
    const figures = await page.locator('.figures').first().innerText();
    const all = [...figures.matchAll(/([\d,]+)\s+(?:canonical|robots|redirect|slug)/g)].reduce((sum, [, n]) => sum + Number(n.replace(',', '')), 0);
    expect(all).toBeGreaterThan(200);
    const what = page.getByLabel('What goes');
    if (await what.locator('[value=addresses]').count()) await what.selectOption('addresses');
    await page.getByLabel('How much of it').selectOption('5');
    await page.getByRole('button', { name: 'Send now' }).click();
    await expect(page.getByText(/(\d+) of \1 live in the shop/)).toBeVisible({ timeout: 60000 });
    // A twentieth, and with it the keepers that have to be put right before their duplicates name them.
    const part = await number(page.locator('#release-progress .big-number'));
    expect(part).toBeGreaterThanOrEqual(Math.ceil(all * 0.05));
    expect(part).toBeLessThanOrEqual(2 * Math.ceil(all * 0.05));
    await expect(page.locator('#release-progress').getByText(`${part} seen live`)).toBeVisible({ timeout: 90000 });
    await axe(page);
    await page.getByRole('button', { name: 'Take the whole release back' }).click();
    await expect(page.getByText(`${part} of ${part} live in the shop`)).toBeVisible({ timeout: 60000 });
    await expect(page.locator('#release-progress').getByText(`${part} seen live`)).toBeVisible({ timeout: 90000 });
    expect(await (await fetch(shopUrl + '/lamp/calder-empire-lampshade')).text().catch(() => '')).toBe(before);
    await page.goto('/s/tindrel/untangle');
    await page.getByRole('button', { name: 'Withdraw them' }).click();
    await expect(page.getByText(`${all - part} changes were withdrawn.`)).toBeVisible();
});

test('a viewer sees all of it and can change nothing', async ({ page }) => {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/untangle');
    await expect(page.getByRole('heading', { name: 'Safe now' })).toBeVisible();
    await expect(page.getByRole('button', { name: /ready for release|Search again/ })).toHaveCount(0);
    await page.goto('/s/tindrel/untangle/redirects');
    await expect(page.getByRole('button', { name: 'Add' })).toHaveCount(0);
});
