import { axe, ensureCrawl, expect, signIn, test } from './helpers.mjs';
import { choose, ready, saved, write } from './sheet.mjs';

test.beforeAll(ensureCrawl);

test('a release is planned for an hour by keyboard, stands in the night shift, and is called off', async ({ page }) => {
    await signIn(page, 'approver');
    await page.goto('/s/tindrel/write?kind=plain&sort=name');
    await ready(page);
    // Another text where it runs a second time: the first one may be ready still.
    const title = `A title that is to go at night${test.info().retry ? ', again' : ''}`;
    await write(page, 0, 'title', title);
    await saved(page);
    await choose(page, 0);
    await page.keyboard.press('ControlOrMeta+Enter');
    await expect(page.locator('#told-line')).toContainText('ready for release');

    await page.goto('/s/tindrel/release');
    await expect(page.locator('#release-weight')).toContainText('clicks in 13 weeks');
    await expect(page.locator('.largest-pages')).toContainText(title);
    await axe(page);
    await page.getByLabel('Name', { exact: true }).fill('Early in the morning');
    await page.getByText('Send it at a set hour').press('Enter');
    const day = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
    // An hour that is past is refused with words, and what was filled in stays.
    await page.getByLabel('at', { exact: true }).fill('2020-01-01T06:00');
    await page.getByRole('button', { name: 'Plan it' }).press('Enter');
    await expect(page.getByRole('alert')).toContainText('an hour that is to come');
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Early in the morning');
    await page.getByLabel('at', { exact: true }).fill(`${day}T06:00`);
    await page.getByRole('button', { name: 'Plan it' }).press('Enter');
    await expect(page.getByRole('row', { name: /Early in the morning/ })).toContainText('06:00');
    await axe(page);

    await page.goto('/s/tindrel/night');
    await expect(page.getByRole('row', { name: /^Planned releases/ })).toContainText('is planned');
    await expect(page.getByRole('row', { name: /^Weighing of all pages/ })).toContainText('done');
    await axe(page);

    await page.goto('/s/tindrel/release');
    await page.getByRole('button', { name: /^Call off\s+Early in the morning/ }).click();
    await expect(page.getByRole('row', { name: /Early in the morning/ })).toHaveCount(0);
    await expect(page.getByText(title).first()).toBeVisible();
    // It is put back on the desk, so that no other test sends it.
    await page.getByRole('row').filter({ hasText: title }).locator('input[name="drafts[]"]').check();
    await page.getByRole('button', { name: 'Send the ticked back' }).click();
    await expect(page.getByText('goes back to the writing desk')).toBeVisible();
});

test('the road to a term is reckoned, and a weaker term is put on the way', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/match?q=table+lamp');
    const term = page.locator('a[href*="/match/terms/"]').first();
    await page.goto((await term.getAttribute('href')) + '/road');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('The road to');
    await axe(page);
    await page.getByLabel('Rival page').fill('https://rival.example/lamps');
    await page.getByLabel('sites that link to it').fill('90');
    await page.getByLabel('links of its own texts').fill('200');
    await page.getByRole('button', { name: 'Reckon' }).click();
    await expect(page.locator('.lead')).toContainText('backlinks more than now');
    await axe(page);
    const weaker = page.locator('input[name="terms[]"]');
    if (await weaker.count()) {
        await weaker.first().check();
        await page.getByRole('button', { name: 'Put the ticked on the way' }).click();
        await expect(page.getByRole('button', { name: /^Take off/ })).toHaveCount(1);
    }
    await page.goto('/s/tindrel/match/roads');
    await expect(page.getByRole('table')).toContainText('https://rival.example/lamps');
    await axe(page);
});
