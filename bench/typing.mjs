/** What a key costs on the writing desk, beside a plain box on the same page: main thread time for each key while one types fast. */
import { chromium } from '@playwright/test';

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await (await browser.newContext({ baseURL: process.env.APP_URL, viewport: { width: 1280, height: 800 } })).newPage();
await page.goto('/sign-in');
await page.getByLabel('E-mail address').fill('writer@tindrel.example');
await page.getByLabel('Password').fill('lamps-in-a-row');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL(/\/s\/tindrel/);
await page.goto('/s/tindrel/write?kind=product');
await page.waitForFunction(() => document.getElementById('desk').dataset.isReady === 'yes');
await page.route('**/write/texts/**', route => route.abort());
await page.evaluate(() => {
    const box = document.createElement('input');
    box.id = 'plain';
    box.className = 'type';
    // In the same place as a text of the desk: what a browser paints around a box is part of what a key costs.
    const cell = document.querySelectorAll('tr[data-row]')[1].querySelector('.type[data-field="title"]').parentElement;
    cell.replaceChildren(box);
});
const cdp = await page.context().newCDPSession(page);
await cdp.send('Performance.enable');
const spent = async () => Object.fromEntries((await cdp.send('Performance.getMetrics')).metrics.map(one => [one.name, one.value])).TaskDuration;
const text = 'A lamp of brass with a linen shade, made by hand and sent in two days '.repeat(2);
async function cost(selector) {
    const box = page.locator(selector).first();
    await box.focus();
    await box.fill('');
    await page.waitForTimeout(500);
    const before = await spent();
    await page.keyboard.type(text, { delay: 60 });
    const ms = 1000 * (await spent() - before) / text.length;
    await box.evaluate(element => { element.value = element.dataset.saved ?? ''; element.dispatchEvent(new Event('input', { bubbles: true })); });
    return ms;
}
const plain = [], desk = [];
for (let i = 0; i < 3; i++) {
    plain.push(await cost('#plain'));
    desk.push(await cost('tr[data-row] .type[data-field="title"]'));
}
const middle = values => values.sort((a, b) => a - b)[1];
console.log(JSON.stringify({ bench: 'a key on the desk', size: `${text.length} keys, 60 ms apart`, value: Number(middle(desk).toFixed(2)), unit: 'ms', limit: Number((1.3 * middle(plain)).toFixed(2)), ratio: Number((middle(desk) / middle(plain)).toFixed(2)) }));
await browser.close();
