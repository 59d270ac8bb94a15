import { axe, ensureCrawl, expect, signIn, test } from './helpers.mjs';
import { cell, choose, next, ready, row, saved, write } from './sheet.mjs';

const sideways = page => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
const cookies = context => context.clearCookies();

test.beforeAll(ensureCrawl);

test('the rail follows saves, and every row of a release follows what happens to it, without a reload', async ({ page, browser }) => {
    await signIn(page, 'approver');
    await page.goto('/s/tindrel/write?kind=article&sort=name');
    await ready(page);
    const rail = page.getByRole('navigation', { name: 'The eight steps' });
    await write(page, 0, 'title', 'A title that the rail hears of');
    await saved(page);
    await expect(rail.getByRole('link', { name: /^Write/ })).toContainText(/1 page in draft|pages in draft/);
    await choose(page, 0);
    await page.keyboard.press('ControlOrMeta+Enter');
    await expect(page.locator('#told-line')).toContainText('ready for release');
    const viewer = await (await browser.newContext({ baseURL: process.env.APP_URL })).newPage();
    await signIn(viewer, 'viewer');
    await page.goto('/s/tindrel/release');
    await page.locator('#send').getByLabel('Name').fill('Followed');
    await page.getByRole('button', { name: 'Send now' }).click();
    await page.waitForURL(/release\/\d+/);
    await viewer.goto(page.url());
    for (const one of [page, viewer]) {
        await expect(one.locator('#release-rows tbody')).toContainText('seen live', { timeout: 120_000 });
        await expect(one.locator('#release-rows tbody')).not.toContainText('waiting');
        await expect(one.locator('#release-progress')).toContainText('1 of 1 live in the shop');
    }
    // What can be done next is offered as soon as it can be done; nobody had to load the page again.
    await page.locator('#release-rows input.pick').check();
    await expect(viewer.locator('#release-rows input.pick')).toHaveCount(1);
    await page.getByRole('button', { name: 'Take the ticked back' }).click();
    await expect(page.locator('#release-progress')).toContainText('1 seen live', { timeout: 120_000 });
    await viewer.context().close();
});

test('a session that ended loses nothing: it is told, one signs in beside, and what was typed is saved', async ({ page, context }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=collection&sort=name');
    await ready(page);
    await page.waitForLoadState('networkidle'); // An answer on its way would bring the session's cookie back.
    await cookies(context);
    await write(page, 2, 'description', 'Typed after the session had ended, and not lost.');
    await expect(page.getByRole('alert')).toContainText('Your session has ended');
    await expect(page.locator('#saved-line')).toHaveText('1 not saved');
    await axe(page);
    const [beside] = await Promise.all([context.waitForEvent('page'), page.getByRole('link', { name: 'Sign in in a new tab' }).click()]);
    await beside.getByLabel('E-mail address').fill('writer@tindrel.example');
    await beside.getByLabel('Password').fill('lamps-in-a-row');
    await beside.getByRole('button', { name: 'Sign in' }).click();
    await beside.waitForURL(/\/s\/tindrel/);
    await beside.close();
    await page.evaluate(() => dispatchEvent(new Event('focus')));
    await expect(page.locator('#saved-line')).toHaveText('All saved');
    await expect(page.getByRole('alert')).toHaveCount(0);
    await page.reload();
    await ready(page);
    await expect(next(page, 2, 'description')).toContainText('Typed after the session had ended, and not lost.');
    await choose(page, 2, 'description');
    await page.keyboard.press('Alt+Backspace');
    await saved(page);
    // A screen without a desk tells it, too, and keeps its frame: the sign-in page does not come into the rail.
    await page.goto('/s/tindrel/gather');
    await page.waitForLoadState('networkidle'); // An answer on its way would bring the session's cookie back.
    await cookies(context);
    await page.evaluate(() => document.body.dispatchEvent(new CustomEvent('came-back')));
    await expect(page.getByRole('alert')).toContainText('Your session has ended');
    await expect(page.getByRole('navigation', { name: 'The eight steps' })).toBeVisible();
});

