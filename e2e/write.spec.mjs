import { axe, ensureCrawl, expect, orchard, signIn, test } from './helpers.mjs';
import { cell, choose, copied, next, paste, ready, row, saved, write } from './sheet.mjs';

test.beforeAll(ensureCrawl);

const texts = field => JSON.parse(orchard('write:export', '--store=tindrel', '--json')).filter(one => one.field === field);
const undoAll = async (page, times) => { for (let i = 0; i < times; i++) { await page.keyboard.press('ControlOrMeta+z'); await expect(page.locator('#told-line')).toContainText('Taken back'); await page.evaluate(() => { document.getElementById('told-line').textContent = ''; }); } };

test('nothing is cut that is being written, and many rows stand on the first view', async ({ page }) => {
    await signIn(page, 'writer');
    for (const [shows, least] of [['both', 9], ['titles', 18], ['descriptions', 12]]) {
        await page.goto('/s/tindrel/write?kind=product');
        await ready(page);
        await page.getByLabel('Texts shown').selectOption(shows);
        const seen = await page.evaluate(() => {
            const list = document.getElementById('desk-list').getBoundingClientRect();
            return [...document.querySelectorAll('.desk-row')].map(one => one.getBoundingClientRect()).filter(box => box.top >= list.top && box.bottom <= list.bottom + .5).map(box => box.top);
        });
        expect(seen[0], shows).toBeLessThanOrEqual(150);
        expect(seen.length, shows).toBeGreaterThanOrEqual(least);
        await axe(page);
    }
    // Titles of 70 and descriptions of 170 characters stand whole; the theme's ending beside the title, too.
    await page.getByLabel('Texts shown').selectOption('both');
    const words = 'brass lamp with linen shade for the reading corner and the hall made by hand in two days and sent to you with care wherever it may be that you would like some warm light';
    await write(page, 0, 'title', words.slice(0, 70));
    await write(page, 0, 'description', words.slice(0, 170));
    await saved(page);
    for (const field of ['title', 'description']) expect(await next(page, 0, field).evaluate(one => one.scrollWidth > one.clientWidth || one.scrollHeight > one.clientHeight + 3), field).toBe(false);
    await page.getByRole('button', { name: 'all keys' }).click();
    await expect(page.getByRole('dialog')).toContainText('takes back what you did last');
    await axe(page);
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await choose(page, 0);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
    await choose(page, 0);
    await undoAll(page, 2);
    await expect(next(page, 0, 'description')).toHaveText(/as shown|nothing yet/);
});

test('sixty rows are written by keyboard alone, and taken back', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    await expect(page.locator('#desk-list')).toBeFocused();
    for (let nth = 0; nth < 60; nth++) {
        await page.keyboard.type(`Lamp number ${nth}`);
        await page.keyboard.press('Enter');
    }
    await saved(page);
    expect(texts('title').filter(one => /^Lamp number \d+$/.test(one.draft)).length).toBe(60);
    // What is typed stands in the ruler, in the card and in the count as it is typed.
    await choose(page, 60);
    await page.keyboard.type('A brass lamp for the reading corner');
    await expect(page.locator('#desk-card')).toContainText('A brass lamp for the reading corner – Tindrel');
    await expect(row(page, 60).locator('.px-ruler .left')).toContainText('px left');
    await page.keyboard.press('Escape');
    await expect(next(page, 60)).not.toContainText('A brass lamp');
    // F2 goes on where the text ends; Alt and Backspace bring the shop's own back.
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('F2');
    await page.keyboard.type(', whole');
    await page.keyboard.press('Tab');
    await expect(next(page, 59)).toContainText('Lamp number 59, whole');
    await expect(cell(page, 59, 'description')).toHaveClass(/is-focus/);
    await choose(page, 59);
    await page.keyboard.press('Alt+Backspace');
    await expect(next(page, 59)).toHaveText(/as shown|nothing yet/);
    await undoAll(page, 62);
    expect(texts('title').filter(one => /^Lamp number/.test(one.draft))).toEqual([]);
});

