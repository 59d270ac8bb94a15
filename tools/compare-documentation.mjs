/**
 * Crawls documentation sets that nobody here made, with the application and with the independent crawler of e2e/, and lists every
 * difference. Run by hand: node tools/compare-documentation.mjs NAME=FOLDER ... (folders of HTML, such as Debian's packages bring).
 */
import { fileURLToPath } from 'node:url';
import { execFile } from 'node:child_process';
import { createReadStream, existsSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import { extname, join, normalize } from 'node:path';
import { crawl } from '../e2e/crawler.mjs';

const orchard = fileURLToPath(new URL('../bin/orchard', import.meta.url));
const types = { '.html': 'text/html', '.htm': 'text/html', '.css': 'text/css', '.js': 'text/javascript', '.png': 'image/png', '.svg': 'image/svg+xml', '.gif': 'image/gif', '.txt': 'text/plain', '.pdf': 'application/pdf' };

function serve(folder) {
    const server = createServer((request, response) => {
        const path = decodeURIComponent(new URL(request.url, 'http://x').pathname);
        let file = join(folder, normalize(path));
        if (!file.startsWith(folder) || !existsSync(file)) { response.writeHead(404, { 'Content-Type': 'text/html' }); response.end('<title>Not found</title>'); return; }
        if (statSync(file).isDirectory()) {
            if (!path.endsWith('/')) { response.writeHead(301, { Location: path + '/' }); response.end(); return; }
            file = ['index.html', 'index.htm'].map(name => join(file, name)).find(existsSync);
            if (!file) { response.writeHead(404, { 'Content-Type': 'text/html' }); response.end('<title>Not found</title>'); return; }
        }
        response.writeHead(200, { 'Content-Type': types[extname(file).toLowerCase()] ?? 'application/octet-stream' });
        createReadStream(file).pipe(response);
    });
    return new Promise(done => server.listen(0, '127.0.0.1', () => done(server)));
}

const run = (...args) => new Promise((done, fail) => execFile(orchard, args, { maxBuffer: 1 << 30 }, (error, out, err) => error ? fail(new Error(err + out)) : done(out)));

for (const argument of process.argv.slice(2)) {
    const [name, folder] = argument.split('=');
    const server = await serve(folder);
    const base = `http://127.0.0.1:${server.address().port}/`;
    const slug = `docs-${name}-${Date.now().toString(36)}`;
    await run('store:add', `--name=Documentation ${name}`, `--url=${base}`, `--slug=${slug}`, '--allow-private');
    await run('store:set', 'concurrency', '8', `--store=${slug}`);
    console.log(name, (await run('gather:crawl', `--store=${slug}`, '--wait')).trim());
    const ours = new Map(JSON.parse(await run('gather:export', `--store=${slug}`, '--format=json')).map(row => [row.url, row]));
    const theirs = await crawl(base, [], []);
    const differences = {};
    const differ = (what, url, a, b) => { (differences[what] ??= []).push(`${url}: ${JSON.stringify(a)} and ${JSON.stringify(b)}`); };
    for (const url of new Set([...ours.keys(), ...theirs.keys()])) {
        const [a, b] = [ours.get(url), theirs.get(url)];
        if (!a || !b) { differ(a ? 'only ours' : 'only theirs', url, a?.status, b?.status); continue; }
        if (Number(a.status) !== b.status) differ('status', url, a.status, b.status);
        if (a.title !== (b.title ?? '')) differ('title', url, a.title, b.title);
        if (a.canonical !== (b.canonicals[0] ?? '')) differ('canonical', url, a.canonical, b.canonicals[0]);
        if ((a.h1 ?? '') !== (b.h1s[0] ?? '')) differ('h1', url, a.h1, b.h1s[0]);
        if (Number(a.h1_count) !== b.h1s.length) differ('h1 count', url, a.h1_count, b.h1s.length);
        if ((a.depth === null || a.depth === '' ? null : Number(a.depth)) !== b.depth) differ('depth', url, a.depth, b.depth);
        if (Number(a.links_in) !== b.linksIn) differ('links in', url, a.links_in, b.linksIn);
        if (Number(a.words) !== b.words) differ('words', url, a.words, b.words);
    }
    console.log(`${name}: ${theirs.size} addresses, ${[...theirs.values()].reduce((sum, page) => sum + page.links.length, 0)} links;`, Object.keys(differences).length ? Object.entries(differences).map(([what, list]) => `${what} ${list.length}`).join(', ') : 'no difference');
    for (const [what, list] of Object.entries(differences)) for (const line of list.slice(0, 8)) console.log('   ', what, line);
    server.close();
}