test('tables do what people expect: heads sort, shift ticks a range, ticks stay, rows go on, columns get wider', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/weigh');
    const boxes = page.locator('#weighed td input[name="pages[]"]');
    await boxes.nth(1).click();
    await boxes.nth(5).click({ modifiers: ['Shift'] });
    await expect(page.locator('[data-sum]')).toContainText('5 ticked');
    await page.getByRole('columnheader', { name: 'Clicks', exact: true }).getByRole('link').click();
    await expect(page.getByRole('columnheader', { name: 'Clicks', exact: true })).toHaveAttribute('aria-sort', 'descending');
    const clicks = await page.locator('#weighed tbody tr td:nth-child(3)').allTextContents();
    const numbers = clicks.map(text => Number(text.replace(/,/g, '')));
    expect(numbers).toEqual([...numbers].sort((a, b) => b - a));
    await page.goto('/s/tindrel/weigh/worklists');
    await page.goto('/s/tindrel/weigh');
    await expect(page.locator('#weighed td input[name="pages[]"]:checked')).toHaveCount(5);
    await page.getByLabel('Put the ticked into').selectOption({ label: 'a new worklist' });
    const name = 'From the list itself ' + Date.now();
    await page.getByLabel('named').fill(name);
    await page.getByLabel('also pages of other open worklists').check();
    await page.getByRole('button', { name: 'Add to the worklist' }).click();
    await expect(page.getByText(`5 pages were added to “${name}”`)).toBeVisible();
    await expect(page.locator('#weighed td input[name="pages[]"]:checked')).toHaveCount(0);
    const first = await page.locator('#weighed tbody tr').count();
    await page.locator('#weighed tbody tr').last().scrollIntoViewIfNeeded();
    await expect.poll(() => page.locator('#weighed tbody tr').count()).toBeGreaterThan(first);
    const pages = await page.locator('#weighed tbody tr').evaluateAll(rows => rows.map(row => row.id));
    expect(new Set(pages).size).toBe(pages.length);
    await page.evaluate(() => scrollTo(0, 900));
    expect((await page.getByRole('columnheader', { name: 'Page', exact: true }).boundingBox()).y).toBeLessThan(60);
    await page.evaluate(() => scrollTo(0, 0));
    const head = page.getByRole('columnheader', { name: /^Page/ });
    const before = (await head.boundingBox()).width;
    await page.getByRole('separator', { name: 'Width of Page' }).focus();
    for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
    await expect.poll(async () => (await head.boundingBox()).width).toBeGreaterThan(before + 40);
    await page.reload();
    expect((await head.boundingBox()).width).toBeGreaterThan(before + 40);
    await page.getByRole('separator', { name: 'Width of Page' }).press('Escape');
    await page.goto('/s/tindrel/untangle');
    const urls = page.getByRole('columnheader', { name: 'URLs' }).first();
    await urls.getByRole('button').click();
    await expect(urls).toHaveAttribute('aria-sort', 'descending');
    const counts = (await page.locator('table.causes').first().locator('tbody td:nth-child(2)').allTextContents()).map(text => Number(text.replace(/,/g, '')));
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
    await urls.getByRole('button').click();
    await expect(urls).toHaveAttribute('aria-sort', 'ascending');
});

