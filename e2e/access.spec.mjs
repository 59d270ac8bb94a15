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
    await expect(page.locator('.type').first()).toHaveAttribute('readonly', '');
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
    for (const path of ['', '/settings', '/people']) { await page.goto('/s/tindrel' + path); await axe(page); }
    await page.getByText('Olena Orchard, owner').click();
    await page.getByRole('button', { name: 'Light or dark' }).click();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
    await page.reload();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
    await expect(page.getByText('coming').first()).toBeVisible();
    await page.getByText('Olena Orchard, owner').click();
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page).toHaveURL(/sign-in/);
});
