import { execFileSync } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { axe, expect, orchard, root, signIn, test } from './helpers.mjs';

const potteryUrl = process.env.POTTERY_URL;
const secret = () => readFileSync(process.env.ORCHARD_VAR + '/shops/fennmoor/secret', 'utf8').trim();
const mapping = () => JSON.parse(readFileSync(root + 'docs/examples/fennmoor.mapping.json', 'utf8'));
const shown = async path => (await fetch(potteryUrl + path)).text();

/** The second shop as on its first day, whatever was tried on it before. */
test.beforeEach(() => {
    const folder = process.env.ORCHARD_VAR + '/shops/fennmoor';
    rmSync(folder + '/secret', { force: true });
    execFileSync('php', [root + 'standins/pottery/bin/make-pottery', folder]);
});

/** What the second shop's back office answers, signed in. */
async function backend(method, path, body) {
    const form = new URLSearchParams({ grant_type: 'client_credentials', client_id: 'orchard-keeper', client_secret: secret() });
    const { token } = await (await fetch(`${potteryUrl}/backend/auth/token`, { method: 'POST', body: form })).json();
    const answer = await fetch(`${potteryUrl}/backend${path}`, { method, body, headers: { Authorization: `Bearer ${token.value}` } });
    return Buffer.from(await answer.arrayBuffer());
}

/** A store of its own on the second shop, with an owner of its own. */
async function newStore(page, slug) {
    orchard('store:add', '--name=Fennmoor Pottery', `--url=${potteryUrl}`, `--slug=${slug}`, '--currency=GBP', '--allow-private');
    const { link } = JSON.parse(orchard('access:invite', `--store=${slug}`, `--email=${slug}@pottery.example`, '--role=owner', '--json'));
    await page.goto(new URL(link).pathname);
    await page.getByLabel('Your name').fill('Petra Potter');
    await page.getByLabel(/password/i).fill('clay-on-the-wheel');
    await page.getByRole('button', { name: 'Join' }).click();
    await expect(page.getByRole('button', { name: 'Join' })).toHaveCount(0);
}

/** Drafts of titles for so many things, all ready. */
async function draft(page, slug, urls) {
    const live = new Map(JSON.parse(orchard('write:export', `--store=${slug}`, '--json')).filter(row => row.field === 'title').map(row => [row.url, row.live]));
    const quoted = text => `"${String(text ?? '').replaceAll('"', '""')}"`;
    const rows = urls.map((url, i) => [url, 'title', live.get(url), `Thrown by hand no. ${i}`].map(quoted).join(','));
    orchard('write:import', fileOf(['url,field,live,draft', ...rows].join('\n') + '\n'), `--store=${slug}`, '--accept');
    await page.goto(`/s/${slug}/write?state=open`);
    await expect(page.locator('#desk')).toHaveAttribute('data-is-ready', 'yes');
    await page.getByLabel('Tick all rows').check();
    await page.getByText('More', { exact: true }).click();
    await page.getByRole('button', { name: 'Mark the ticked as ready' }).click();
    await expect(page.getByText(`${urls.length} drafts are ready for release.`)).toBeVisible();
}

let files = 0;
function fileOf(text) {
    const path = `${process.env.ORCHARD_VAR}/tmp/connect-${process.pid}-${files++}.csv`;
    writeFileSync(path, text);
    return path;
}

