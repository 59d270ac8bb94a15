import { axe, ensureCrawl, expect, orchard, signIn, test } from './helpers.mjs';
import { choose, next, ready, row, saved, write } from './sheet.mjs';

test.beforeAll(ensureCrawl);

/** A session of somebody beside the one of the test. */
async function another(browser, baseURL, role, options = {}) {
    const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 }, ...options });
    const page = await context.newPage();
    if (role) await signIn(page, role);
    return page;
}

test('three texts are suggested beside the facts, taken by key, and taken back', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    await choose(page, 2);
    const before = await next(page, 2).innerText();
    await page.keyboard.press('Alt+g');
    const sheet = page.getByRole('dialog', { name: 'About the text in focus' });
    await expect(sheet).toContainText('Facts that may be used');
    await sheet.getByText('What is sent').click();
    await expect(sheet).toContainText('never an instruction');
    await axe(page);
    await sheet.getByLabel('to avoid').fill('lamp that nobody has');
    await sheet.getByRole('button', { name: 'Ask for three' }).click();
    await expect(sheet.getByRole('button', { name: /^Take 1/ })).toBeVisible();
    await expect(sheet.locator('.wish-facts')).toContainText('Maker');
    await axe(page);
    const text = await sheet.locator('.wish-shown span').first().innerText();
    await sheet.locator('h2').first().click();
    await page.keyboard.press('1');
    await expect(sheet).toContainText('taken');
    await page.keyboard.press('Escape');
    await expect(next(page, 2)).toContainText(text);
    await page.keyboard.press('ControlOrMeta+z');
    await expect(next(page, 2)).toHaveText(before);
});

test('many pages are asked for at once, and what nothing speaks against is taken together', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product&sort=name&q=wall');
    await ready(page);
    await page.getByText('More', { exact: true }).click();
    await page.getByRole('button', { name: 'for this view' }).last().click();
    await expect(page.getByRole('heading', { name: 'Suggest texts' })).toBeVisible();
    await page.getByLabel('Text', { exact: true }).selectOption('description');
    await expect(page.locator('#suggest-foreseen')).toContainText('at no cost');
    await axe(page);
    await page.getByRole('button', { name: 'Ask for three for each page' }).click();
    await expect(page.getByRole('heading', { name: 'Suggested descriptions' })).toBeVisible();
    await expect(page.locator('#wish-part')).toContainText('Answered');
    await axe(page);
    await page.getByRole('button', { name: /^Take the best for/ }).click();
    await expect(page.getByText(/texts are drafts now/)).toBeVisible();
    await page.goto('/s/tindrel/write?kind=product');
    await ready(page);
    await page.keyboard.press('ControlOrMeta+z');
    await expect(page.locator('#told-line')).toContainText('Taken back');
});

