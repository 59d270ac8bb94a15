/**
 * Puts together public/assets: our styles and scripts, Bulma, htmx and the fonts, each under a name that carries a hash
 * of its content, and a manifest by which the application finds them. Nothing is loaded from another host at run time.
 */
import { fileURLToPath } from 'node:url';
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync, existsSync, renameSync } from 'node:fs';

const root = fileURLToPath(new URL('..', import.meta.url));
const target = root + 'public/assets/';
const modules = root + 'node_modules/';
const manifest = {};
const files = new Map();

function add(name, content) {
    const hash = createHash('sha256').update(content).digest('hex').slice(0, 10);
    const hashed = name.replace(/(\.[a-z0-9]+)$/, `-${hash}$1`);
    files.set(hashed, content);
    manifest[name] = hashed;
    return hashed;
}

const fonts = {
    'source-sans-3.woff2': modules + '@fontsource-variable/source-sans-3/files/source-sans-3-latin-wght-normal.woff2',
    'source-sans-3-ext.woff2': modules + '@fontsource-variable/source-sans-3/files/source-sans-3-latin-ext-wght-normal.woff2',
    'source-serif-4.woff2': modules + '@fontsource-variable/source-serif-4/files/source-serif-4-latin-wght-normal.woff2',
    'liberation-sans.ttf': root + 'resources/fonts/LiberationSans-Regular.ttf',
};
for (const [name, path] of Object.entries(fonts)) add(name, readFileSync(path));
add('widths.json', readFileSync(root + 'resources/js/widths.json'));
add('htmx.js', readFileSync(modules + 'htmx.org/dist/htmx.min.js'));

const rewrite = text => text.replace(/(["'(])asset:([a-z0-9.-]+)/g, (all, open, name) => {
    if (!manifest[name]) throw new Error(`There is no asset ${name}.`);
    return open + '/assets/' + manifest[name];
});
const bulma = readFileSync(modules + 'bulma/css/bulma.min.css', 'utf8').replace(/^@charset[^;]*;/, '');
const own = readdirSync(root + 'resources/css').sort().map(name => readFileSync(root + 'resources/css/' + name, 'utf8')).join('\n');
add('orchard.css', '@charset "UTF-8";' + bulma + '\n' + rewrite(own));

// Scripts that others import come first, so that their hashed names are known.
const scripts = new Map(readdirSync(root + 'resources/js').filter(name => name.endsWith('.js')).map(name => [name, readFileSync(root + 'resources/js/' + name, 'utf8')]));
const made = new Set();
function addScript(name) {
    if (made.has(name)) return;
    made.add(name);
    for (const [, other] of scripts.get(name).matchAll(/from 'asset:([a-z.-]+)'/g)) addScript(other);
    add(name, rewrite(scripts.get(name)));
}
for (const name of scripts.keys()) addScript(name);

const json = JSON.stringify(manifest, null, 1) + '\n';
const unchanged = existsSync(target + 'manifest.json') && readFileSync(target + 'manifest.json', 'utf8') === json && [...files.keys()].every(name => existsSync(target + name));
if (!unchanged) {
    mkdirSync(target, { recursive: true });
    for (const [name, content] of files) writeFileSync(target + name, content);
    writeFileSync(target + 'manifest.new', json);
    renameSync(target + 'manifest.new', target + 'manifest.json');
    for (const name of readdirSync(target)) if (name !== 'manifest.json' && !files.has(name)) rmSync(target + name);
}