test('an owner connects a shop by mapping, changes 30 titles, sees them live and takes them back', async ({ page }) => {
    const slug = `mapped-${Date.now()}`;
    await newStore(page, slug);
    await page.goto(`/s/${slug}/settings/shop`);
    await page.getByRole('link', { name: 'How changes get into the shop' }).click();
    await axe(page);
    await page.getByRole('link', { name: 'Connect by mapping' }).click();
    await page.getByLabel('Address', { exact: true }).fill(`${potteryUrl}/backend`);
    await page.getByLabel('Sign in with').selectOption('client');
    await page.getByLabel('User or client id').fill('orchard-keeper');
    await page.getByLabel('Secret').fill('wrong');
    await page.getByLabel('A token is had at').fill('/auth/token');
    await page.getByLabel('token stands at').fill('/token/value');
    await page.getByLabel('its seconds at').fill('/token/lifetime');
    await page.getByLabel('An error inside a 200 stands at').fill('/fault');
    await page.getByLabel('List', { exact: true }).fill('wares');
    await page.getByLabel('Path', { exact: true }).first().fill('/wares');
    await page.getByRole('button', { name: 'Keep' }).first().click();
    await page.getByRole('button', { name: 'Fetch a sample' }).click();
    // A wrong key is told, with what to do.
    await expect(page.getByRole('alert')).toContainText('refuses the key');
    await page.locator('summary', { hasText: 'Address and key' }).click();
    await page.getByLabel('Secret').fill(secret());
    await page.getByRole('button', { name: 'Fetch a sample' }).click();
    await expect(page.getByText(/^200 in/)).toBeVisible();

    // Fields are chosen by clicking on their values; the list of entries first.
    const answer = page.getByRole('group', { name: 'The answer' });
    await page.getByLabel('List of entries').focus();
    await answer.locator('[data-at="/result/rows"]').click();
    await page.getByLabel('Item in an entry').fill('/ware');
    await page.getByRole('button', { name: 'Keep' }).first().click();
    for (const [label, at] of [['Number in the shop', 'no'], ['Stock number', 'no'], ['Name', 'texts/name'], ['URL', 'texts/link'], ['Changed or version', 'stamps/changed'], ['Title', 'search/headline'], ['Description', 'search/teaser']]) {
        await page.getByLabel(label, { exact: true }).focus();
        await answer.locator(`[data-at="/result/rows/0/ware/${at}"]`).click();
        await expect(page.getByLabel(label, { exact: true })).toHaveValue('/' + at);
    }
    // Where it is written was proposed; by keyboard a value of the answer is a button like any other.
    await expect(page.getByLabel('Title is written at', { exact: true })).toHaveValue('/ware/search/headline');
    await page.getByLabel('H1', { exact: true }).focus();
    await answer.locator('[data-at="/result/rows/0/ware/texts/name"]').focus();
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('H1', { exact: true })).toHaveValue('/texts/name');
    await page.getByLabel('H1', { exact: true }).fill('');
    await page.getByLabel('H1 is written at', { exact: true }).fill('');
    await page.getByLabel('Next page by').selectOption('page');
    await page.getByLabel('a full page has').fill('50');
    await page.getByRole('region', { name: 'Reading one' }).getByLabel('Path').fill('/wares/{id}');
    await page.getByLabel('it stands at').fill('/result/ware');
    await page.getByLabel('Method of writing').selectOption('PUT');
    await page.getByRole('region', { name: 'Writing one' }).getByLabel('Path').fill('/wares/{id}');
    await page.getByRole('button', { name: 'Keep' }).first().click();
    await expect(page.getByRole('row', { name: /^Title/ })).toContainText('50');
    await expect(page.locator('pre.send')).toContainText('"headline"');
    await expect(page.locator('pre.send')).not.toContainText(secret());
    await axe(page);

    // A trial writes one text of one page and takes it back.
    const before = await shown('/mugs/1000-ash-mug.html');
    await page.getByRole('button', { name: 'Try it' }).click();
    await expect(page.locator('.tries')).toContainText('Put back, as before to the letter');
    expect(await shown('/mugs/1000-ash-mug.html')).toBe(before);
    await page.getByRole('button', { name: 'Use this mapping' }).click();
    await expect(page.getByText('The mapping is in use')).toBeVisible();

    orchard('gather:crawl', `--store=${slug}`, '--wait');
    const wares = JSON.parse(orchard('write:export', `--store=${slug}`, '--json')).filter(row => row.field === 'title' && row.url.endsWith('.html')).slice(0, 30).map(row => row.url);
    expect(wares.length).toBe(30);
    const pages = await Promise.all(wares.map(url => shown(new URL(url).pathname)));
    await draft(page, slug, wares);
    await page.goto(`/s/${slug}/release`);
    await page.getByRole('button', { name: 'Send now' }).click();
    await expect(page.getByText('30 seen live')).toBeVisible({ timeout: 120_000 });
    await axe(page);
    expect(await shown(new URL(wares[7]).pathname)).toContain('<title>Thrown by hand no. 7');
    await page.getByRole('button', { name: 'Take the whole release back' }).click();
    await expect(page.getByText('30 seen live')).toBeVisible({ timeout: 120_000 });
    expect(await Promise.all(wares.map(url => shown(new URL(url).pathname)))).toEqual(pages);
});

