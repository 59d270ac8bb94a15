import { readFileSync } from 'node:fs';
import { axe, ensureCrawl, expect, orchard, signIn, test } from './helpers.mjs';

const numbers = async locator => (await locator.allTextContents()).map(text => Number(text.replace(/[^\d.]/g, '') || 0));

test.beforeAll(async () => {
    await ensureCrawl();
    orchard('gather:feed', '--store=tindrel', '--wait');
    orchard('weigh:score', '--store=tindrel', '--wait');
});

test('pages are listed by what they could earn more, and the sum behind each adds up', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/weigh');
    await expect(page.getByText('in 28 days').first()).toBeVisible();
    const upsides = await numbers(page.locator('#weighed tbody td:nth-child(9)'));
    expect(upsides.length).toBeGreaterThan(30);
    expect(upsides).toEqual([...upsides].sort((a, b) => b - a));
    await axe(page);
    await page.locator('#weighed a[data-beside]').first().focus();
    await page.keyboard.press('Enter');
    const why = page.getByRole('complementary', { name: 'Dossier' });
    await expect(why.getByText('Value of a click')).toBeVisible();
    await axe(page);
    const sums = why.locator('table').first();
    for (const column of [5, 6]) {
        const parts = await numbers(sums.locator(`tbody tr td:nth-child(${column})`));
        const [sum] = await numbers(sums.locator(`tfoot td:nth-child(${column})`));
        expect(Math.abs(parts.reduce((a, b) => a + b, 0) - sum)).toBeLessThan(0.005 * (parts.length + 1));
    }
    await page.keyboard.press('Escape');
    await page.getByRole('columnheader', { name: 'Revenue' }).getByRole('link').click();
    await expect(page).toHaveURL(/sort=revenue/);
    await page.locator('select[name=kind]').selectOption({ label: 'collections' });
    await expect(page).toHaveURL(/kind=collection/);
    await expect(page.locator('#weighed tbody tr').first().locator('td.w-page a')).toHaveAttribute('title', /\/range\//);
    await page.getByLabel(/^Weeks/).selectOption('4');
    await expect(page).toHaveURL(/weeks=4/);
    await page.getByRole('link', { name: 'Reset' }).click();
    await expect(page).not.toHaveURL(/weeks=4/);
    await page.getByRole('button', { name: 'Calculate again' }).click();
    await expect(page).toHaveURL(/\/weigh$/);
});

test('a worklist is filled, worked through by keyboard, carried over and taken to the desk in its order', async ({ page }) => {
    await signIn(page, 'writer');
    const [firstName, secondName] = ['First things ' + Date.now(), 'Second things ' + Date.now()];
    await page.goto('/s/tindrel/weigh/worklists');
    await page.getByLabel('Name').fill(firstName);
    await page.getByLabel('due').fill('2027-12-31');
    await page.getByLabel('capacity').fill('4');
    await page.getByRole('button', { name: 'Make the worklist' }).click();
    await expect(page.getByText('pages were added: the most upside')).toBeVisible();
    await axe(page);
    const rows = page.locator('#worklist tbody tr');
    const n = await rows.count();
    expect(n).toBeGreaterThan(5);
    await expect(page.getByText('of 4.0 hours planned')).toBeVisible();
    const first = await rows.first().locator('a').textContent();
    const second = await rows.nth(1).locator('a').textContent();
    await rows.nth(1).getByRole('button', { name: 'Up' }).focus();
    await page.keyboard.press('Enter');
    await expect(rows.first().locator('a')).toHaveText(second);
    await rows.first().getByRole('button', { name: 'Leave out' }).click();
    await expect(page.getByText(`0 of ${n - 1} pages released`)).toBeVisible();
    await rows.nth(1).getByLabel('Note').fill('ask the buyers');
    await rows.nth(1).getByLabel('Note').press('Enter');
    await expect(rows.nth(1).getByLabel('Note')).toHaveValue('ask the buyers');
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Calendar file' }).click()]);
    expect(readFileSync(await file.path(), 'utf8')).toContain('BEGIN:VTODO');
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('button', { name: 'To the writing desk' })).toBeHidden();
    await page.emulateMedia({ media: 'screen' });
    await page.getByRole('button', { name: 'To the writing desk' }).click();
    await expect(page).toHaveURL(/sort=picked/);
    await expect(page.locator('.desk-row a.name').first()).toHaveAttribute('title', new RegExp(first.split('/').pop()));
    await page.goto('/s/tindrel/weigh/worklists');
    await page.getByLabel('Name').fill(secondName);
    await page.getByLabel('due').fill('2028-01-31');
    await page.getByLabel('fill it with').uncheck();
    await page.getByRole('button', { name: 'Make the worklist' }).click();
    await page.goto('/s/tindrel/weigh/worklists');
    await page.getByRole('link', { name: firstName }).click();
    await page.getByLabel('Move what is not released to').selectOption({ label: secondName });
    await page.getByRole('button', { name: 'Close' }).click();
    await expect(page.getByText(`${n - 1} pages were moved to “${secondName}”`)).toBeVisible();
    await page.getByRole('link', { name: secondName }).click();
    await expect(page.locator('#worklist tbody tr').first().getByLabel('Note')).toHaveValue('ask the buyers');
    await page.goto('/s/tindrel/weigh');
    await page.locator('input[name="pages[]"]').nth(40).check();
    await expect(page.locator('[data-sum]')).toContainText('1 ticked');
    await page.getByLabel('Put the ticked into').selectOption({ label: `${secondName}, due 31 Jan 2028` });
    await page.getByRole('button', { name: 'Add to the worklist' }).click();
    await expect(page.getByText(`added to “${secondName}”`)).toBeVisible();
});

