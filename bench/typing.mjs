/**
 * What a key costs on the writing desk with 200 rows in view, beside a plain box in the same place: main thread time
 * for each key while one types fast, and the time from the key to the ruler and the result card.
 */
import { chromium } from '@playwright/test';

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await (await browser.newContext({ baseURL: process.env.APP_URL, viewport: { width: 1280, height: 6900 } })).newPage();
await page.goto('/sign-in');
await page.getByLabel('E-mail address').fill('writer@tindrel.example');
await page.getByLabel('Password').fill('lamps-in-a-row');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL(/\/s\/tindrel/);
await page.goto('/s/tindrel/write?kind=product');
await page.waitForFunction(() => document.getElementById('desk').dataset.isReady === 'yes');
await page.route('**/write/texts', route => route.abort());
await page.getByLabel('Texts shown').selectOption('titles');
await page.waitForFunction(() => document.querySelectorAll('.desk-row').length >= 200);
const rows = await page.locator('.desk-row').count();
const cdp = await page.context().newCDPSession(page);
await cdp.send('Performance.enable');
const spent = async () => Object.fromEntries((await cdp.send('Performance.getMetrics')).metrics.map(one => [one.name, one.value])).TaskDuration;
const text = 'A lamp of brass with a linen shade, made by hand and sent in two days '.repeat(2);
async function cost() {
    await page.waitForTimeout(500);
    const before = await spent();
    await page.keyboard.type(text, { delay: 60 });
    const ms = 1000 * (await spent() - before) / text.length;
    await page.keyboard.press('Escape');
    return ms;
}
const cell = page.locator('.desk-row[data-at="20"] .desk-cell[data-field="title"]');
const plain = [], desk = [], follow = [];
for (let i = 0; i < 3; i++) {
    // In the same place as a text of the desk: what a browser paints around a box is part of what a key costs.
    await cell.click();
    await page.keyboard.press('Escape');
    await cell.evaluate(place => { const box = document.createElement('textarea'); box.className = 'desk-typing of-title'; box.id = 'plain'; place.querySelector('.next').append(box); box.focus(); });
    plain.push(await cost());
    await page.evaluate(() => document.getElementById('plain').remove());
    await cell.click();
    await page.keyboard.press('Escape');
    await page.keyboard.press('F2');
    desk.push(await cost());
    await cell.click();
    await page.keyboard.press('Escape');
    await page.keyboard.press('F2');
    // From the event of the key to the end of what follows it: the ruler, the count and the card are drawn anew then.
    follow.push(...await page.evaluate(words => {
        const box = document.querySelector('.desk-typing'), times = [];
        for (const letter of words) {
            box.value += letter;
            const from = performance.now();
            box.dispatchEvent(new Event('input', { bubbles: true }));
            document.querySelector('.px-ruler .left').getBoundingClientRect();
            times.push(performance.now() - from);
        }
        return times;
    }, text));
    await page.keyboard.press('Escape');
}
const middle = values => values.sort((a, b) => a - b)[Math.floor(values.length / 2)];
const of95 = values => values.sort((a, b) => a - b)[Math.floor(.95 * values.length)];
console.log(JSON.stringify({ bench: 'a key on the desk', size: `${text.length} keys, 60 ms apart, ${rows} rows`, value: Number(middle(desk).toFixed(2)), unit: 'ms', limit: Number((1.3 * middle(plain)).toFixed(2)), ratio: Number((middle(desk) / middle(plain)).toFixed(2)) }));
console.log(JSON.stringify({ bench: 'from a key to ruler and card', size: `${rows} rows`, value: Number(of95(follow).toFixed(2)), unit: 'ms', limit: 16, ratio: Number((of95(follow) / 16).toFixed(2)) }));
await browser.close();
