/**
 * Takes the pictures in docs/screenshots from the running demo: `node tools/take-screenshots.mjs [NAME ...]`.
 * It works like a person would: writes some texts, builds a recipe, brings a file back, releases, meets a clash.
 */
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';

const root = fileURLToPath(new URL('..', import.meta.url));
const setting = (name, file = 'settings') => new RegExp(`^${name}=(.*)$`, 'm').exec(readFileSync(root + 'var/run/' + file, 'utf8'))[1];
const base = `http://127.0.0.1:${setting('HTTP_PORT')}`, shop = `http://127.0.0.1:${setting('SHOP_PORT_tindrel')}`;
const token = readFileSync(root + 'var/run/shops/tindrel/token', 'utf8').trim();
const only = process.argv.slice(2);

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
async function as(role, scheme = 'light') {
    const page = await (await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 }, colorScheme: scheme })).newPage();
    page.setDefaultTimeout(120_000);
    await page.goto('/sign-in');
    await page.getByLabel('E-mail address').fill(`${role}@tindrel.example`);
    await page.getByLabel('Password').fill('lamps-in-a-row');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(/tindrel/);
    return page;
}
async function take(page, name) {
    await page.waitForTimeout(700);
    if (!only.length || only.includes(name)) await page.screenshot({ path: `${root}docs/screenshots/${name}.png` });
}
const saved = page => page.waitForFunction(() => document.getElementById('saved-line').textContent === 'All saved');
async function office(method, path, body, version) {
    return (await fetch(`${shop}/office/v1${path}`, { method, headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json', ...(version && { 'If-Match': `"${version}"` }) }, body: body && JSON.stringify(body) })).json();
}

const writer = await as('writer');
await writer.goto('/s/tindrel/gather/crawl');
await writer.getByRole('button', { name: /Start|Go on/ }).first().click();
await writer.waitForFunction(() => /[1-9]\d\d/.test(document.querySelector('.big-number')?.textContent ?? ''));
await take(writer, 'gather-crawl');
await writer.waitForFunction(() => document.getElementById('crawl-progress').textContent.includes('The crawl is done'), undefined, { timeout: 600_000 });
/** Thirteen weeks of made-up search rows for every third page that may be listed, the same at every run. */
function searchRows(pages) {
    let seed = 7;
    const chance = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
    const rows = ['Datum;Seite;Suchanfrage;Land;Gerät;Klicks;Impressionen;Position'];
    for (const page of pages.filter((page, i) => i % 3 === 0 || page.url.endsWith('/range/art-deco-lamps'))) {
        const words = (page.h1 || page.title).toLowerCase().replaceAll(';', ' '), demand = 40 * chance() ** 4 + 1, position = 1.5 + 20 * chance() ** 2;
        for (let ago = 100; ago > 3; ago -= 1 + Math.floor(12 / demand)) {
            for (const query of [words, 'buy ' + words]) {
                const impressions = 1 + Math.floor(demand * (1 + chance())), clicks = Math.floor(impressions * 0.3 / position + chance());
                rows.push(`${new Date(Date.now() - 86400_000 * ago).toISOString().slice(0, 10).split('-').reverse().join('.')};${page.url};${query};${['deu', 'aut', 'che'][Math.floor(3 * chance())]};${chance() < 0.7 ? 'Mobil' : 'Desktop'};${Math.min(clicks, impressions)};${impressions};${position.toFixed(1).replace('.', ',')}`);
            }
        }
    }
    return rows.join('\r\n') + '\r\n';
}
const listed = (await (await writer.request.get('/s/tindrel/gather/export.csv')).text()).split('\r\n').slice(1).map(line => /^([^,]*),200,[^,]*,(\w+),yes,[^,]*,("[^"]*"|[^,]*),/.exec(line)).filter(Boolean).map(([, url, , title]) => ({ url, title: title.replaceAll('"', '').replace(' – Tindrel', '') }));
await writer.goto('/s/tindrel/gather/files');
await writer.getByLabel('A file').setInputFiles({ name: 'search-rows-of-autumn.csv', mimeType: 'text/csv', buffer: Buffer.from(searchRows(listed)) });
await writer.getByRole('button', { name: 'Look into it' }).click();
await writer.getByRole('button', { name: 'Bring it in' }).waitFor();
await take(writer, 'gather-file');
await writer.getByRole('button', { name: 'Bring it in' }).click();
await writer.waitForFunction(() => /The import is\s+in/.test(document.getElementById('import-progress')?.textContent ?? ''), undefined, { timeout: 300_000 });
await writer.goto('/s/tindrel/gather?sort=impressions');
await take(writer, 'gather-inventory');
await writer.goto('/s/tindrel/gather/feed');
await writer.getByRole('button', { name: 'Pull now' }).click();
await writer.waitForFunction(() => /The last pull is\s+done/.test(document.getElementById('feed-state')?.textContent ?? ''), undefined, { timeout: 600_000 });
for (let tries = 0; tries < 120 && await writer.locator('.state', { hasText: 'under way' }).count(); tries++) { await writer.waitForTimeout(2000); await writer.reload(); }
await take(writer, 'gather-feed');
await writer.goto('/s/tindrel/gather?sort=clicks');
await writer.locator('a[data-beside]').nth(2).click();
await writer.getByRole('heading', { name: 'Facts' }).waitFor();
await take(writer, 'gather-beside');
await writer.goto('/s/tindrel/weigh');
for (let tries = 0; tries < 90 && (!await writer.locator('#weighed').count() || await writer.getByText('being weighed').count() || await writer.getByText('No orders are known').count()); tries++) { await writer.waitForTimeout(2000); await writer.reload(); }
await take(writer, 'weigh');
await writer.locator('a[data-beside]').first().click();
await writer.getByText('A click is worth').waitFor();
await take(writer, 'weigh-why');

await writer.goto('/s/tindrel/write?kind=collection');
await writer.waitForSelector('#desk[data-is-ready]');
const texts = [['Art Deco lamps with brass, glass and clear lines', 'Art Deco lamps by twelve small makers: fluted glass, stepped brass and soft light, in ten finishes. Checked by hand and sent within two days.'], ['Bathroom lighting that is safe near water', 'Bathroom lighting in opal glass and brass, warm enough for the mirror and bright enough for the morning. Sent within two days.'], ['Bauhaus lamps: plain forms, honest materials', '']];
for (const [i, [title, description]] of texts.entries()) {
    await writer.locator('.type[data-field="title"]').nth(i).fill(title);
    if (description) await writer.locator('.type[data-field="description"]').nth(i).fill(description);
    await writer.locator('.pick').nth(i).check();
}
await writer.locator('.type[data-field="title"]').nth(3).focus();
await saved(writer);
await writer.getByRole('button', { name: 'Ticked drafts are ready' }).click();
await writer.waitForSelector('#desk[data-is-ready]');
await writer.goto('/s/tindrel/write?kind=product&check=wide&field=title');
await writer.waitForSelector('#desk[data-is-ready]');
await take(writer, 'write-desk');
const dark = await as('writer', 'dark');
await dark.goto('/s/tindrel/write?kind=collection');
await dark.waitForSelector('#desk[data-is-ready]');
await dark.locator('.type[data-field="description"]').nth(0).focus();
await take(dark, 'write-desk-dark');

const name = `Titles from facts ${Date.now() % 100000}`;
await writer.goto('/s/tindrel/write/recipes/new?kind=product');
await writer.getByLabel('Name', { exact: true }).fill(name);
for (const [fact, words, rank] of [['finish', ' in ', 'goes first'], ['maker', ' by ', 'goes next']]) {
    await writer.getByRole('button', { name: 'Add a part' }).click();
    const part = writer.locator('#parts li').last();
    await part.getByLabel('What this part is').selectOption(fact);
    await part.getByLabel('Words, or words before the fact').fill(words);
    await part.getByLabel('When it drops out').selectOption(rank);
}
await take(writer, 'write-recipe');
await writer.getByRole('button', { name: 'Keep it and see' }).click();
await writer.getByRole('button', { name: /Make [\d,]+ drafts/ }).waitFor({ timeout: 120_000 });
await take(writer, 'write-recipe-preview');

const rows = (await (await writer.request.get('/s/tindrel/write/export.csv')).text()).split('\r\n').filter(line => line.includes('/range/') && line.includes(',description,')).slice(20, 24).map(line => line.split(',')[0]);
await writer.goto('/s/tindrel/write/sheets');
await writer.getByLabel(/CSV, TSV or XLSX/).setInputFiles({ name: 'ranges-in-july.csv', mimeType: 'text/csv', buffer: Buffer.from('url,field,draft\n' + rows.map((url, i) => `${url},description,"Chosen by hand from twelve small makers, in ten finishes and sizes from 20 to 45 cm. Number ${i + 1} of our ranges, sent within two days."`).join('\n') + '\nhttps://elsewhere.example/,title,x\n') });
await writer.getByRole('button', { name: 'Look through it' }).click();
await writer.getByRole('button', { name: /Make \d+ drafts/ }).waitFor();
await take(writer, 'write-sheet');
await writer.getByRole('button', { name: /Make \d+ drafts/ }).click();
await writer.goto('/s/tindrel/write?kind=collection&state=open');
await writer.waitForSelector('#desk[data-is-ready]');
await writer.getByRole('button', { name: 'All drafts of this view are ready' }).click();
await writer.waitForSelector('.note');

const clashing = (await office('GET', '/resources?kind=collection&limit=250')).items.find(item => item.name === 'Bauhaus Lamps');
await office('PATCH', `/resources/${clashing.id}`, { title: 'Bauhaus lamps, now 20% off' }, clashing.version);
const approver = await as('approver');
await approver.goto('/s/tindrel/release');
await approver.getByLabel('Name').fill('Ranges, first part');
await approver.getByRole('button', { name: /Send all/ }).click();
await approver.waitForFunction(() => !/not seen yet|to be sent/.test(document.getElementById('release-progress').textContent), undefined, { timeout: 300_000 });
await approver.reload();
await take(approver, 'release-sent');
const product = (await office('GET', '/resources?kind=product&limit=3')).items;
await writer.goto('/s/tindrel/write?kind=product&check=repeated');
await writer.waitForSelector('#desk[data-is-ready]');
for (const i of [0, 1, 2]) {
    await writer.locator('.type[data-field="title"]').nth(i).fill(`${await writer.locator('tr[data-row]').nth(i).getAttribute('data-name')}, made by hand`);
    await writer.locator('.pick').nth(i).check();
}
await writer.locator('.type[data-field="title"]').nth(4).focus();
await saved(writer);
await writer.getByRole('button', { name: 'Ticked drafts are ready' }).click();
await writer.waitForSelector('.note');
await approver.goto('/s/tindrel/release');
await take(approver, 'release-ready');
await approver.goto('/s/tindrel/gather?q=art+deco+lamps&kind=collection');
await approver.goto(await approver.getByRole('link', { name: '/range/art-deco-lamps', exact: true }).getAttribute('href'));
await take(approver, 'page-dossier');
const ours = (await office('GET', '/resources?kind=collection&limit=250')).items.find(item => item.name === 'Bathroom Lighting');
if (ours) await office('PATCH', `/resources/${ours.id}`, { title: 'Bathroom Lighting – Winter Sale' }, ours.version);
await writer.goto('/s/tindrel/gather/crawl');
await writer.getByRole('button', { name: 'Start a new crawl' }).click();
await writer.waitForFunction(() => document.getElementById('crawl-progress').textContent.includes('The crawl is done'), undefined, { timeout: 600_000 });
await writer.goto('/s/tindrel/gather/changed');
await writer.waitForFunction(() => !document.getElementById('changed').textContent.includes('Comparing'), undefined, { timeout: 120_000 });
await take(writer, 'gather-changed');
const owner = await as('owner');
await owner.goto('/s/tindrel/settings');
await take(owner, 'settings');
await browser.close();
