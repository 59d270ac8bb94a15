/**
 * Makes resources/js/widths.json, the one table from which PHP and the browser script measure texts.
 *
 * From resources/fonts/LiberationSans-Regular.ttf: every mapped code point's horizontal advance, and every kerning pair,
 * in units of 1/2048 em. Run by hand when the font changes: `node tools/make-widths.mjs`.
 *
 * Kerning: pairs that the font's own tables name; the value is what a shaper makes of the pair (advance of the pair
 * less the two advances), so script rules of the font are obeyed. Keys are "a,b" code points in decimal.
 */
import { fileURLToPath } from 'node:url';
import { readFileSync, writeFileSync } from 'node:fs';
import * as fontkit from 'fontkit';

const root = fileURLToPath(new URL('..', import.meta.url));
const font = fontkit.create(readFileSync(root + 'resources/fonts/LiberationSans-Regular.ttf'));
const advances = {};
const glyphToPoints = new Map();
let sum = 0, counted = 0;

for (const point of font.characterSet) {
    if (point < 0x20 || (point >= 0x7f && point < 0xa0)) continue;
    const glyph = font.glyphForCodePoint(point);
    advances[point] = glyph.advanceWidth;
    if (!glyphToPoints.has(glyph.id)) glyphToPoints.set(glyph.id, []);
    glyphToPoints.get(glyph.id).push(point);
    if (glyph.advanceWidth > 0) { sum += glyph.advanceWidth; counted++; }
}

const candidates = new Set();
const add = (left, right) => {
    for (const a of glyphToPoints.get(left) ?? []) for (const b of glyphToPoints.get(right) ?? []) candidates.add(a + ',' + b);
};
for (const table of font.kern.tables) for (const pair of table.subtable.pairs) add(pair.left, pair.right);
for (const { feature, tag } of font.GPOS.featureList) {
    if (tag !== 'kern') continue;
    for (const index of feature.lookupListIndexes) {
        for (const sub of font.GPOS.lookupList.get(index).subTables) {
            if (sub.version !== 1) throw new Error('The font kerns by class; teach this script to read that.');
            const coverage = sub.coverage;
            const lefts = coverage.version === 1 ? coverage.glyphs
                : coverage.rangeRecords.flatMap(r => Array.from({ length: r.end - r.start + 1 }, (_, i) => r.start + i));
            lefts.forEach((left, i) => { for (const pair of sub.pairSets.get(i)) add(left, pair.secondGlyph); });
        }
    }
}
const kerning = {};
for (const key of candidates) {
    const [a, b] = key.split(',').map(Number);
    const run = font.layout(String.fromCodePoint(a, b), { liga: false, ccmp: false });
    const value = run.advanceWidth - advances[a] - advances[b];
    if (value !== 0) (kerning[a] ??= {})[b] = value;
}
// UAX 11: East Asian Wide and Fullwidth, with the emoji blocks; drawn as 1 em where the font has no glyph.
const wide = '1100-115f 231a-231b 2329-232a 23e9-23ec 23f0 23f3 25fd-25fe 2614-2615 2648-2653 267f 2693 26a1 26aa-26ab 26bd-26be 26c4-26c5 26ce 26d4 26ea 26f2-26f3 26f5 26fa 26fd 2705 270a-270b 2728 274c 274e 2753-2755 2757 2795-2797 27b0 27bf 2b1b-2b1c 2b50 2b55 2e80-303e 3041-33ff 3400-4dbf 4e00-a4cf a960-a97f ac00-d7a3 f900-faff fe10-fe19 fe30-fe6f ff00-ff60 ffe0-ffe6 16fe0-18aff 1aff0-1b2ff 1f004 1f0cf 1f18e 1f191-1f19a 1f200-1f64f 1f680-1f6ff 1f7e0-1f7eb 1f900-1f9ff 1fa70-1faff 20000-3fffd'
    .split(' ').map(range => range.split('-').map(hex => parseInt(hex, 16))).map(([from, to]) => [from, to ?? from]);

// Combining marks and invisible format characters (joiners, soft hyphen, variation selectors) take no room, glyph or not.
const zero = [];
for (let point = 0; point < 0x110000; point++) {
    if (point >= 0xd800 && point <= 0xdfff) continue;
    if (!/[\p{Mn}\p{Me}\p{Cf}]/u.test(String.fromCodePoint(point))) continue;
    delete advances[point];
    const last = zero.at(-1);
    if (last && last[1] === point - 1) last[1] = point; else zero.push([point, point]);
}

const table = { font: 'Liberation Sans Regular ' + font.version.replace('Version ', ''), unitsPerEm: font.unitsPerEm, average: Math.round(sum / counted), wide, zero, advances, kerning };
writeFileSync(root + 'resources/js/widths.json', JSON.stringify(table) + '\n');
console.log(Object.keys(advances).length, 'advances', Object.values(kerning).reduce((sum, rights) => sum + Object.keys(rights).length, 0), 'pairs', table.average);
