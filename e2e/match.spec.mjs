import { axe, ensureCrawl, expect, orchard, root, signIn, test } from './helpers.mjs';

test.beforeAll(async () => {
    await ensureCrawl();
    orchard('gather:feed', '--store=tindrel', '--wait');
    orchard('weigh:score', '--store=tindrel', '--wait');
    orchard('gather:import', 'keywords', root + 'app/Demo/keywords.csv', '--store=tindrel', '--wait');
    orchard('match:suggest', '--store=tindrel', '--wait');
});

const row = (page, term) => page.locator(`.match-terms tbody tr:has(a:text-is("${term}"))`);
const box = page => page.getByRole('complementary', { name: 'Dossier' });

test('terms stand beside their pages, and every screen can be used by everybody', async ({ page }) => {
    await signIn(page, 'owner');
    await page.getByRole('navigation', { name: 'The eight steps' }).getByRole('link', { name: /^Match/ }).click();
    const doors = page.getByRole('navigation', { name: 'Match' });
    for (const [door, room] of [['Terms and pages', 'Groups'], ['Pages that take turns', null], ['Terms without a page', 'Proposed pages'], ['Terms without a page', 'Within reach'], ['Where terms stand', null], ['Terms and pages', 'All terms']]) {
        await doors.locator('.tabs-line').getByRole('link', { name: door, exact: true }).click();
        if (room) await doors.locator('.rooms').getByRole('link', { name: room, exact: true }).click();
        await axe(page);
        expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
        expect(await page.locator('table.ledger tbody tr').count()).toBeGreaterThan(1);
    }
    // Broad terms go to collections; a line joins each term with the page opposite.
    await expect(row(page, 'floor lamp')).toContainText('collection');
    await page.mouse.move(0, 0);
    await row(page, 'floor lamp').hover();
    await expect(page.locator('.match-pages tr.is-on')).toContainText('Floor Lamps');
    await expect(page.locator('.match-lines path.is-on')).toHaveCount(1);
    await page.setViewportSize({ width: 390, height: 800 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
});

test('a pairing is locked, given to another page, and taken back after a reload, by keyboard alone', async ({ page }) => {
    await signIn(page, 'writer');
    const at = '/s/tindrel/match?words=linen+lampshade';
    await page.goto(at);
    const term = row(page, 'linen lampshade');
    const locked = name => page.locator('.match-pages tr', { hasText: name }).getByRole('img', { name: 'locked' });
    await term.getByRole('link').first().focus();
    const lead = await page.locator('.match-pages tr.is-on a').first().textContent();
    await page.keyboard.press('l');
    await expect(page.getByRole('status')).toContainText('“linen lampshade”: locked to its page');
    await expect(locked(lead)).toBeVisible();
    // The panel tells why, and gives the term to the next best page.
    await row(page, 'linen lampshade').getByRole('link').first().focus();
    await page.keyboard.press('Enter');
    await expect(box(page).getByRole('heading', { name: 'Pages that could go for it' })).toBeVisible();
    await axe(page);
    const give = box(page).getByRole('button', { name: /^Give it to/ }).first();
    const other = (await give.textContent()).replace('Give it to ', '');
    await give.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('status')).toContainText(`“linen lampshade” leads ${other} now, and is locked.`);
    await page.goto(at);
    await expect(locked(other)).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('status')).toContainText('Taken back: “linen lampshade”');
    await expect(locked(lead)).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('status')).toContainText('Taken back: locking');
    await page.goto(at);
    await expect(locked(lead)).toHaveCount(0);
    // By the address of any page, too; one that is not ours is told.
    await row(page, 'linen lampshade').getByRole('link').first().click();
    await box(page).getByLabel('Another page, by its URL').fill('https://elsewhere.example/');
    await box(page).getByRole('button', { name: 'Give it the term' }).click();
    await expect(page.getByRole('alert')).toContainText('is no page of this store');
});

test('it is decided which of two pages it shall be, and the desk follows', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/match');
    await page.keyboard.press('Tab');
    await page.goto('/s/tindrel/match/rivals');
    const open = page.locator('#rivals tbody tr', { hasText: 'open' });
    const before = await open.count();
    expect(before).toBeGreaterThan(2);
    const term = await open.first().getByRole('link').first().textContent();
    await open.first().getByRole('link').first().click();
    await expect(box(page).getByRole('heading', { name: 'Which page shall it be?' })).toBeVisible();
    await box(page).getByLabel('Because').fill('it sells more');
    const main = box(page).locator('.decide label:has(input:checked) b');
    const name = await main.textContent();
    await box(page).getByRole('button', { name: 'Give it the term', exact: true }).first().click();
    await expect(page.getByRole('status')).toContainText(`“${term}” leads ${name} now`);
    await page.goto('/s/tindrel/match/rivals');
    await expect(open).toHaveCount(before - 1);
    await page.goto(`/s/tindrel/write?q=${encodeURIComponent(name)}`);
    await expect(page.locator('#desk')).toContainText(term);
    // Taken back: nobody has decided.
    await page.goto(`/s/tindrel/match?words=${encodeURIComponent(term)}`);
    await row(page, term).getByRole('link').first().click();
    await box(page).getByRole('button', { name: 'Open it again' }).click();
    await expect(page.getByRole('status')).toContainText('is open again');
});

