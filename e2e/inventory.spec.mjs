import { axe, ensureCrawl, expect, orchard, signIn, test } from './helpers.mjs';

test.beforeEach(async ({ page }) => {
    await ensureCrawl();
    await signIn(page, 'writer');
});

test('a dossier opens beside the list, steps through it by mouse and keyboard, and gives the place back', async ({ page }) => {
    await page.goto('/s/tindrel/gather?kind=product');
    const rows = page.locator('tbody a[data-beside]');
    await rows.nth(1).click();
    const beside = page.getByRole('complementary', { name: 'Dossier' });
    await expect(beside.getByRole('heading', { name: 'Facts' })).toBeVisible();
    await expect(beside).toContainText((await rows.nth(1).getAttribute('title')).replace(/^https?:\/\/[^/]+/, ''));
    await axe(page);
    await beside.getByRole('button', { name: 'Next' }).click();
    await expect(page.locator('tr.is-beside a[data-beside]')).toHaveText(await rows.nth(2).textContent());
    await page.keyboard.press('Alt+ArrowUp');
    await page.keyboard.press('Alt+ArrowUp');
    await expect(page.locator('tr.is-beside a[data-beside]')).toHaveText(await rows.nth(0).textContent());
    await expect(beside.getByRole('button', { name: 'Previous' })).toBeDisabled();
    await page.keyboard.press('Escape');
    await expect(beside).toHaveCount(0);
    await expect(rows.nth(0)).toBeFocused();
    await rows.nth(3).click();
    await beside.getByRole('link', { name: 'Full dossier' }).click();
    await expect(page.getByRole('navigation', { name: 'The list it came from' })).toContainText('4 of 50');
    await page.getByRole('navigation', { name: 'The list it came from' }).getByRole('link', { name: 'Next' }).click();
    await expect(page.getByRole('navigation', { name: 'The list it came from' })).toContainText('5 of 50');
    await axe(page);
    await page.getByRole('link', { name: 'Back to the list' }).click();
    await expect(page).toHaveURL(/kind=product/);
});

test('columns and filters are chosen, kept as a view, and taken off again', async ({ page }) => {
    await page.goto('/s/tindrel/gather');
    await page.getByText('Filters and columns').click();
    await page.getByLabel('Show Issues').check();
    await page.getByLabel('Show Words').check();
    await page.getByLabel('Words to', { exact: true }).fill('60');
    await page.locator('select[name="by[kind]"]').selectOption('plain');
    await axe(page);
    await page.getByRole('button', { name: 'Apply' }).click();
    await expect(page).toHaveURL(/kind=plain/);
    await expect(page).toHaveURL(/words=\.\.60/);
    await expect(page.getByRole('columnheader', { name: 'Issues' })).toBeVisible();
    const at = (await page.locator('#inventory thead th').allInnerTexts()).findIndex(head => head.trim().startsWith('Words'));
    const words = await page.locator(`#inventory tbody tr td:nth-child(${at + 1})`).allTextContents();
    expect(words.length, (await page.locator('#inventory thead th').allInnerTexts()).join(' | ')).toBeGreaterThan(2);
    for (const n of words) expect(Number(n.replace(',', ''))).toBeLessThanOrEqual(60);
    await expect(page.locator('.asked')).toContainText(`${words.length} pages`);
    await page.getByText('Saved views', { exact: true }).click();
    await page.getByLabel('Save this view as').fill('Short plain pages');
    await page.getByRole('button', { name: 'Save', exact: true }).first().click();
    await page.goto('/s/tindrel/gather');
    await page.getByText('Saved views', { exact: true }).click();
    await page.getByRole('link', { name: 'Short plain pages' }).click();
    await expect(page.locator('.asked')).toContainText('words at most 60');
    await page.getByRole('link', { name: /words at most 60/ }).click();
    await expect(page).not.toHaveURL(/words=/);
    await page.getByRole('columnheader', { name: 'Words' }).getByRole('link').click();
    await expect(page.getByRole('columnheader', { name: 'Words' })).toHaveAttribute('aria-sort', 'ascending');
});

test('pages are gone into by folder, picked by pasted addresses, and sent to the desk', async ({ page }) => {
    await page.goto('/s/tindrel/gather');
    await page.getByText('By folder', { exact: true }).click();
    await page.getByRole('link', { name: '/journal/', exact: true }).click();
    await expect(page.locator('.asked')).toContainText('under /journal/');
    await page.goto('/s/tindrel/gather?kind=collection');
    const paths = (await page.locator('tbody a[data-beside]').allTextContents()).filter(path => /^\/range\/[^/?]+$/.test(path)).slice(0, 3);
    await page.getByText('Paste URLs').click();
    await page.getByLabel(/One URL per line/).fill(paths.join('\n') + '\n/not/there');
    await page.getByRole('button', { name: 'Show these pages' }).click();
    await expect(page.getByRole('status').first()).toContainText('3 pages are picked. 1 addresses are not known here: /not/there');
    await page.getByLabel('all that match').check();
    await page.getByRole('button', { name: 'the writing desk' }).click();
    await expect(page.getByLabel('Pages on the desk').locator('option:checked')).toHaveText('picked pages');
    await expect(page.locator('.desk-row')).toHaveCount(3);
    await axe(page);
});

test('the feed is pulled from the screen, and its clock moved on', async ({ page }) => {
    await page.goto('/s/tindrel/gather/feed');
    await axe(page);
    await page.getByRole('button', { name: 'Fetch now' }).click();
    await expect(page.locator('#feed-state')).toContainText('The last fetch is done', { timeout: 240_000 });
    await page.getByLabel(/move its clock forward/).selectOption('7');
    await page.getByRole('button', { name: 'Move' }).click();
    await expect(page.getByRole('status').first()).toContainText('In the simulated market it is now');
    await expect(page.locator('#feed-state')).toContainText('The last fetch is done', { timeout: 240_000 });
    // Brought in here, should the workers be behind.
    orchard('gather:feed', '--store=tindrel', '--wait');
    await page.goto('/s/tindrel/gather?sort=clicks');
    await expect(page.getByRole('columnheader', { name: 'Clicks' })).toBeVisible();
    await page.locator('tbody a[data-beside]').first().click();
    await expect(page.getByRole('complementary', { name: 'Dossier' }).getByText('withheld').first()).toBeVisible();
});