test('ranges are copied, cut, filled down and pasted as a spreadsheet does it: 500 rows, quoted cells, line breaks', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?sort=name');
    await ready(page);
    await choose(page, 0);
    const lines = Array.from({ length: 500 }, (one, nth) => `Pasted title ${nth}\tPasted description ${nth}`);
    lines[1] = '"A title of\ntwo lines"\t"With a ""quote"" and a\ttab"';
    lines[2] = '5" lamp\t\'=SUM(A1)';
    await paste(page, lines.join('\r\n') + '\r\n');
    await expect(page.locator('#told-line')).toHaveText('1,000 texts pasted.');
    await expect(page.locator('#saved-line')).toHaveText('All saved', { timeout: 60_000 });
    await expect(next(page, 1)).toContainText('A title of two lines');
    await expect(next(page, 1, 'description')).toHaveText('With a "quote" and a tab');
    await expect(next(page, 2)).toContainText('5" lamp');
    await expect(next(page, 2, 'description')).toHaveText('=SUM(A1)');
    expect(texts('description').filter(one => one.draft?.startsWith('Pasted description')).length).toBe(498);
    // A range by mouse goes out again, in the same form.
    await cell(page, 1).hover();
    await page.mouse.down();
    await cell(page, 3, 'description').hover();
    await page.mouse.up();
    await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
    await page.keyboard.press('ControlOrMeta+c');
    await expect(page.locator('#told-line')).toHaveText('6 texts copied.');
    expect(await copied(page)).toBe('A title of two lines\tWith a "quote" and a tab\n5" lamp\t\'=SUM(A1)\nPasted title 3\tPasted description 3');
    // One cell on many fills them; filling down takes the first text of the range.
    await choose(page, 4);
    for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowDown');
    await paste(page, 'The same for four');
    await expect(next(page, 7)).toContainText('The same for four');
    await saved(page);
    await choose(page, 3);
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('ControlOrMeta+d');
    await expect(next(page, 4)).toContainText('Pasted title 3');
    await saved(page);
    await page.keyboard.press('ControlOrMeta+x');
    await expect(next(page, 3)).toContainText('emptied');
    await saved(page);
    await undoAll(page, 3);
    await expect(next(page, 7)).toContainText('Pasted title 7');
    // Taken back after a reload and on another machine, done again, and taken back for good.
    await page.reload();
    await ready(page);
    await undoAll(page, 1);
    expect(texts('title').filter(one => one.draft?.startsWith('Pasted'))).toEqual([]);
    const other = await (await page.context().browser().newContext({ baseURL: process.env.APP_URL })).newPage();
    await signIn(other, 'writer');
    await other.goto('/s/tindrel/write?sort=name');
    await ready(other);
    await other.keyboard.press('ControlOrMeta+y');
    await expect(next(other, 3)).toContainText('Pasted title 3');
    await undoAll(other, 1);
    await expect(next(other, 3)).not.toContainText('Pasted');
    await other.context().close();
});

test('two people on one row: the second is told, and chooses', async ({ page, browser }) => {
    const other = await (await browser.newContext({ baseURL: process.env.APP_URL })).newPage();
    await signIn(page, 'writer');
    await signIn(other, 'approver');
    for (const one of [page, other]) { await one.goto('/s/tindrel/write?kind=product&sort=name'); await ready(one); }
    await choose(other, 3, 'description');
    await other.keyboard.type('The second of two people wrote that about the lamp.');
    await write(page, 3, 'description', 'The first of two people wrote this about the lamp.');
    await saved(page);
    await other.keyboard.press('Enter');
    await expect(other.getByRole('alert').filter({ hasText: 'Wim Writer' })).toContainText('Wim Writer saved the description of');
    await expect(other.getByRole('alert').filter({ hasText: 'Wim Writer' })).toContainText('The first of two people');
    await axe(other);
    await other.getByRole('button', { name: 'Save mine' }).click();
    await saved(other);
    await expect(next(page, 3, 'description')).toContainText('The second of two');
    await choose(page, 3, 'description');
    await page.keyboard.press('Alt+Backspace');
    await saved(page);
    await other.context().close();
});

