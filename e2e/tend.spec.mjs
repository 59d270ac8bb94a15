import { axe, ensureCrawl, expect, orchard, signIn, test } from './helpers.mjs';

test.beforeAll(async () => {
    await ensureCrawl();
    orchard('tend:find', '--store=tindrel', '--wait');
    orchard('tend:maps', '--store=tindrel');
});

const sideways = page => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
const said = page => page.locator('#rings-said');

test('every room can be used by everybody, on a desk and on a phone', async ({ page }) => {
    await signIn(page, 'owner');
    await page.getByRole('navigation', { name: 'The eight steps' }).getByRole('link', { name: /^Tend/ }).click();
    const doors = page.getByRole('navigation', { name: 'Tend' });
    for (const [door, rooms] of [
        ['How pages are reached', ['Orphans', 'Too deep, few links', 'Links to add', 'All pages', 'Rings']],
        ['Headings and images', ['Images', 'Own words', 'Collections', 'Headings']],
        ['Links and answers', []],
        ['Structured data', ['Try a text or an address', 'Structured data']],
        ['Sitemaps and robots.txt', ['robots.txt', 'Known to search engines', 'Sitemaps']],
    ]) {
        await doors.locator('.tabs-line').getByRole('link', { name: door, exact: true }).click();
        for (const room of rooms.length ? rooms : [null]) {
            if (room) await doors.locator('.rooms').getByRole('link', { name: room, exact: true }).click();
            // Rooms of one make are looked at once.
            if (!['Too deep, few links', 'Images', 'Own words', 'Collections', 'Structured data', null].includes(room)) await axe(page);
            expect(await sideways(page)).toBeLessThanOrEqual(0);
        }
    }
    await page.setViewportSize({ width: 390, height: 800 });
    for (const path of ['', '/orphans', '/headings', '/add', '/maps', '/robots']) {
        await page.goto(`/s/tindrel/tend${path}`);
        expect(await sideways(page)).toBeLessThanOrEqual(0);
    }
});

test('the rings are walked by keyboard and by mouse, and tell the way to each page', async ({ page }) => {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/tend');
    const rings = page.getByRole('application');
    // As many marks, dots and rows as there are pages: the table adds up to the picture.
    const pages = Number((await page.locator('#rings-table tfoot td').first().textContent()).replace(/\D/g, ''));
    const marks = await page.locator('#marks circle').count();
    const dots = (await page.locator('.rings .dots').getAttribute('d')).split('M').length - 1;
    expect(marks + dots).toBeLessThanOrEqual(pages);
    expect(marks).toBeGreaterThan(300);
    await rings.focus();
    await page.keyboard.press('ArrowRight');
    await expect(said(page)).toContainText('1 click from home');
    const first = await said(page).textContent();
    await page.keyboard.press('ArrowRight');
    await expect(said(page)).not.toHaveText(first);
    await page.keyboard.press('ArrowLeft');
    await expect(said(page)).toHaveText(first);
    await page.keyboard.press('ArrowDown');
    await expect(said(page)).toContainText('2 clicks from home');
    await page.keyboard.press('ArrowDown');
    await expect(said(page)).toContainText('3 clicks from home');
    // The way from home is drawn and told: home, two pages, this one.
    await expect(page.locator('#rings-page .way li')).toHaveCount(4);
    await expect.poll(async () => (await page.locator('#rings-way').getAttribute('points')).split(' ').length).toBe(4);
    await axe(page);
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/\/gather\/pages\/|\/pages\//);
    await page.goBack();
    await rings.focus();
    await page.keyboard.press('n');
    await expect(said(page)).toContainText(/clicks from home|orphan/);
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('c');
    await expect(page).toHaveURL(/only=\d+/);
    await expect(page.locator('#rings-table tr.is-beside')).toHaveCount(1);
    await page.getByRole('link', { name: 'all collections' }).click();
    await page.locator('.rings-lens').getByRole('link', { name: 'value' }).click();
    await page.locator('#marks .m-orphan').first().click();
    await expect(page.locator('#rings-page')).toContainText('no followed link leads here');
});

