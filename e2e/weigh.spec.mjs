import { axe, ensureCrawl, expect, orchard, signIn, test } from './helpers.mjs';

test('pages are listed by what they could earn more, and the sum behind each adds up', async ({ page }) => {
    await ensureCrawl();
    orchard('gather:feed', '--store=tindrel', '--wait');
    orchard('weigh:score', '--store=tindrel', '--wait');
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/weigh');
    await expect(page.getByText('could be earned more')).toBeVisible();
    const upsides = (await page.locator('#weighed tbody td:nth-child(7)').allTextContents()).map(text => Number(text.replace(/[^\d.]/g, '')));
    expect(upsides).toEqual([...upsides].sort((a, b) => b - a));
    await axe(page);
    await page.locator('#weighed a[data-beside]').first().focus();
    await page.keyboard.press('Enter');
    const why = page.getByRole('complementary', { name: 'Dossier' });
    await expect(why.getByText('A click is worth')).toBeVisible();
    await axe(page);
    const money = text => Number(text.replace(/[^\d.]/g, '') || 0);
    for (const column of [5, 6]) {
        const parts = (await why.locator(`tbody tr td:nth-child(${column})`).allTextContents()).map(money);
        const sum = money(await why.locator(`tfoot td:nth-child(${column})`).textContent());
        expect(Math.abs(parts.reduce((a, b) => a + b, 0) - sum)).toBeLessThan(0.005 * (parts.length + 1));
    }
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'revenue', exact: true }).click();
    await expect(page).toHaveURL(/sort=revenue/);
    await page.getByRole('link', { name: 'collections', exact: true }).click();
    await expect(page.locator('#weighed tbody td:nth-child(2)').first()).toHaveText('collection');
    await page.getByRole('button', { name: 'Weigh anew' }).click();
    await expect(page).toHaveURL(/\/weigh$/);
});

test('a viewer sees what was weighed and begins nothing', async ({ page }) => {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/weigh');
    await expect(page.getByRole('heading', { name: 'Weigh', exact: true })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Weigh anew' })).toHaveCount(0);
});