test('a page is planned for a term that has none, and a viewer can only look', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/match/open');
    const first = page.locator('#open-terms tbody tr').first();
    const term = await first.getByRole('link').textContent();
    await first.getByRole('button', { name: 'Plan a page' }).click();
    await expect(page.getByRole('status')).toContainText('and can be written');
    await page.getByRole('link', { name: /^planned/ }).click();
    const planned = page.locator('#open-terms tr', { hasText: term });
    await expect(planned).toContainText('/range/');
    await axe(page);
    // It is written like any other, and waits for its page.
    await planned.getByRole('button', { name: /^Write/ }).click();
    await expect(page.locator('#desk')).toContainText('planned, not made yet');
    await page.keyboard.press('F2');
    await page.keyboard.type('A title before its page');
    await page.keyboard.press('Enter');
    await expect(page.locator('#saved-line')).toHaveText('All saved');
    await page.goto('/s/tindrel/match/open?show=planned');
    await expect(planned).toContainText('1 text written');
    // At another address it is planned anew, from the term's panel.
    await planned.getByRole('link').click();
    await box(page).getByLabel('at', { exact: true }).fill('/range/made-elsewhere');
    await box(page).getByRole('button', { name: 'Change the plan' }).click();
    await expect(page.getByRole('status')).toContainText('/range/made-elsewhere');
    await page.locator('#open-terms tr', { hasText: term }).getByRole('button', { name: /^Open again/ }).click();
    await expect(page.getByRole('status')).toContainText('is open again');
    await page.context().clearCookies();
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/match');
    await expect(page.getByRole('button', { name: 'Match again' })).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Lock the ticked' })).toHaveCount(0);
    await page.goto('/s/tindrel/match/open');
    await expect(page.getByRole('button', { name: 'Plan a page' })).toHaveCount(0);
});

test('terms are tracked, tagged and followed by day, and what was not seen is a gap', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/match/tracked');
    await expect(page.getByText('Nothing is tracked yet')).toBeVisible();
    await axe(page);
    await page.getByLabel('Terms, one a line').fill('floor lamp\nlinen lampshade\na lamp that nobody looks for');
    await page.getByLabel('tags', { exact: true }).fill('spring');
    await page.getByRole('button', { name: 'Track them' }).click();
    await expect(page.getByRole('status')).toContainText('3 terms tracked');
    // The screen follows the work by itself.
    const one = page.locator('.tracked tbody tr', { hasText: 'floor lamp' });
    await expect(one).not.toContainText('being read', { timeout: 30_000 });
    await expect(one.locator('.spark path')).toHaveAttribute('d', /^M/);
    await expect(page.locator('.tracked tbody tr', { hasText: 'nobody looks for' })).toContainText('never');
    await expect(page.locator('svg.wide-weeks rect').first()).toBeAttached();
    await axe(page);
    for (const [width, height] of [[1280, 800], [390, 800]]) {
        await page.setViewportSize({ width, height });
        expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
    }
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.getByRole('link', { name: /^not seen/ }).click();
    await expect(page.locator('.tracked tbody tr')).toHaveCount(1);
    await page.getByRole('link', { name: /^all/ }).click();
    await one.getByRole('link').first().click();
    await expect(box(page).getByRole('heading', { name: 'Day by day' })).toBeVisible();
    await expect(box(page).locator('.term-days path')).toHaveAttribute('d', /^M/);
    await axe(page);
    // Typing where a choice's words go makes the choice.
    await page.goto('/s/tindrel/match/tracked');
    await page.getByLabel('URL of a page').fill('/range/floor-lamps');
    await expect(page.locator('input[value="page"]')).toBeChecked();
    await page.getByRole('button', { name: 'Track them' }).click();
    await expect(page.getByRole('status')).toContainText('tracked');
    for (let n = 0; n < 2; n++) {
        await page.getByRole('button', { name: 'Undo' }).click();
        await expect(page.getByRole('status')).toContainText('Taken back: tracking');
        await page.goto('/s/tindrel/match/tracked');
    }
    await expect(page.getByText('Nothing is tracked yet')).toBeVisible();
});
