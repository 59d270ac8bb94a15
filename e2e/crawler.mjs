/**
 * A small crawler of its own, by which the application's crawl is checked: Node's fetch and URL, parse5, and the rules
 * as docs/gather.md states them. Shares no code with the application.
 */
import { createHash } from 'node:crypto';
import { parse, defaultTreeAdapter as tree } from 'parse5';

const HTML = 'http://www.w3.org/1999/xhtml';
const INLINE = new Set('a abbr b bdi bdo cite code data del dfn em font i img ins kbd label mark q s samp small span strong sub sup time tt u var wbr'.split(' '));
const tidy = text => text.replace(/[\t-\r\u0085\p{Z}]+/gu, ' ').replace(/^ | $/g, '');

/** What a page says of itself, by parse5's tree. */
export function read(html, url) {
    const page = { title: null, description: null, canonicals: [], strays: 0, h1s: [], links: [], words: 0 };
    let base = url, hasBase = false, text = '';
    const attribute = (node, name) => node.attrs.find(a => a.name === name)?.value;
    const resolve = href => { try { const u = new URL(href, base); u.hash = ''; return u; } catch { return null; } };
    const unseen = new Set(['script', 'style', 'noscript', 'iframe', 'template', 'title', 'xmp', 'noembed', 'noframes']);
    const textOf = node => tree.isTextNode(node) ? node.value : unseen.has(node.tagName) || (tree.isElementNode(node) && node.namespaceURI !== HTML) ? '' : !node.childNodes ? '' : node.childNodes.map(child => textOf(child)).join('').replace(/^|$/g, tree.isElementNode(node) && !INLINE.has(node.tagName) ? ' ' : '');
    const altOf = node => (node.tagName === 'img' ? ' ' + (attribute(node, 'alt') ?? '') : '') + (node.childNodes ?? []).map(altOf).join('');
    // Frames, and links in drawings, have no text of their own.
    function link(href, anchor, place) {
        const target = href === undefined ? null : resolve(href);
        if (target && /^https?:$/.test(target.protocol)) page.links.push({ target: target.href, anchor: tidy(anchor), repeats: place.repeats });
    }
    function drawn(node, place) {
        if (node.tagName === 'a') link(attribute(node, 'href'), '', place);
        for (const child of node.childNodes ?? []) if (tree.isElementNode(child) && child.namespaceURI !== HTML) drawn(child, place);
    }
    function walk(node, place) {
        if (tree.isTextNode(node)) { if (place.inBody && !place.repeats) text += node.value.replace(/[\n\r\f]/g, ' '); return; }
        if (!tree.isElementNode(node)) { for (const child of node.childNodes ?? []) walk(child, place); return; }
        const name = node.tagName;
        if (node.namespaceURI !== HTML) { drawn(node, place); return; }
        if (name === 'base' && !hasBase && attribute(node, 'href') !== undefined) { hasBase = true; base = resolve(attribute(node, 'href')) ?? url; }
        if (name === 'title') { page.title ??= tidy(node.childNodes.map(n => n.value).join('')); return; }
        if (name === 'iframe' || name === 'frame') link(attribute(node, 'src'), attribute(node, 'title') ?? '', place);
        if (unseen.has(name)) return;
        if (place.inHead && name === 'meta' && attribute(node, 'name')?.trim().toLowerCase() === 'description') page.description ??= tidy(attribute(node, 'content') ?? '');
        if (place.inHead && name === 'link' && /(^|\s)canonical(\s|$)/i.test(attribute(node, 'rel') ?? '')) page.canonicals.push(resolve(attribute(node, 'href'))?.href ?? attribute(node, 'href'));
        if (!place.inHead && name === 'link' && /(^|\s)canonical(\s|$)/i.test(attribute(node, 'rel') ?? '') && attribute(node, 'href') !== undefined) page.strays++;
        if (name === 'h1') page.h1s.push(tidy(textOf(node)));
        const next = { ...place };
        if (name === 'head') next.inHead = true;
        if (name === 'body') next.inBody = true;
        if (name === 'main' || name === 'article') next.inMain = true;
        if (!place.repeats && (name === 'nav' || ((name === 'header' || name === 'footer') && !place.inMain))) next.repeats = true;
        if ((name === 'a' || name === 'area') && attribute(node, 'href') !== undefined) {
            const target = resolve(attribute(node, 'href'));
            if (target && /^https?:$/.test(target.protocol)) page.links.push({ target: target.href, anchor: tidy(textOf(node)) || tidy(name === 'area' ? attribute(node, 'alt') ?? '' : altOf(node)), repeats: next.repeats });
        }
        if (!INLINE.has(name)) text += '\n';
        for (const child of node.childNodes) walk(child, next);
        if (!INLINE.has(name)) text += '\n';
    }
    walk(parse(html), { inHead: false, inBody: false, inMain: false, repeats: false });
    page.lines = text.split('\n').map(line => tidy(line)).filter(line => line !== '');
    return page;
}

