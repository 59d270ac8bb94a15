import { axe, ensureCrawl, expect, signIn, test } from './helpers.mjs';

const saved = page => expect(page.locator('#saved-line')).toHaveText('All saved');
const ready = page => expect(page.locator('#desk')).toHaveAttribute('data-is-ready', 'yes');

test.beforeAll(ensureCrawl);

test('sixteen rows stand on the first view, with at most 150 pixels above them', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product');
    await ready(page);
    await page.waitForTimeout(500);
    const tops = await page.locator('.desk-rows tbody tr').evaluateAll(rows => rows.map(row => row.getBoundingClientRect()).map(box => [box.top, box.bottom]));
    expect(tops[0][0]).toBeLessThanOrEqual(150);
    expect(tops.filter(([, bottom]) => bottom <= 800).length).toBeGreaterThanOrEqual(16);
    await axe(page);
});

test('texts are typed by keyboard, measured as one types, saved, and taken back', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product');
    await ready(page);
    const titles = page.locator('.type[data-field="title"]');
    await titles.nth(0).focus();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('A brass lamp for the reading corner');
    await expect(page.locator('#side-card')).toContainText('A brass lamp for the reading corner – Tindrel');
    const row = page.locator('tr[data-row]').nth(0);
    await expect(row.locator('[data-characters="title"]')).toHaveText('45');
    await page.keyboard.press('Enter');
    await expect(titles.nth(1)).toBeFocused();
    await saved(page);
    await expect(row.locator('[data-state]')).toHaveText('draft');
    await page.keyboard.press('ArrowUp');
    await expect(titles.nth(0)).toBeFocused();
    await page.keyboard.press('Tab');
    await expect(row.locator('.type[data-field="description"]')).toBeFocused();
    await page.keyboard.type(' unsaved words');
    await page.keyboard.press('Escape');
    await expect(row.locator('.type[data-field="description"]')).not.toHaveValue(/unsaved words/);
    await titles.nth(0).focus();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('W'.repeat(60));
    await expect(row.locator('[data-left="title"]')).toHaveClass(/over/);
    await page.keyboard.press('ControlOrMeta+s');
    await expect(row.locator('[data-checks-of="title"]')).toContainText('cut off');
    await page.reload();
    await ready(page);
    await expect(titles.nth(0)).toHaveValue('W'.repeat(60));
    await titles.nth(0).focus();
    await page.keyboard.press('Alt+Backspace');
    await expect(row.locator('[data-state]')).toHaveText('');
    await saved(page);
});

test('two people on one row: the second is told, and chooses', async ({ page, browser }) => {
    const other = await (await browser.newContext({ baseURL: process.env.APP_URL })).newPage();
    await signIn(page, 'writer');
    await signIn(other, 'approver');
    for (const one of [page, other]) { await one.goto('/s/tindrel/write?kind=product'); await ready(one); }
    const box = one => one.locator('.type[data-field="description"]').nth(3);
    await box(page).fill('The first of two people wrote this about the lamp.');
    await box(page).press('ControlOrMeta+s');
    await saved(page);
    await box(other).fill('The second of two people wrote that about the lamp.');
    await box(other).press('ControlOrMeta+s');
    await expect(other.getByRole('alert')).toContainText('Wim Writer saved this description');
    await expect(other.getByRole('alert')).toContainText('The first of two people');
    await axe(other);
    await other.getByRole('button', { name: 'Save mine' }).click();
    await saved(other);
    await page.reload();
    await ready(page);
    await expect(box(page)).toHaveValue(/The second of two/);
    await box(page).focus();
    await page.keyboard.press('Alt+Backspace');
    await saved(page);
    await other.context().close();
});

