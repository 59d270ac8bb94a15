/**
 * Takes the pictures in docs/screenshots from the running demo: `node tools/take-screenshots.mjs [NAME ...]`.
 * What they show is brought about first, by commands and as people would: a crawl, the feed, weighing, untangling, drafts, a release.
 */
import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';

const root = fileURLToPath(new URL('..', import.meta.url));
const setting = name => new RegExp(`^${name}=(.*)$`, 'm').exec(readFileSync(root + 'var/run/settings', 'utf8'))[1];
const base = `http://127.0.0.1:${setting('HTTP_PORT')}`;
const only = process.argv.slice(2);
const orchard = (...words) => execFileSync(root + 'bin/orchard', [...words, '--store=tindrel'], { encoding: 'utf8' });

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
async function take(page, name, path, before = async () => {}) {
    await page.goto('/s/tindrel' + path);
    await before(page);
    await page.waitForTimeout(1200);
    if (!only.length || only.includes(name)) await page.screenshot({ path: `${root}docs/screenshots/${name}.png` });
}
const ready = page => page.waitForSelector('#desk[data-is-ready]');
const saved = page => page.waitForFunction(() => document.getElementById('saved-line').textContent === 'All saved');

if (!only.length && !process.env.AS_IS) {
    orchard('gather:crawl', '--wait');
    orchard('gather:feed', '--wait');
    orchard('untangle:find', '--wait');
    orchard('weigh:score', '--wait');
    orchard('gather:import', 'keywords', root + 'app/Demo/keywords.csv', '--wait');
    orchard('match:suggest', '--wait');
}
const type = async (page, nth, field, text) => {
    await page.locator(`.desk-row[data-at="${nth}"] .desk-cell[data-field="${field}"]`).click();
    await page.keyboard.press('Escape');
    await page.keyboard.type(text);
    await page.keyboard.press('ControlOrMeta+s');
};
const writer = await as('writer');
async function writeDrafts(query, texts) {
    await writer.goto('/s/tindrel/write' + query);
    await ready(writer);
    for (const [i, [title, description]] of texts.entries()) {
        await type(writer, i, 'title', title);
        if (description) await type(writer, i, 'description', description);
        await writer.keyboard.press('ControlOrMeta+Enter');
        await writer.waitForFunction(() => /ready for release/.test(document.getElementById('told-line').textContent));
    }
    await saved(writer);
}
if (!only.length && !process.env.AS_IS) {
    await writeDrafts('?kind=collection', [
        ['Art Deco lamps with brass, glass and clear lines', 'Art Deco lamps by twelve small makers: fluted glass, stepped brass and soft light, in ten finishes. Checked by hand and sent within two days.'],
        ['Bathroom lighting that is safe near water', 'Bathroom lighting in opal glass and brass, warm enough for the mirror and bright enough for the morning. Sent within two days.'],
        ['Bauhaus lamps: plain forms, honest materials', ''],
    ]);
    orchard('release:send', '--name=Ranges, first part', '--wait');
    await writeDrafts('?kind=product&check=repeated', ['one', 'two', 'three'].map(word => [`A table lamp made by hand, number ${word}`, '']));
}
const owner = await as('owner');
const firstLink = selector => async page => { await page.locator(selector).first().click(); };
await take(writer, 'gather-inventory', '/gather?sort=clicks');
await take(writer, 'tend', '/tend', async page => { await page.locator('#marks .m-reached[data-depth="3"]').first().click(); await page.locator('.reach-page').waitFor(); await page.waitForTimeout(400); });
await take(writer, 'page-dossier', '/gather?q=art+deco+lamps&kind=collection', async page => { await page.goto(await page.locator('#inventory tbody a').first().getAttribute('href')); });
await take(writer, 'weigh', '/weigh');
await take(writer, 'weigh-why', '/weigh', async page => { await page.locator('a[data-beside]').first().click(); await page.locator('#beside table').first().waitFor(); });
await take(writer, 'weigh-worklist', '/weigh/worklists', async page => {
    if (await page.locator('table.ledger tbody a').count()) return firstLink('table.ledger tbody a')(page);
    await page.getByRole('button', { name: 'Make the worklist' }).click();
    await page.waitForURL(/worklists\/\d+/);
});
await take(writer, 'write-desk', '/write?kind=product&check=wide&field=title', ready);
await take(writer, 'gather-file', '/gather/files', async page => {
    const day = ago => new Date(Date.now() - 86400_000 * ago).toISOString().slice(0, 10).split('-').reverse().join('.');
    const rows = ['Datum;Seite;Suchanfrage;Klicks;Impressionen;Position'];
    for (let ago = 10; ago < 60; ago++) rows.push(`${day(ago)};/range/pendant-lamps;pendant lamps;1${ago % 9};1.2${ago};3,5`, `${day(ago)};/range/table-lamps;table lamps;${ago % 7};3${ago};8,1`);
    await page.getByLabel('File').setInputFiles({ name: 'search-rows-of-autumn.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\r\n')) });
    await page.getByRole('button', { name: 'Upload and check' }).click();
    await page.getByRole('heading', { name: 'search-rows-of-autumn.csv' }).waitFor();
});
await take(writer, 'untangle', '/untangle');
await take(writer, 'untangle-tangle', '/untangle/tangles', firstLink('table.ledger tbody a'));
await take(owner, 'release-ready', '/release');
await take(owner, 'release-sent', '/release', firstLink('tr:last-child td a[href*="/release/"]'));
await take(owner, 'settings', '/settings/crawl');
await take(owner, 'match', '/match');
await take(owner, 'overview', '');
if (!only.length || only.includes('store-new') || only.includes('overview-new')) {
    const address = `http://127.0.0.1:${setting('SHOP_PORT_fennmoor')}`;
    await owner.goto('/stores/new');
    await owner.getByLabel('The address of the shop').fill(address);
    await owner.getByRole('button', { name: 'Look at the shop' }).click();
    await owner.getByLabel(/private network/).check();
    await owner.getByRole('button', { name: 'Look at the shop' }).click();
    await owner.waitForURL(/seen=/);
    await owner.getByLabel('Name').fill('Fennmoor');
    if (!only.length || only.includes('store-new')) await owner.screenshot({ path: `${root}docs/screenshots/store-new.png` });
    await owner.getByRole('button', { name: 'Add the store' }).click();
    await owner.waitForURL(/\/s\//);
    await owner.locator('.first-hour tbody tr').first().getByText('done').waitFor();
    await owner.waitForTimeout(3000);
    if (!only.length || only.includes('overview-new')) await owner.screenshot({ path: `${root}docs/screenshots/overview-new.png` });
}

// A shop of another make: connected by mapping on one screen, written for by its own file on others.
const door = (...words) => execFileSync(root + 'bin/orchard', words, { encoding: 'utf8' });
const pottery = `http://127.0.0.1:${setting('SHOP_PORT_fennmoor')}`;
const key = readFileSync(root + 'var/run/shops/fennmoor/secret', 'utf8').trim();
async function exported() {
    const form = new URLSearchParams({ grant_type: 'client_credentials', client_id: 'orchard-keeper', client_secret: key });
    const { token } = await (await fetch(pottery + '/backend/auth/token', { method: 'POST', body: form })).json();
    return Buffer.from(await (await fetch(pottery + '/backend/files/wares.csv', { headers: { Authorization: `Bearer ${token.value}` } })).arrayBuffer());
}
const shops = ['connect-mapping', 'release-handed'];
if (!only.length || only.some(name => shops.includes(name))) {
    const slug = `fennmoor-${Date.now() % 1_000_000}`;
    door('store:add', '--name=Fennmoor Pottery', `--url=${pottery}`, `--slug=${slug}`, '--currency=GBP', '--allow-private');
    const { link } = JSON.parse(door('access:invite', `--store=${slug}`, `--email=${slug}@fennmoor.example`, '--role=owner', '--json'));
    const potter = await (await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 } })).newPage();
    await potter.goto(new URL(link).pathname);
    await potter.getByLabel('Your name').fill('Petra Potter');
    await potter.getByLabel(/password/i).fill('clay-on-the-wheel');
    await potter.getByRole('button', { name: 'Join' }).click();
    await potter.waitForLoadState();
    door('gather:crawl', `--store=${slug}`, '--wait');
    const shot = async (name, before = async () => {}) => { await before(); await potter.waitForTimeout(1000); if (!only.length || only.includes(name)) await potter.screenshot({ path: `${root}docs/screenshots/${name}.png` }); };
    await potter.goto(`/s/${slug}/connect`);
    await potter.getByLabel('A file that the shop exported').setInputFiles({ name: 'wares.csv', mimeType: 'text/csv', buffer: await exported() });
    await potter.getByRole('button', { name: 'Bring it in' }).click();
    await potter.getByRole('button', { name: 'That is right' }).click();
    await potter.goto(`/s/${slug}/write?kind=product`);
    await ready(potter);
    for (let i = 0; i < 8; i++) {
        await type(potter, i, 'title', ['A mug for cold mornings, thrown by hand', 'A bowl for soup and for standing about', 'A plate with a rim that keeps the sauce', 'A jug that pours to the last drop', 'A vase for a single branch', 'Tiles in a glaze of our own ash', 'A mug with room for a second cup', 'A wide bowl for bread and fruit'][i]);
        await potter.keyboard.press('ControlOrMeta+Enter');
        await potter.waitForFunction(() => /ready for release/.test(document.getElementById('told-line').textContent));
    }
    await saved(potter);
    await potter.goto(`/s/${slug}/release`);
    await potter.getByRole('button', { name: /^Send all/ }).click();
    await shot('release-handed');
    await potter.goto(`/s/${slug}/connect/mapping`);
    await potter.getByLabel('Bring a mapping in').setInputFiles(root + 'docs/examples/fennmoor.mapping.json');
    await potter.getByRole('button', { name: 'Bring it in' }).click();
    await potter.getByLabel('Address', { exact: true }).fill(pottery + '/backend');
    await potter.getByLabel('Secret').fill(key);
    await potter.getByRole('button', { name: 'Keep' }).first().click();
    await potter.getByRole('button', { name: 'Fetch a sample' }).click();
    await shot('connect-mapping', async () => { await potter.getByRole('button', { name: 'Try it' }).click(); await potter.locator('.tries').waitFor(); await potter.getByLabel('Title', { exact: true }).focus(); });
}
await browser.close();
