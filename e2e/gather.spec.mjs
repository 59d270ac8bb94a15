import { axe, ensureCrawl, expect, office, orchard, shopUrl, signIn, test } from './helpers.mjs';
import { crawl } from './crawler.mjs';

test('the first crawl is started from the screen, shows its progress, and fills the inventory', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/gather');
    const first = page.getByRole('button', { name: 'Start the first crawl' });
    if (await first.count()) await first.click(); else await page.getByRole('button', { name: 'Crawl now' }).click();
    await expect(page.locator('#crawl-progress')).toContainText('pages crawled');
    await expect(page.locator('#crawl-progress')).toContainText('The crawl is done', { timeout: 240_000 });
    await axe(page);
    await page.getByRole('link', { name: 'Pages', exact: true }).click();
    await expect(page.getByRole('link', { name: /collections \d+/ })).toBeVisible();
    await axe(page);
    await page.getByRole('link', { name: /collections \d+/ }).click();
    await expect(page).toHaveURL(/kind=collection/);
    await page.getByLabel('Find', { exact: true }).fill('pendant lamps');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('link', { name: '/range/pendant-lamps', exact: true })).toBeVisible();
    await page.getByRole('link', { name: '/range/pendant-lamps', exact: true }).click();
    await expect(page.locator('dt', { hasText: 'Click depth' })).toBeVisible();
    await axe(page);
});

test('a crawl is paused and goes on where it was', async ({ page }) => {
    await ensureCrawl();
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/gather/crawl');
    await page.getByRole('button', { name: 'Start a new crawl' }).click();
    await page.getByRole('button', { name: 'Pause' }).click();
    await expect(page.locator('#crawl-progress')).toContainText('The crawl is stopped', { timeout: 240_000 });
    await page.getByRole('button', { name: 'Continue' }).click();
    await expect(page.locator('#crawl-progress')).toContainText('The crawl is done', { timeout: 240_000 });
});

test('the crawl finds what an independent crawler finds: URLs, status, title, description, H1, canonical, depth, links, words', async () => {
    await ensureCrawl();
    const known = [];
    for (let after = ''; after !== null;) {
        const batch = await office('GET', '/resources?limit=250' + (after ? `&after=${after}` : ''));
        known.push(...batch.items.map(item => shopUrl + item.path));
        after = batch.next;
    }
    const theirs = await crawl(shopUrl + '/', known, ['/find', '/basket', '/office/']);
    const ours = new Map(JSON.parse(orchard('gather:export', '--store=tindrel', '--json')).map(row => [row.url, row]));
    expect([...ours.keys()].sort()).toEqual([...theirs.keys()].sort());
    expect(ours.size).toBeGreaterThan(2500);
    expect(ours.size).toBeLessThanOrEqual(4000);
    const differing = [];
    for (const [url, page] of theirs) {
        const row = ours.get(url);
        const expected = { status: page.status, title: page.title ?? '', description: page.description ?? '', h1: page.h1s[0] ?? '', h1_count: page.h1s.length, canonical: page.canonicals[0] ?? page.header ?? '', depth: page.depth, links_in: page.linksIn, words: page.words };
        for (const [key, value] of Object.entries(expected)) if (row[key] !== value) differing.push(`${url} ${key}: ours ${JSON.stringify(row[key])}, theirs ${JSON.stringify(value)}`);
    }
    expect(differing.slice(0, 20)).toEqual([]);
});
