/** The writing desk as a person uses it. */
import { expect } from '@playwright/test';

export const ready = page => expect(page.locator('#desk')).toHaveAttribute('data-is-ready', 'yes');
export const saved = page => expect(page.locator('#saved-line')).toHaveText('All saved');
export const row = (page, nth) => page.locator(`.desk-row[data-at="${nth}"]`);
export const cell = (page, nth, field = 'title') => row(page, nth).locator(`.desk-cell[data-field="${field}"]`);
/** The text that is to be; "as shown" where nothing is. */
export const next = (page, nth, field = 'title') => cell(page, nth, field).locator('.new');

/** Puts the focus on a text, without typing into it. */
export async function choose(page, nth, field = 'title') {
    await cell(page, nth, field).click();
    await page.keyboard.press('Escape');
    await expect(cell(page, nth, field)).toHaveClass(/is-focus/);
}

/** Writes over a text and keeps it. */
export async function write(page, nth, field, text) {
    await choose(page, nth, field);
    await page.keyboard.type(text);
    await page.keyboard.press('ControlOrMeta+s');
}

/** What a spreadsheet put on the clipboard is pasted. */
export async function paste(page, text) {
    await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
    await page.evaluate(words => navigator.clipboard.writeText(words), text);
    await page.keyboard.press('ControlOrMeta+v');
}

export const copied = page => page.evaluate(() => navigator.clipboard.readText());