test('what was typed is not lost when the server cannot be reached', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=collection');
    await ready(page);
    await page.route('**/write/texts/**', route => route.abort());
    const box = page.locator('.type[data-field="title"]').nth(0);
    await box.fill('Typed while the line was down');
    await box.press('ControlOrMeta+s');
    await expect(page.getByRole('alert')).toContainText('could not be reached');
    await expect(box).toHaveValue('Typed while the line was down');
    await expect(page.locator('#saved-line')).toHaveText('1 not saved');
    // The server is back: nobody has to press anything.
    await page.unroute('**/write/texts/**');
    await expect(page.locator('#saved-line')).toHaveText('All saved', { timeout: 15_000 });
    await expect(page.getByRole('alert')).toHaveCount(0);
    await page.reload();
    await ready(page);
    await expect(page.locator('.type[data-field="title"]').nth(0)).toHaveValue('Typed while the line was down');
    await page.locator('.type[data-field="title"]').nth(0).press('Alt+Backspace');
    await saved(page);
});

test('filters stand in the address, and their numbers are those of the rows', async ({ page }) => {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/write?kind=collection');
    const link = page.locator('#desk-counts a', { hasText: 'missing' });
    const number = Number((await link.locator('.n').innerText()).replace(/\D/g, ''));
    await link.click();
    await expect(page).toHaveURL(/kind=collection.*check=missing|check=missing.*kind=collection/);
    await expect(page.locator('tr[data-row]')).toHaveCount(Math.min(50, number));
});

test('a recipe is built, looked through, applied, and leaves hand-written texts alone', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product');
    await ready(page);
    const mine = page.locator('.type[data-field="title"]').nth(1);
    await mine.fill('Written by hand, and to stay so');
    await mine.press('ControlOrMeta+s');
    await saved(page);
    await page.goto('/s/tindrel/write/recipes');
    await axe(page);
    await page.getByRole('link', { name: 'New recipe' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Name, finish, maker');
    for (const [fact, words, rank] of [['finish', ' in ', 'left out first'], ['maker', ' by ', 'left out next']]) {
        await page.getByRole('button', { name: 'Add a part' }).click();
        const part = page.locator('#parts li').last();
        await part.getByLabel('What this part is').selectOption(fact);
        await part.getByLabel('Words, or words before the fact').fill(words);
        await part.getByLabel('When it is left out').selectOption(rank);
    }
    await axe(page);
    await page.getByRole('button', { name: 'Save and preview' }).click();
    await expect(page.locator('#run-part')).toContainText('Nothing has been changed yet', { timeout: 180_000 });
    await expect(page.getByRole('link', { name: 'left alone: written by hand 1' })).toBeVisible();
    await axe(page);
    await expect(page.locator('#run-part tbody tr').first()).toContainText(/ by [A-Z]/);
    await page.getByRole('button', { name: /Make \d+ drafts that fit/ }).click();
    await expect(page.locator('#run-part')).toContainText('drafts were made', { timeout: 180_000 });
    await page.goto('/s/tindrel/write?kind=product');
    await ready(page);
    await expect(mine).toHaveValue('Written by hand, and to stay so');
    await expect(page.locator('.type.is-draft')).not.toHaveCount(1);
});

test('texts go out to a file and come back as drafts, nothing silently', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write/sheets');
    await axe(page);
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).last().click()]);
    expect(download.suggestedFilename()).toBe('tindrel-texts.csv');
    const url = await page.evaluate(async () => (await (await fetch('/s/tindrel/write/export.csv?form=long')).text()).split('\r\n').find(line => line.includes('/range/') && line.includes(',title,')).split(',')[0]);
    await page.getByLabel(/The edited file/).setInputFiles({ name: 'edited.csv', mimeType: 'text/csv', buffer: Buffer.from(`url,field,draft\n${url},title,A title that was edited in a spreadsheet\nhttps://elsewhere.example/,title,x\n`) });
    await page.getByRole('button', { name: 'Upload and check' }).click();
    await expect(page.getByText('A title that was edited in a spreadsheet')).toBeVisible();
    await expect(page.getByRole('link', { name: 'errors 1' })).toBeVisible();
    await axe(page);
    await page.getByRole('button', { name: 'Make 1 draft' }).click();
    await expect(page.getByText('1 draft was made from the file.')).toBeVisible();
});