test('what was typed is not lost: line cut, tab closed, brought back', async ({ page, context }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    await context.setOffline(true);
    for (let nth = 0; nth < 20; nth++) { await page.keyboard.type(`Typed while the line was down, ${nth}`); await page.keyboard.press('Enter'); }
    await expect(page.locator('#saved-line')).toHaveText('20 not saved');
    await expect(page.getByText('The server could not be reached.')).toBeVisible();
    await expect(next(page, 19)).toContainText('Typed while the line was down, 19');
    // The server is back: nobody has to press anything.
    await context.setOffline(false);
    await expect(page.locator('#saved-line')).toHaveText('All saved', { timeout: 45_000 });
    await expect(page.getByText('The server could not be reached.')).toBeHidden();
    expect(texts('title').filter(one => one.draft?.startsWith('Typed while')).length).toBe(20);
    // The tab is closed while nothing gets through: the next one sends what was left.
    await page.route('**/write/texts', route => route.abort());
    await choose(page, 20);
    await page.keyboard.type('Typed before the tab was closed');
    await page.keyboard.press('Enter');
    await expect(page.locator('#saved-line')).toHaveText('1 not saved');
    await page.close();
    const again = await context.newPage();
    await again.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(again);
    await expect.poll(() => texts('title').some(one => one.draft === 'Typed before the tab was closed'), { timeout: 45_000 }).toBe(true);
    await saved(again);
    await choose(again, 0);
    await undoAll(again, 21);
    expect(texts('title').filter(one => one.draft?.startsWith('Typed'))).toEqual([]);
});

test('lead terms are set by hand, for one page and for many, and told in the texts', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=collection&sort=name');
    await ready(page);
    await choose(page, 0);
    await page.keyboard.press('Alt+l');
    await page.keyboard.type('Velvet Moon Lamps');
    await page.keyboard.press('Enter');
    await expect(row(page, 0).locator('.line-4')).toContainText('title lacks the lead term');
    await expect(page.locator('[data-lead]')).toContainText('velvet moon lamps: not in the title');
    await page.keyboard.type('Velvet lamps for the moon');
    await page.keyboard.press('Enter');
    await saved(page);
    await expect(row(page, 0).locator('.line-4')).toContainText('for velvet moon lamps');
    await expect(row(page, 0).locator('.line-4')).not.toContainText('title lacks');
    await axe(page);
    await undoAll(page, 1);
    await choose(page, 0);
    await page.keyboard.press('Alt+l');
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.press('Delete');
    await page.keyboard.press('Enter');
    await expect(page.locator('[data-lead]')).toContainText('No lead term yet');
});

test('words are found and replaced on many pages, each hit looked at, and taken back as one step', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product&sort=name');
    await ready(page);
    await choose(page, 0);
    await page.keyboard.press('ControlOrMeta+h');
    const sheet = page.getByRole('dialog', { name: 'Change many texts' });
    await sheet.getByLabel('Find', { exact: true }).fill('Lamp');
    await sheet.getByLabel('put in its place').fill('Light');
    await sheet.locator('select[name="scope"]').selectOption('view');
    await page.keyboard.press('Tab');
    await sheet.getByRole('button', { name: 'Show what changes' }).click();
    await expect(sheet.locator('.bulk-hit').first()).toContainText('Light');
    await axe(page);
    const told = await sheet.locator('#bulk-told').innerText(), n = Number(told.split(' ')[0].replace(/\D/g, ''));
    expect(n).toBeGreaterThan(50);
    await sheet.locator('.bulk-hit input').first().uncheck();
    const left = await sheet.locator('.bulk-hit b').first().innerText();
    await sheet.getByRole('button', { name: `Change ${(n - 1).toLocaleString('en')} texts` }).click();
    await saved(page);
    const changed = texts('title').filter(one => one.draft?.includes('Light'));
    expect(changed.length).toBe(n - 1);
    await expect(page.locator('.desk-row', { hasText: left }).first().locator('.of-title .new')).not.toContainText('Light');
    await undoAll(page, 1);
    expect(texts('title').filter(one => one.draft?.includes('Light'))).toEqual([]);
});

