// Writes core/Text/Data/encodings.php and core/Text/Data/big5.php from @exodus/bytes (MIT), which holds the tables of the
// Encoding Standard: the labels, the upper halves of all single-byte encodings, and Big5.
// node tools/make-encodings.mjs
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { deflateSync } from 'node:zlib';
import { TextDecoder, labelToName } from '@exodus/bytes/encoding.js';

const target = fileURLToPath(new URL('../core/Text/Data/', import.meta.url));
mkdirSync(target, { recursive: true });
// The package does not export its table of labels by name; the file itself does.
const { default: known } = await import(new URL('../node_modules/@exodus/bytes/fallback/encoding.labels.js', import.meta.url));
const labels = {};
for (const [name, others] of Object.entries(known)) for (const label of [name, ...others]) labels[label.toLowerCase()] = labelToName(label).toLowerCase();
for (const label of Object.keys(labels)) if (!labelToName(label)) throw new Error(`${label} is no label.`);
const all = bytes => ({ of: name => new TextDecoder(name, { ignoreBOM: true }).decode(Uint8Array.from(bytes)) });
const singles = {};
for (const name of [...new Set(Object.values(labels))].sort()) {
    if (/^(utf-|big5|euc-|gb|shift|iso-2022|replacement|x-user)/.test(name)) continue;
    const half = Array.from({ length: 128 }, (_, i) => all([i + 128]).of(name)).join('');
    if ([...half].length !== 128) throw new Error(`${name} is no single-byte encoding.`);
    singles[name] = half;
}
const quoted = text => '"' + [...text].map(sign => sign === '"' || sign === '\\' || sign === '$' ? '\\' + sign : sign.codePointAt(0) < 0xa0 ? `\\u{${sign.codePointAt(0).toString(16)}}` : sign).join('') + '"';
const head = '<?php\n\ndeclare(strict_types=1);\n\n// Made by tools/make-encodings.mjs from the tables of the Encoding Standard; not to be changed by hand.\n';
const line = (key, value) => `        '${key}' => ${value},\n`;
writeFileSync(target + 'encodings.php', head + 'return [\n    \'labels\' => [\n' + Object.entries(labels).sort(([a], [b]) => a < b ? -1 : 1).map(([label, name]) => line(label, `'${name}'`)).join('')
    + '    ],\n    // Characters of the bytes 80 to FF.\n    \'singles\' => [\n' + Object.entries(singles).map(([name, half]) => line(name, quoted(half))).join('') + '    ],\n];\n');

// Big5 as UTF-8 texts, parted by NUL, for lead bytes 81 to FE and trail bytes 40 to 7E and A1 to FE.
const texts = [];
for (let lead = 0x81; lead <= 0xfe; lead++) {
    for (let trail = 0x40; trail <= 0xfe; trail++) {
        if (trail === 0x7f) trail = 0xa1;
        const text = all([lead, trail]).of('big5');
        texts.push(text.includes('\ufffd') ? '' : text);
    }
}
const packed = deflateSync(Buffer.from(texts.join('\0')), { level: 9 }).toString('base64');
writeFileSync(target + 'big5.php', head + "return ''\n" + packed.match(/.{1,100}/g).map(part => `    .'${part}'`).join('\n') + ';\n');
console.log(`${Object.keys(labels).length} labels, ${Object.keys(singles).length} single-byte encodings, ${texts.filter(Boolean).length} of Big5`);
