import { axe, ensureCrawl, expect, orchard, shopUrl, signIn, test } from './helpers.mjs';

const day = ago => new Date(Date.now() - 86400_000 * ago).toISOString().slice(0, 10);

test('a file is looked into, corrected, brought in, counted, and taken back', async ({ page }) => {
    await ensureCrawl();
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/gather/files');
    await axe(page);
    const where = 'Wo ' + Date.now(); // A shape that was brought in before would be remembered.
    const rows = [`Tag;${where};Suchanfrage;Klicks;Impressionen;Position`];
    for (let ago = 12; ago < 60; ago++) rows.push(`${day(ago).split('-').reverse().join('.')};/range/pendant-lamps;pendant lamps;12;1.200;3,5`, `${day(ago).split('-').reverse().join('.')};/range/table-lamps?utm_source=x;table lamps;3;300;8,1`);
    rows.push('31.02.2026;/range/table-lamps;x;1;2;3', `${day(20).split('-').reverse().join('.')};/range/table-lamps;x;9;2;3`);
    await page.getByLabel('File').setInputFiles({ name: 'suche.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\r\n') + '\r\n') });
    await page.getByRole('button', { name: 'Upload and check' }).click();
    await expect(page.getByRole('heading', { name: 'suche.csv' })).toBeVisible();
    await expect(page.getByLabel('decimals after')).toHaveValue(',');
    await expect(page.getByText('needs a column of pages')).toHaveCount(0);
    await expect(page.getByLabel(`What ${where} holds`)).toHaveValue('');
    await page.getByLabel(`What ${where} holds`).selectOption({ label: 'Page' });
    await page.getByRole('button', { name: 'Check again' }).click();
    await expect(page.getByLabel(`What ${where} holds`)).toHaveValue('page');
    await axe(page);
    await page.getByRole('button', { name: 'Import' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('#import-progress')).toContainText('96 rows imported', { timeout: 60_000 });
    await expect(page.locator('#import-progress')).toContainText('Import: imported', { timeout: 60_000 });
    await page.reload();
    await expect(page.getByText('"31.02.2026" is no day')).toBeVisible();
    await expect(page.getByText('9 clicks are more than 2 impressions')).toBeVisible();
    await axe(page);
    await page.goto('/s/tindrel/gather?sort=clicks&q=pendant+lamps');
    await expect(page.locator('#inventory tbody tr').first()).toContainText('/range/pendant-lamps');
    await axe(page);
    await page.getByRole('link', { name: '/range/pendant-lamps', exact: true }).click();
    await expect(page.getByRole('heading', { name: /Numbers, 13 weeks/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /withheld/ })).toBeVisible();
    await axe(page);
    await page.goto('/s/tindrel/gather/files');
    await page.getByRole('link', { name: 'suche.csv' }).first().click();
    await page.getByRole('button', { name: 'Remove this import' }).click();
    await expect(page.locator('#import-progress')).toContainText('removed', { timeout: 60_000 });
    await page.goto('/s/tindrel/gather/files');
    await expect(page.getByRole('row', { name: /suche\.csv/ }).first()).toContainText('removed');
});

test('a large file is sent in pieces', async ({ page }) => {
    await ensureCrawl();
    await signIn(page, 'writer');
    await page.goto('/s/tindrel/gather/files');
    const filler = 'x'.repeat(380);
    const rows = ['page,day,query,clicks,impressions'];
    for (let i = 0; i < 22000; i++) rows.push(`${shopUrl}/range/pendant-lamps,${day(10 + i % 40)},lamp ${i} ${filler},1,9`);
    await page.getByLabel('File').setInputFiles({ name: 'large.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n') + '\n') });
    await page.getByRole('button', { name: 'Upload and check' }).click();
    await expect(page.getByRole('heading', { name: 'large.csv' })).toBeVisible({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Discard' }).click();
    await expect(page.getByText('nothing was stored')).toBeVisible();
});

test('what changed between two crawls is told by cause', async ({ page }) => {
    await ensureCrawl();
    orchard('gather:crawl', '--store=tindrel', '--wait');
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/gather');
    await page.getByRole('link', { name: 'What changed' }).click();
    await expect(page.locator('#changed')).not.toContainText('Comparing', { timeout: 60_000 });
    await expect(page.getByLabel('Compare the crawl of')).toBeVisible();
    await axe(page);
});

test('a viewer sees files and brings none in', async ({ page }) => {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel/gather/files');
    await expect(page.getByRole('heading', { name: 'Imports' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Upload and check' })).toHaveCount(0);
});
