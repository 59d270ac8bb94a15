import { axe, ensureCrawl, expect, office, shopUrl, signIn, test } from './helpers.mjs';
import { choose, ready, row, saved } from './sheet.mjs';

test.beforeAll(ensureCrawl);

test('the whole loop: write, mark ready, release, see live, take back, see as it was', async ({ page, browser }) => {
    const html = async path => (await fetch(shopUrl + path)).text();
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=collection&q=wall');
    await ready(page);
    const path = new URL((await row(page, 0).locator('a.name').getAttribute('title')).split('\n')[1]).pathname;
    const before = await html(path);
    await choose(page, 0);
    await page.keyboard.type('Wall lamps that leave the table free');
    await page.keyboard.press('Tab');
    await page.keyboard.type('Wall lamps & reading lights from twelve small makers, in ten finishes, with or without a plug. Sent within two days.');
    await page.keyboard.press('ControlOrMeta+Enter');
    await expect(page.locator('#told-line')).toHaveText('2 drafts are ready for release.');
    await saved(page);
    await page.goto('/s/tindrel/release');
    await expect(page.getByRole('button', { name: /Send/ })).toHaveCount(0);

    const approver = await (await browser.newContext({ baseURL: process.env.APP_URL })).newPage();
    await signIn(approver, 'approver');
    await approver.goto('/s/tindrel/release');
    await expect(approver.locator('.texts-ready').getByText('Wall lamps that leave the table free – Tindrel')).toBeVisible();
    await axe(approver);
    await office('PUT', '/switches', { lose_every: 1 });
    await approver.getByLabel('Name').fill('Wall lamps');
    await approver.getByRole('button', { name: 'Send now' }).click();
    await expect(approver.locator('#release-progress')).toContainText('1 of 1 live in the shop', { timeout: 180_000 });
    await expect(approver.locator('#release-progress')).toContainText('1 seen live', { timeout: 180_000 });
    await office('PUT', '/switches', { lose_every: 0 });
    expect(await html(path)).toContain('<title>Wall lamps that leave the table free – Tindrel</title>');
    await approver.reload();
    await expect(approver.getByText('seen live').first()).toBeVisible();
    await axe(approver);

    await approver.getByRole('button', { name: 'Take the whole release back' }).click();
    await expect(approver.locator('#release-progress')).toContainText('1 seen live', { timeout: 180_000 });
    expect(await html(path)).toBe(before);

    await approver.goto('/s/tindrel/write?kind=collection&q=wall');
    await ready(approver);
    await approver.goto(await row(approver, 0).locator('a.name').getAttribute('href'));
    for (const words of ['wrote a draft', 'marked the draft as ready', 'released', 'was seen live', 'took the release back']) await expect(approver.getByText(words).first()).toBeVisible();
    await axe(approver);
    await approver.context().close();
});
