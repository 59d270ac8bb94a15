import { axe, ensureCrawl, expect, signIn, test } from './helpers.mjs';

test('the door is clean, by keyboard, and refuses a wrong password', async ({ page }) => {
    await page.goto('/s/tindrel/write');
    await expect(page).toHaveURL(/sign-in/);
    await axe(page);
    await page.keyboard.type('viewer@tindrel.example');
    await page.keyboard.press('Tab');
    await page.keyboard.type('not this one');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('do not belong together');
    await page.getByLabel('Password').fill('lamps-in-a-row');
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/\/s\/tindrel\/write/);
});

test('a viewer sees everything and can change nothing', async ({ page }) => {
    await ensureCrawl();
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/write');
    await expect(page.getByText('You can read this desk, but not write')).toBeVisible();
    await expect(page.getByRole('button', { name: /ready/ })).toHaveCount(0);
    await page.goto('/s/tindrel/release');
    await expect(page.getByRole('button', { name: /Send/ })).toHaveCount(0);
    for (const path of ['settings', 'people', 'write/recipes/new']) expect((await page.goto('/s/tindrel/' + path)).status()).toBe(403);
    const token = await page.evaluate(() => document.querySelector('meta[name="csrf-token"]')?.content ?? '');
    const answer = await page.request.post('/s/tindrel/write/texts/1/title', { data: { text: 'x', revision: 0 }, headers: { 'X-CSRF-TOKEN': token, Accept: 'application/json' } });
    expect([403, 419]).toContain(answer.status());
});

test('a stranger is told that there is no such store', async ({ page }) => {
    await signIn(page, 'viewer');
    expect((await page.goto('/s/somebody-elses/write')).status()).toBe(404);
});

test('settings, people and the loop are clean in light and dark, and the colour scheme is kept', async ({ page }) => {
    await signIn(page, 'owner');
    for (const path of ['/account', '/s/tindrel', '/s/tindrel/settings', '/s/tindrel/people']) { await page.goto(path); await axe(page); }
    await page.getByText('Olena Orchard, owner').click();
    await page.getByRole('button', { name: 'Light or dark' }).click();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
    await page.reload();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
    await page.goto('/s/tindrel');
    // All eight steps are doors by now.
    await expect(page.getByRole('navigation', { name: 'The eight steps' }).getByRole('link')).toHaveCount(8);
    await page.getByText('Olena Orchard, owner').click();
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page).toHaveURL(/sign-in/);
});

test('an owner invites, makes the link anew, and withdraws it', async ({ page, browser }) => {
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/people');
    await page.getByLabel('E-mail address').fill('late@tindrel.example');
    await page.getByRole('button', { name: 'Make a link', exact: true }).click();
    const link = async () => (await page.getByRole('status').locator('b').textContent()).trim();
    const first = await link();
    await page.getByRole('button', { name: 'New link for late@tindrel.example' }).click();
    const second = await link();
    expect(second).not.toBe(first);
    await axe(page);
    const other = await (await browser.newContext({ baseURL: process.env.APP_URL })).newPage();
    expect((await other.goto(first)).status()).toBe(410);
    expect((await other.goto(second)).status()).toBe(200);
    await page.getByRole('button', { name: 'Withdraw the invitation of late@tindrel.example' }).click();
    await expect(page.getByRole('status')).toContainText('withdrawn');
    expect((await other.goto(second)).status()).toBe(410);
    await other.context().close();
});

test('a password is changed by keyboard; the other session ends, this one goes on', async ({ page, browser }) => {
    await signIn(page, 'viewer');
    const other = await (await browser.newContext({ baseURL: process.env.APP_URL })).newPage();
    await signIn(other, 'viewer');
    const change = async (from, to) => {
        await page.goto('/account');
        await page.getByLabel('Current password').focus();
        await page.keyboard.type(from);
        await page.keyboard.press('Tab');
        await page.keyboard.type(to);
        await page.keyboard.press('Enter');
    };
    await change('lamps-in-a-row', 'short');
    await expect(page.getByLabel('New password')).toBeVisible(); // The browser itself asks for twelve characters.
    await change('lamps-in-a-row', 'passwordpassword');
    await expect(page.getByRole('alert')).toContainText('most common');
    await change('lamps-in-a-row', 'bulbs in two rows');
    await expect(page.getByRole('status')).toContainText('changed');
    await other.goto('/s/tindrel/write');
    await expect(other).toHaveURL(/sign-in/);
    await axe(other);
    await other.getByRole('link', { name: 'Forgotten the password?' }).click();
    await expect(other.getByText('sends no mail')).toBeVisible();
    await axe(other);
    await change('bulbs in two rows', 'lamps-in-a-row');
    await expect(page.getByRole('status')).toContainText('changed');
    await other.context().close();
});