test('a guest approves by link and keyboard, on a phone too; the writer reads what was said', async ({ page, browser, baseURL }) => {
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    const words = [];
    // Another text where it runs a second time: the first one may stand there approved.
    const time = test.info().retry;
    for (let at = 10; at < 14; at++) { words.push(`A title that is looked at ${at}${time ? `, time ${time}` : ''}`); await write(page, at, 'title', words.at(-1)); }
    await saved(page);
    await choose(page, 10);
    for (let at = 10; at < 14; at++) await page.keyboard.press('ControlOrMeta+Enter');
    await saved(page);
    await expect(row(page, 13)).toContainText('ready');
    await page.goto('/s/tindrel/write/reviewers');
    await axe(page);
    await page.getByLabel('Approved by').selectOption('guest');
    await page.getByLabel('guest’s name').fill('Ines of the makers');
    await page.getByLabel('Texts of').selectOption({ label: 'products' });
    await page.getByRole('button', { name: 'Add' }).click();
    await page.getByRole('button', { name: 'Make a link' }).click();
    const link = await page.getByLabel(/Copy the link now/).inputValue();
    const guest = await another(browser, baseURL, null, { viewport: { width: 390, height: 800 } });
    await guest.goto(new URL(link).pathname);
    await expect(guest.getByRole('heading', { name: /Ines of the makers/ })).toBeVisible();
    await expect(guest.getByText('Writing desk')).toHaveCount(0);
    expect(await guest.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await axe(guest);
    await guest.keyboard.press('a');
    await expect(guest.getByText('Approved.')).toBeVisible();
    await guest.keyboard.press('c');
    await guest.keyboard.type('Shorter, please.');
    await guest.keyboard.press('Escape');
    await guest.keyboard.press('b');
    await expect(guest.getByText('Sent back to the writing desk.')).toBeVisible();
    await guest.context().close();
    // The owner goes on by keyboard: what is in the guest's part is theirs, too.
    await page.goto('/s/tindrel/write/review');
    await expect(page.locator('.review-left')).toContainText('left');
    await axe(page);
    // What is pressed before the next one is there does nothing to the one that is left: both keys in one breath, since
    // a key that the test sends may come when the next one is there already.
    await page.evaluate(() => {
        for (const key of ['j', 'a']) document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    });
    await page.waitForURL(/at=\d+/);
    await expect(page.getByText('Approved.')).toHaveCount(0);
    await page.keyboard.press('a');
    await expect(page.getByText('Approved.')).toBeVisible();
    const drafts = JSON.parse(orchard('write:export', '--store=tindrel', '--json')).filter(one => words.includes(one.draft));
    expect(drafts.map(one => one.state).sort()).toEqual(['open', 'ready', 'ready', 'ready']);
    await page.goto('/s/tindrel/write/reviewers');
    await page.getByRole('button', { name: 'Remove' }).click();
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    for (let at = 10; at < 14; at++) { await choose(page, at); await page.keyboard.press('Alt+Backspace'); }
    await saved(page);
});

test('two people on the same row see each other', async ({ page, browser, baseURL }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    await choose(page, 1);
    const other = await another(browser, baseURL, 'owner');
    await other.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(other);
    await choose(other, 1);
    await expect(page.locator('.desk-row[data-with]:not([data-with=""])')).toHaveCount(1);
    await choose(other, 5);
    await expect(page.locator('.desk-row[data-at="5"]')).toHaveAttribute('data-with', /.+/);
    await other.context().close();
});

test('a campaign is planned, filled and approved; a trial parts its pages', async ({ page }) => {
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/release/campaigns');
    await axe(page);
    await page.getByLabel('Name').fill('Harvest sale');
    await page.getByLabel('from').fill('2031-11-28T00:00');
    await page.getByLabel('to', { exact: true }).fill('2031-12-01T23:59');
    await page.getByRole('button', { name: 'Plan it' }).click();
    await page.getByLabel('of', { exact: true }).selectOption({ label: 'collections' });
    await page.getByLabel('words in front').fill('Sale:');
    await page.getByRole('button', { name: 'Put them in' }).click();
    await expect(page.getByText(/texts are in it now/)).toBeVisible();
    await axe(page);
    await page.getByRole('button', { name: /^Approve/ }).click();
    await expect(page.locator('.head')).toContainText('approved, waits for its start');
    await page.getByRole('button', { name: 'Call it off' }).click();
    await expect(page.getByText('Called off.')).toBeVisible();
    await page.goto('/s/tindrel/write/trials');
    await axe(page);
});

test('where somebody shares a page, its card says what is taken from the page’s own texts', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    await page.getByLabel('Texts shown').selectOption('social');
    const card = page.getByRole('img', { name: 'Card of the page in focus where it is shared' });
    await expect(card).toBeVisible();
    await choose(page, 0, 'social_title');
    await expect(page.locator('[data-place]')).toContainText(/taken from the page’s own|texts of its own/);
    await page.keyboard.type('A lamp to be shown around');
    await expect(card).toContainText('A lamp to be shown around');
    await page.keyboard.press('Escape');
    await axe(page);
});