test('an orphan is asked about, left for a while, and open again', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/tend/orphans');
    const open = async () => Number((await page.locator('.filters a').first().locator('.n').textContent()).replace(/\D/g, ''));
    const before = await open();
    expect(before).toBeGreaterThan(3);
    await page.locator('#findings tbody a').first().click();
    const box = page.getByRole('complementary', { name: 'Dossier' });
    await expect(box).toContainText('Orphan');
    await axe(page);
    await box.getByLabel('Whom').fill('Whoever runs the campaigns');
    await box.getByRole('button', { name: 'Note the question' }).click();
    await expect(page.getByRole('status')).toContainText('The question is noted.');
    await page.locator('#findings input[name="findings[]"]').first().check();
    await page.getByRole('button', { name: 'Leave', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('Say why it is left as it is.');
    await page.locator('#findings input[name="findings[]"]').first().check();
    await page.getByLabel('Leave the ticked, because').fill('back in spring');
    await page.getByRole('button', { name: 'Leave', exact: true }).click();
    await expect.poll(open).toBe(before - 1);
    await page.getByRole('link', { name: /^Left as they are/ }).click();
    await page.locator('#findings tbody a').first().click();
    await box.getByRole('button', { name: 'Open again' }).first().click();
    await page.goto('/s/tindrel/tend/orphans');
    expect(await open()).toBe(before);
});

test('a cause goes to the writing desk, links go on the editors’ list, robots.txt is tried before it is kept', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/tend/headings');
    await page.getByRole('link', { name: /^products with the heading of another page/ }).click();
    await page.locator('#findings input[data-tick-all]').check();
    const ticked = await page.locator('#findings tbody input:checked').count();
    await page.getByRole('button', { name: 'Take the ticked to the writing desk' }).click();
    await expect(page).toHaveURL(/\/write\?selection=\d+/);
    await expect(page.getByLabel('Texts shown')).toHaveValue('headings');
    expect(ticked).toBeGreaterThan(10);

    await page.goto('/s/tindrel/tend/add');
    await page.locator('#add tbody input').first().check();
    await page.getByRole('button', { name: 'Put the ticked on the editors’ list' }).click();
    await expect(page.getByRole('status')).toContainText('1 link is on the editors’ list');
    await page.getByRole('link', { name: /^On the editors’ list/ }).click();
    await page.locator('#add tbody input').first().check();
    await page.getByRole('button', { name: 'Propose the ticked again' }).click();
    await expect(page.getByRole('status')).toContainText('proposed again');

    await page.goto('/s/tindrel/tend/robots');
    await page.getByRole('button', { name: 'Look what is live' }).click();
    const file = page.getByLabel(/^The file/);
    await expect(file).toHaveValue(/User-agent/);
    await file.fill(`${await file.inputValue()}\nUser-agent: *\nDisallow: /range/table-lamps\n`);
    await page.getByLabel(/^Addresses to try/).fill('/range/table-lamps\n/');
    await page.getByRole('button', { name: 'Try it on all pages' }).click();
    await expect(page.locator('#robots-tried')).toContainText('shut out');
    await expect(page.locator('#robots-shut')).toContainText('/range/table-lamps');
    await axe(page);

    await page.goto('/s/tindrel/tend/try');
    await page.getByLabel(/^JSON-LD/).fill('{"@context":"https://schema.org","@type":"Product","name":"Jug","colour":"blue"}');
    await page.getByRole('button', { name: 'Look', exact: true }).click();
    await expect(page.locator('#faults')).toContainText('“color”');
    await axe(page);
});

test('structured data and links go into the shop by a release, are seen live, and are taken back', async ({ page }) => {
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/tend/structured');
    await page.getByRole('link', { name: /^articles/ }).first().click();
    await page.locator('#findings input[name="findings[]"]').first().check();
    await page.getByRole('button', { name: 'Put what is made for the ticked into the next release' }).click();
    await expect(page.getByRole('status')).toContainText('1 page is ready for release.');
    await page.goto('/s/tindrel/tend/add');
    await page.locator('#add tbody input').first().check();
    await page.getByRole('button', { name: 'Put the ticked into the next release' }).click();
    await expect(page.getByRole('status')).toContainText('1 page is ready for release.');

    await page.goto('/s/tindrel/release');
    await expect(page.getByText('1 structured data')).toBeVisible();
    await expect(page.getByText('1 list of related links')).toBeVisible();
    await axe(page);
    await page.getByLabel('What goes').selectOption('ticked');
    for (const what of ['structured data', 'related links']) await page.getByRole('checkbox', { name: new RegExp(`^Tick ${what} of`) }).check();
    await page.getByRole('button', { name: 'Send now' }).click();
    await expect(page).toHaveURL(/\/release\/\d+$/);
    await expect.poll(async () => { await page.reload(); return page.getByText('seen live', { exact: true }).count(); }, { timeout: 120_000 }).toBeGreaterThanOrEqual(2);
    await page.getByText(/^1 link: /).click();
    await expect(page.locator('pre.made').filter({ hasText: '"url"' }).first()).toBeVisible();
    await axe(page);
    for (const tick of await page.locator('input.pick').all()) await tick.check();
    await page.getByRole('button', { name: 'Take the ticked back' }).click();
    await expect(page.getByText('This takes back')).toBeVisible();
    await expect.poll(async () => { await page.reload(); return page.getByText('seen live', { exact: true }).count(); }, { timeout: 120_000 }).toBeGreaterThanOrEqual(2);
});