test('links in are told as text and navigation, another host is named, and own words are explained where they are met', async ({ page }) => {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/gather?q=contact');
    const row = page.locator('#inventory tbody tr').first();
    const heads = await page.locator('#inventory thead th').allTextContents();
    const cell = name => row.locator('td').nth(heads.findIndex(head => head.trim() === name));
    await expect(cell('Text links in')).toHaveText('0');
    expect(Number((await cell('Nav links in').innerText()).replace(/\D/g, ''))).toBeGreaterThan(100);
    await page.goto('/s/tindrel/untangle/troubles?verdict=foreign');
    await expect(page.locator('table').last().locator('tbody tr').first()).toContainText(/[a-z0-9-]+\.[a-z]+\/lamp\//);
    for (const [url, word, meaning] of [
        ['weigh', 'upside', 'could bring in 28 days'], ['weigh/numbers?by=class', 'withheld', 'no query row explains'], ['weigh/worklists', 'Worklists', 'ticked off by itself'],
        ['write/recipes', 'recipe', 'from its facts'], ['untangle/tangles', 'sets of duplicate URLs', 'show the same content'],
        ['untangle/tangles', 'keeper', 'name it as their canonical'], ['release', 'release', 'sent to the shop together'],
    ]) {
        await page.goto('/s/tindrel/' + url);
        await page.getByRole('button', { name: word, exact: true }).press('Enter');
        await expect(page.locator('.explained:popover-open'), word).toContainText(meaning);
        word === 'upside' && await axe(page);
        await page.keyboard.press('Escape');
        await expect(page.locator('.explained:popover-open')).toHaveCount(0);
    }
});

test('wrong places keep the store’s frame and say what to do; a viewer’s desk looks like what it is', async ({ page }) => {
    await signIn(page, 'viewer');
    const rail = page.getByRole('navigation', { name: 'The eight steps' });
    for (const [path, words] of [['/s/tindrel/gather/pages/999999999', 'Page not found'], ['/s/tindrel/settings', 'Your role does not allow this']]) {
        await page.goto(path);
        await expect(page.getByRole('heading', { name: words })).toBeVisible();
        await expect(rail.getByRole('link', { name: /^Weigh/ })).toBeVisible();
        await axe(page);
    }
    await page.goto('/s/tindrel/write');
    await ready(page);
    await expect(page.getByText('You can read this desk, but not write')).toBeVisible();
    await expect(page.locator('.pick input')).toHaveCount(0);
    await expect(page.getByText('as the shop has it')).toHaveCount(0);
    await cell(page, 0).dblclick();
    await expect(page.locator('.desk-typing')).toHaveCount(0);
});

test('each step has five doors at most, and the overview, settings and people are one press away', async ({ page }) => {
    await signIn(page, 'owner');
    for (const step of ['gather', 'weigh', 'write', 'untangle']) {
        await page.goto(`/s/tindrel/${step}`);
        expect(await page.locator('.doors .tabs-line a').count()).toBeLessThanOrEqual(5);
    }
    for (const name of ['Settings', 'People', 'Overview']) {
        await page.locator('.rail-line').getByRole('link', { name, exact: true }).click();
        await expect(page.getByRole('heading', { level: 1 })).toContainText('Tindrel');
    }
});

/** Texts of cells that stand over the next cell, since a column is narrower than what it holds and nothing cuts them. */
const runningOver = page => page.evaluate(() => [...document.querySelectorAll('main td, main th')].flatMap(cell => {
    const room = cell.getBoundingClientRect(), texts = document.createTreeWalker(cell, NodeFilter.SHOW_TEXT), over = [];
    while (texts.nextNode()) {
        let one = texts.currentNode.parentElement, isCut = false;
        for (; one !== cell.parentElement; one = one.parentElement) isCut ||= getComputedStyle(one).overflowX !== 'visible' || one.classList.contains('sr-only');
        const range = document.createRange();
        range.selectNodeContents(texts.currentNode);
        if (!isCut && room.width > 0 && [...range.getClientRects()].some(rect => rect.width > 1 && rect.right > room.right + 2)) over.push(texts.currentNode.textContent.trim().slice(0, 60));
    }
    return over;
}));

for (const [what, size] of [['a laptop', { width: 1280, height: 800 }], ['a phone', { width: 390, height: 844 }], ['a screen at 200%', { width: 640, height: 400 }]]) {
    test(`on ${what} no page scrolls sideways, and its content begins in the upper third`, async ({ page }) => {
        await signIn(page, 'owner');
        await page.setViewportSize(size);
        await page.goto('/s/tindrel/release');
        const release = await page.locator('a[href*="/release/"]').first().getAttribute('href').catch(() => null);
        await page.goto('/s/tindrel/gather?kind=product');
        const dossier = await page.locator('#inventory tbody a').first().getAttribute('href');
        await page.goto('/s/tindrel/untangle');
        const cause = await page.locator('.causes tbody a').first().getAttribute('href');
        await page.goto('/s/tindrel/untangle/tangles');
        const tangle = await page.locator('tbody a').first().getAttribute('href');
        const paths = ['', '/gather', '/gather/crawl', '/gather/changed', '/gather/files', '/gather/feed', '/gather/rendered', '/weigh', '/weigh/quick-wins', '/weigh/losing', '/weigh/moved', '/weigh/ahead', '/weigh/not-in-stock', '/weigh/curve', '/weigh/numbers', '/weigh/queries', '/weigh/places', '/weigh/hand-or-recipe', '/weigh/what-if', '/weigh/worklists', '/weigh/calendar', '/write', '/write/recipes', '/write/recipes/new', '/write/sheets', '/untangle', '/untangle/tangles', '/untangle/troubles', '/untangle/parameters', '/untangle/filters', '/untangle/rules', '/untangle/versions', '/untangle/redirects', '/untangle/lost', '/untangle/slugs', '/untangle/told', ...['', '/groups', '/open', '/pages', '/reach', '/rivals', '/roads', '/tracked'].map(view => '/match' + view), ...['', '/collections', '/depth', '/headings', '/images', '/known', '/links', '/maps', '/orphans', '/robots', '/sitemaps', '/status', '/structured', '/words'].map(view => '/tend' + view), '/watch', '/watch/mark', '/watch/report', '/release', '/release/campaigns', '/settings', ...['markets', 'kinds', 'crawl', 'shop', 'numbers', 'money', 'scripts', 'leaving'].map(group => '/settings/' + group), '/people'].map(path => '/s/tindrel' + path);
        for (const path of [...paths, ...[release, dossier, cause, tangle].filter(Boolean), '/account', '/tokens', '/stores', '/stores/new']) {
            const answer = await page.goto(path);
            expect(answer.status(), path).toBeLessThan(400);
            await page.waitForTimeout(250);
            expect(await sideways(page), path).toBeLessThanOrEqual(0);
            if (size.width > 1000) expect(await runningOver(page), path).toEqual([]);
            const top = await page.locator('main h1, main .doors').first().evaluate(element => element.getBoundingClientRect().top);
            expect(top, path).toBeLessThanOrEqual(size.height / 3);
        }
        await page.goto('/s/tindrel/weigh');
        // Whatever is under way at once, it is told in lines that end with the screen.
        await page.locator('.under-way').evaluate(line => line.innerHTML = ['Looking through pages and links', 'Finding duplicates', 'Suggesting lead terms', 'Comparing two crawls', 'A crawl'].map(name => `<p>${name}</p><p>waits</p>`).join(''));
        expect(await sideways(page)).toBeLessThanOrEqual(0);
        await axe(page);
        await page.goto('/s/tindrel/release');
        await axe(page);
    });
}

test('another person’s save reaches a desk that stands open', async ({ page, browser }) => {
    const other = await (await browser.newContext({ baseURL: process.env.APP_URL })).newPage();
    await signIn(page, 'writer');
    await signIn(other, 'approver');
    for (const one of [page, other]) { await one.goto('/s/tindrel/write?kind=collection&sort=wide'); await ready(one); }
    await write(other, 4, 'title', 'Saved by somebody else meanwhile');
    await saved(other);
    await expect(next(page, 4)).toContainText('Saved by somebody else meanwhile');
    await expect(row(page, 4).locator('.line-4')).toContainText('draft');
    await choose(other, 4);
    await other.keyboard.press('Alt+Backspace');
    await saved(other);
    await other.context().close();
});