test('a range of the curve is picked by dragging and by keyboard', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/weigh/curve');
    await expect(page.locator('#curve circle').nth(50)).toBeAttached();
    await axe(page);
    const box = await page.locator('#curve').boundingBox();
    await page.mouse.move(box.x + 0.45 * box.width, box.y + 0.4 * box.height);
    await page.mouse.down();
    await page.mouse.move(box.x + 0.8 * box.width, box.y + 0.75 * box.height, { steps: 4 });
    await page.mouse.up();
    await expect(page.getByRole('heading', { name: /pages selected/ })).toBeVisible();
    const from = Number(await page.getByLabel('Position from').inputValue());
    const to = Number(await page.getByLabel('to', { exact: true }).first().inputValue());
    for (const position of await numbers(page.locator('form table tbody td:nth-child(3)'))) {
        expect(position).toBeGreaterThanOrEqual(from - 0.05);
        expect(position).toBeLessThanOrEqual(to + 0.05);
    }
    await page.getByLabel('Position from').fill('1');
    await page.getByLabel('only below the curve').check();
    await page.getByLabel('Position from').press('Enter');
    await expect(page.locator('form table tbody tr').first()).toContainText('below the curve');
    await page.locator('form table a[data-beside]').first().click();
    const why = page.getByRole('complementary', { name: 'Dossier' });
    await why.getByRole('link', { name: 'Its queries on the CTR curve' }).click();
    await expect(page.getByRole('heading', { name: 'Position and CTR of one page’s queries' })).toBeVisible();
});

test('other assumptions are followed at once', async ({ page }) => {
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/weigh/what-if');
    await axe(page);
    const big = page.locator('#answer .big-number');
    const before = (await numbers(big))[0];
    await page.getByLabel('Value of a click').fill('3');
    await expect.poll(async () => (await numbers(big))[0]).toBeGreaterThan(2.5 * before);
    await page.getByLabel('Value of a click').fill('1');
    await page.getByLabel('Probability of a better position').fill('0');
    await expect.poll(async () => (await numbers(page.locator('#answer .figures b')))[1]).toBe(0);
    await expect(page.getByRole('button', { name: 'Save as the store’s assumptions' })).toBeEnabled();
});

test('every screen of Weigh is readable by everyone, in both schemes', async ({ page }) => {
    test.setTimeout(180_000);
    await signIn(page, 'viewer');
    for (const path of ['weigh/quick-wins', 'weigh/quick-wins?sort=rivals', 'weigh/losing', 'weigh/moved', 'weigh/ahead', 'weigh/not-in-stock', 'weigh/numbers', 'weigh/numbers?by=class', 'weigh/queries', 'weigh/places', 'weigh/hand-or-recipe', 'weigh/worklists', 'weigh/calendar']) {
        await page.goto(`/s/tindrel/${path}`);
        await expect(page.locator('h1')).toBeVisible();
        await axe(page);
    }
    await page.goto('/s/tindrel/weigh');
    await expect(page.getByRole('button', { name: 'Calculate again' })).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Add to the worklist' })).toHaveCount(0);
});

test('a sale and a break are entered once and marked on the axes', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/weigh/calendar');
    const day = back => new Date(Date.now() - back * 86400000).toISOString().slice(0, 10);
    await page.getByLabel('Name').fill('Autumn sale');
    await page.getByLabel('from', { exact: true }).fill(day(40));
    await page.getByLabel('to', { exact: true }).fill(day(34));
    await page.getByRole('button', { name: 'Add' }).click();
    await expect(page.getByText('marked on every chart.').first()).toBeVisible();
    await page.goto('/s/tindrel/weigh/numbers');
    await expect(page.locator('svg .event')).toHaveCount(1);
    await page.goto('/s/tindrel/weigh/calendar');
    await page.getByRole('button', { name: 'Remove' }).first().click();
    await expect(page.getByText('No events yet.')).toBeVisible();
});

test('a token reads the numbers as JSON until it is taken back', async ({ page, request }) => {
    await signIn(page, 'viewer');
    await page.goto('/tokens');
    await page.getByLabel('For').fill('nightly report');
    await page.getByRole('button', { name: 'Make the token' }).click();
    await axe(page);
    const token = await page.locator('.note b').textContent();
    const ask = () => request.get('/api/v1/stores/tindrel/weigh/pages', { headers: { Authorization: `Bearer ${token}` } });
    const answer = await (await ask()).json();
    expect(answer.data.length).toBe(50);
    expect(answer.data[0].upside).toBeGreaterThanOrEqual(answer.data[1].upside);
    await page.getByRole('button', { name: 'Revoke' }).first().click();
    expect((await ask()).status()).toBe(401);
});