test('filters stand in the address, and their numbers are those of the rows', async ({ page }) => {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/write?kind=collection');
    const link = page.locator('#desk-counts a', { hasText: 'missing' });
    const number = Number((await link.locator('.n').innerText()).replace(/\D/g, ''));
    await link.click();
    await expect(page).toHaveURL(/kind=collection.*check=missing|check=missing.*kind=collection/);
    await ready(page);
    await expect(page.locator('#desk-list')).toHaveAttribute('aria-rowcount', String(number + 1));
    // What is typed nowhere changes nothing for somebody who may only read.
    await page.keyboard.type('x');
    await page.keyboard.press('Delete');
    await expect(page.locator('.desk-typing')).toHaveCount(0);
    await saved(page);
});

test('a recipe is built, looked through, applied, and leaves hand-written texts alone', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=product');
    await ready(page);
    await write(page, 1, 'title', 'Written by hand, and to stay so');
    await saved(page);
    await page.goto('/s/tindrel/write/recipes');
    await axe(page);
    await page.getByRole('link', { name: 'New recipe' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Name, finish, maker');
    for (const [fact, words, rank] of [['finish', ' in ', 'left out first'], ['maker', ' by ', 'left out at 8']]) {
        await page.getByRole('button', { name: 'Add a part' }).click();
        const part = page.locator('#parts li').last();
        await part.getByLabel('What this part is').selectOption(fact);
        await part.getByLabel('Words, or words before the fact').fill(words);
        await part.getByLabel('When it is left out').selectOption(rank);
    }
    // The same thing typed; what is typed becomes parts.
    await expect(page.getByLabel('Or typed')).toHaveValue('#name[9: in #finish][8: by #maker]');
    await page.getByLabel('Or typed').fill('#name[9: in #finish][8: by #maker');
    await expect(page.locator('#notation-told')).toHaveText('At character 21: This part has no end: a ] is lacking.');
    await page.getByLabel('Or typed').fill('#name[9: in #(finish or "any finish", small)][8: by #maker]');
    await expect(page.locator('#parts li').nth(1).getByLabel('Or these words')).toHaveValue('any finish');
    await expect(page.locator('#notation-told')).toHaveText('');
    await page.locator('#parts li').nth(1).getByLabel('Or these words').fill('');
    await expect(page.getByLabel('Or typed')).toHaveValue('#name[9: in #(finish, small)][8: by #maker]');
    await expect(page.locator('#recipe-sample li')).not.toHaveCount(0);
    await page.getByText('Which products').click();
    await page.getByLabel('Fact 1').selectOption('maker');
    await page.getByLabel('How').first().selectOption('has');
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
    await expect(next(page, 1)).toContainText('Written by hand, and to stay so');
    expect(texts('title').filter(one => one.draft !== null && one.draft !== '').length).toBeGreaterThan(1);
});

test('texts go out to a file and come back as drafts, nothing silently', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write/sheets');
    await axe(page);
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV', exact: true }).last().click()]);
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

test('a finger scrolls the desk without typing, and a tap types', async ({ browser }) => {
    const phone = await (await browser.newContext({ baseURL: process.env.APP_URL, viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage();
    await signIn(phone, 'writer');
    await phone.goto('/s/tindrel/write?kind=collection&sort=name');
    await ready(phone);
    await row(phone, 0).scrollIntoViewIfNeeded();
    await cell(phone, 0).dispatchEvent('pointerdown', { pointerType: 'touch', button: 0 });
    await expect(phone.locator('.desk-typing')).toHaveCount(0);
    await cell(phone, 0).tap();
    await expect(phone.locator('.desk-typing')).toBeFocused();
    await phone.keyboard.press('Escape');
    await expect(phone.locator('.desk-typing')).toHaveCount(0);
    await phone.context().close();
});

test('a slip is told, taught or let pass, and what one writes for stands beside', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=collection&sort=name');
    await ready(page);
    await write(page, 0, 'title', 'Lmaps of Wrzbn glass for a warm and quiet evening');
    await saved(page);
    await expect(row(page, 0).locator('.line-4')).toContainText('title: spelling');
    await choose(page, 0);
    await page.keyboard.press('Alt+f');
    const sheet = page.getByRole('dialog', { name: 'About the text in focus' });
    await expect(sheet).toContainText('Lmaps');
    await expect(sheet).toContainText(/perhaps.*Lamps/);
    await axe(page);
    await sheet.locator('form', { hasText: 'Wrzbn' }).getByRole('button', { name: 'teach it' }).click();
    await expect(sheet).not.toContainText('Wrzbn perhaps');
    const slip = sheet.locator('li', { hasText: 'Spelling' });
    await slip.getByText('Let it pass').first().click();
    await slip.getByLabel('because').fill('a play of words');
    await slip.getByRole('button', { name: 'Let it pass' }).click();
    await expect(sheet).toContainText('because a play of words');
    await page.keyboard.press('Escape');
    await expect(row(page, 0).locator('.line-4')).not.toContainText('spelling');
    await page.keyboard.press('Alt+i');
    await expect(sheet.getByRole('columnheader', { name: 'Position' }).or(sheet.getByText('No terms yet'))).toBeVisible();
    await axe(page);
    await page.keyboard.press('Escape');
    await undoAll(page, 1);
});

test('headings are written as titles are, and each person has columns of their own', async ({ page }) => {
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/write?kind=collection&sort=name');
    await ready(page);
    const usual = () => page.evaluate(async () => fetch('/s/tindrel/write/view', {
        method: 'POST', headers: { 'Content-Type': 'application/json', 'X-CSRF-TOKEN': document.querySelector('meta[name="csrf-token"]')?.content ?? '', Accept: 'application/json' },
        body: JSON.stringify({ figures: ['clicks', 'ctr', 'expected', 'upside'], width: 548 }),
    }));
    await usual();
    await page.reload();
    await ready(page);
    await page.getByLabel('Texts shown').selectOption('headings');
    await choose(page, 1, 'h1');
    await page.keyboard.type('A heading typed on the desk');
    await page.keyboard.press('Enter');
    await saved(page);
    expect(texts('h1').filter(one => one.draft === 'A heading typed on the desk')).toHaveLength(1);
    await axe(page);
    await page.getByText('More', { exact: true }).click();
    await page.getByRole('checkbox', { name: 'Price' }).check();
    await page.getByRole('button', { name: 'Price earlier' }).click();
    await page.getByRole('checkbox', { name: 'CTR' }).uncheck();
    await expect(page.locator('[data-head="headings"] [role="columnheader"].num')).toHaveText(['Clicks', 'expected', 'Price', 'Upside EUR']);
    await axe(page);
    await page.reload();
    await ready(page);
    await expect(page.locator('[data-head="headings"] [role="columnheader"].num')).toHaveText(['Clicks', 'expected', 'Price', 'Upside EUR']);
    await choose(page, 1, 'h1');
    await undoAll(page, 1);
    await usual();
    await page.getByLabel('Texts shown').selectOption('both');
});

test('the checks of a kind are chosen, and all texts are held against them anew', async ({ page }) => {
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/write/checks?kind=article');
    await axe(page);
    await page.getByLabel('Must not hold, a word or phrase a line').first().fill('choosing');
    await page.getByRole('button', { name: 'Save and check again' }).click();
    await expect(page.getByText('All texts are checked again')).toBeVisible();
    await expect(async () => {
        await page.goto('/s/tindrel/write?kind=article');
        await expect(page.locator('#desk-counts')).toContainText('forbidden words');
    }).toPass({ timeout: 120_000 });
    await page.goto('/s/tindrel/write/checks?kind=article');
    await page.getByLabel('Must not hold, a word or phrase a line').first().fill('');
    await page.getByRole('button', { name: 'Save and check again' }).click();
});