async function fetchOne(url) {
    const answer = await fetch(url, { redirect: 'manual' });
    const type = answer.headers.get('content-type') ?? '';
    const location = answer.headers.get('location');
    const bytes = new Uint8Array(await answer.arrayBuffer());
    const charset = /charset=([^;\s]+)/i.exec(type)?.[1] ?? 'utf-8';
    const page = { url, status: answer.status, redirect: location ? new URL(location, url).href : null, header: /<([^>]*)>;\s*rel="canonical"/.exec(answer.headers.get('link') ?? '')?.[1] ?? null, title: null, description: null, canonicals: [], h1s: [], links: [], words: 0 };
    return location || !/^text\/html/.test(type) ? page : { ...page, ...read(new TextDecoder(charset).decode(bytes), new URL(url)) };
}

/** Crawls from a base URL, then the extra URLs that no link reached, those that pages name as canonical among them. Answers a Map of pages by URL. */
export async function crawl(baseUrl, extra, barred) {
    const home = new URL(baseUrl).href, host = new URL(baseUrl).host;
    const pages = new Map();
    let level = [home];
    const seen = new Set(level);
    const named = () => [...pages.values()].map(page => page.canonicals[0] ?? page.header).filter(url => url && URL.canParse(url) && new URL(url).host === host);
    for (let asked = false; level.length || extra.length || !asked;) {
        if (!level.length) { if (!asked) { asked = true; extra = [...extra, ...named()]; } level = [...new Set(extra)].filter(url => !seen.has(url)); extra = []; level.forEach(url => seen.add(url)); continue; }
        const below = [];
        const queue = [...level];
        await Promise.all(Array.from({ length: 6 }, async () => {
            for (let url; (url = queue.shift());) {
                if (barred.some(path => new URL(url).pathname.startsWith(path))) { pages.set(url, { url, status: 0, links: [], canonicals: [], h1s: [], words: 0, title: null, description: null, redirect: null, header: null }); continue; }
                const page = await fetchOne(url);
                pages.set(url, page);
                for (const target of [page.redirect, ...page.links.map(link => link.target)]) {
                    if (target && new URL(target).host === host && !seen.has(target)) { seen.add(target); below.push(target); }
                }
            }
        }));
        level = below;
    }
    // Clicks from home, breadth first; a redirect costs none. Pages that link: each once, itself left out, main content only.
    const depth = new Map();
    let ring = [];
    const reach = (url, d, into) => { while (url && pages.has(url) && !depth.has(url)) { depth.set(url, d); into.push(url); url = pages.get(url).redirect; } };
    reach(home, 0, ring);
    for (let d = 1; ring.length; d++) {
        const outer = [];
        for (const url of ring) if (!pages.get(url).redirect) for (const link of pages.get(url).links) reach(link.target, d, outer);
        ring = outer;
    }
    const linksIn = new Map();
    for (const page of pages.values()) {
        for (const target of new Set(page.links.filter(link => !link.repeats).map(link => link.target))) if (target !== page.url) linksIn.set(target, (linksIn.get(target) ?? 0) + 1);
    }
    // What stands on three in ten of two thousand pages (the first by the MD5 of their address) is the site's, not the page's.
    const digest = page => createHash('md5').update(page.url).digest('hex');
    const sample = [...pages.values()].filter(page => page.lines).map(page => [digest(page), page]).sort(([a], [b]) => a < b ? -1 : 1).slice(0, 2000).map(([, page]) => page);
    const standing = new Map();
    for (const page of sample) for (const line of new Set(page.lines)) standing.set(line, (standing.get(line) ?? 0) + 1);
    const repeated = line => sample.length >= 10 && (standing.get(line) ?? 0) >= 0.3 * sample.length;
    for (const page of pages.values()) page.words = (page.lines ?? []).filter(line => !repeated(line)).reduce((sum, line) => sum + (line.match(/[\p{L}\p{N}][\p{L}\p{N}\p{M}'’\-.]*/gu) ?? []).length, 0);
    for (const page of pages.values()) { page.depth = depth.get(page.url) ?? null; page.linksIn = linksIn.get(page.url) ?? 0; }
    return pages;
}