test('a shop without any API is written, handed over as its own file, seen live, and taken back by file', async ({ page }) => {
    const slug = `by-file-${Date.now()}`;
    await newStore(page, slug);
    orchard('gather:crawl', `--store=${slug}`, '--wait');
    // Each page that stays is a row of the desk, though nothing is connected.
    await page.goto(`/s/${slug}/write`);
    await expect(page.getByText('Ash Mug').first()).toBeVisible();
    await page.goto(`/s/${slug}/connect`);
    const exported = await backend('GET', '/files/wares.csv');
    await page.getByLabel('A file that the shop exported').setInputFiles({ name: 'wares.csv', mimeType: 'text/csv', buffer: exported });
    await page.getByRole('button', { name: 'Bring it in' }).click();
    await expect(page.getByLabel('Headline for search', { exact: true })).toHaveValue('title');
    await expect(page.getByLabel('Ware no', { exact: true })).toHaveValue('key');
    await axe(page);
    await page.getByRole('button', { name: 'That is right' }).click();
    await expect(page.getByText('240 of 240 rows are pages of the store')).toBeVisible();
    await axe(page);

    const wares = exported.toString('latin1').match(/"\/[a-z]+\/\d+-[a-z0-9-]+\.html"/g).slice(0, 12).map(path => potteryUrl + path.slice(1, -1));
    const pages = await Promise.all(wares.map(url => shown(new URL(url).pathname)));
    await draft(page, slug, [...wares, potteryUrl + '/shop/mugs']);
    await page.goto(`/s/${slug}/release`);
    await expect(page.getByText('as the file wares.csv')).toBeVisible();
    await page.getByRole('button', { name: 'Send now' }).click();
    const take = async () => {
        const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /^Download wares-release/ }).click()]);
        return readFileSync(await download.path());
    };
    const handed = await take();
    expect(handed.toString('latin1').match(/\r\n"1\d{3}"/g).length).toBe(12);
    await axe(page);

    // The department has no row in the file: somebody else puts it in, from a list that needs no account.
    await page.getByRole('link', { name: 'The list for somebody else' }).click();
    await axe(page);
    await page.getByRole('button', { name: 'Make a link for somebody without an account' }).click();
    const link = await page.getByLabel(/Copy it now/).inputValue();
    const guest = await (await page.context().browser().newContext()).newPage();
    await guest.goto(link);
    await expect(guest.getByText('Thrown by hand no. 12')).toBeVisible();
    await expect(guest.getByText('0 of 1 change seen live')).toBeVisible();
    await axe(guest);
    expect((await guest.goto(link.slice(0, -1) + (link.endsWith('x') ? 'y' : 'x'))).status()).toBe(404);

    // The shop imports the file; the live check finds it.
    expect(JSON.parse((await backend('POST', '/files/wares.csv', handed)).toString()).result.changed).toBe(12);
    await page.goBack();
    await page.getByRole('link', { name: 'The release' }).click();
    await page.getByRole('button', { name: 'Check live again' }).click();
    await expect(page.getByText('12 seen live')).toBeVisible({ timeout: 120_000 });
    await page.getByRole('button', { name: 'Give up what is not live' }).click();
    await expect(page.getByText('1 are given up')).toBeVisible();
    await page.getByRole('button', { name: 'Take the whole release back' }).click();
    const back = await take();
    expect(JSON.parse((await backend('POST', '/files/wares.csv', back)).toString()).result.changed).toBe(12);
    expect((await backend('GET', '/files/wares.csv')).equals(exported)).toBe(true);
    await page.getByRole('button', { name: 'Check live again' }).click();
    await expect(page.getByText('12 seen live')).toBeVisible({ timeout: 120_000 });
    expect(await Promise.all(wares.map(url => shown(new URL(url).pathname)))).toEqual(pages);
});

test('a mapping goes out and comes in as a file, and a wrong one is told where', async ({ page }) => {
    await signIn(page, 'owner');
    await page.goto('/s/tindrel/connect/mapping');
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Download the mapping' }).click()]);
    expect(JSON.parse(readFileSync(await download.path(), 'utf8')).lists[0].name).toBe('resources');
    const broken = mapping();
    broken.lists[0].fields.title = 'no pointer';
    await page.getByLabel('Bring a mapping in').setInputFiles({ name: 'm.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(broken)) });
    await page.getByRole('button', { name: 'Bring it in' }).click();
    await expect(page.getByRole('alert')).toContainText('/lists/0/fields/title');
    expect((await (await fetch(new URL('/schema/shop-mapping.json', process.env.APP_URL))).json()).title).toContain('admin API');
});
