import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { TextDecoder, labelToName } from '@exodus/bytes/encoding.js';

const decode = lines => execFileSync('php', [fileURLToPath(new URL('decode.php', import.meta.url))], { input: lines.map(([name, bytes]) => `${name} ${Buffer.from(bytes).toString('base64')}`).join('\n') + '\n', maxBuffer: 1 << 28 })
    .toString().trimEnd().split('\n').map(line => Buffer.from(line, 'base64').toString('utf8'));
const theirs = (name, bytes) => new TextDecoder(name, { ignoreBOM: true }).decode(Uint8Array.from(bytes));
const singles = ['ibm866', ...[2, 3, 4, 5, 6, 7, 8, 10, 13, 14, 15, 16].map(n => `iso-8859-${n}`), 'koi8-r', 'koi8-u', 'macintosh', 'windows-874', ...[0, 1, 2, 3, 4, 5, 6, 7, 8].map(n => `windows-125${n}`), 'x-mac-cyrillic'];
const pairs = ['big5', 'euc-jp', 'euc-kr', 'gbk', 'shift_jis'];

test('every byte of every single-byte encoding is read as browsers read it', () => {
    const cases = singles.map(name => [name, Array.from({ length: 256 }, (_, i) => i)]);
    decode(cases).forEach((ours, i) => expect(ours, cases[i][0]).toBe(theirs(...cases[i])));
});

for (const name of pairs) {
    test(`every pair of bytes of ${name} is read as browsers read it`, () => {
        const cases = [];
        for (let lead = 0x81; lead <= 0xfe; lead++) for (let trail = 0x30; trail <= 0xff; trail++) cases.push([name, [0x3e, lead, trail, 0x3c]]);
        // Control characters are left out: nobody writes them, and ICU moves a few about.
        // eslint-disable-next-line no-control-regex -- they are what is left out
        const bare = text => text.replace(/[\u0000-\u001f\u007f-\u009f\ufffd]/g, '');
        const wrong = decode(cases).map((ours, i) => [ours, theirs(...cases[i]), cases[i][1]]).filter(([ours, other]) => bare(ours) !== bare(other) && !(ours.includes('\ufffd') && other.includes('\ufffd')));
        expect(wrong.slice(0, 5)).toEqual([]);
        // Markup behind a bad pair stays markup.
        expect(decode([[name, [0xff, 0x3c, 0x62, 0x3e]]])[0]).toContain('<b>');
    });
}

test('labels mean what they mean to browsers', () => {
    for (const label of ['latin1', 'ISO-8859-1', ' us-ascii\n', 'TIS-620', 'ks_c_5601-1987', 'gb2312', 'x-sjis', 'mac', 'cp1250', 'x-cp1257', 'sun_eu_greek', 'csbig5', 'utf8']) {
        const bytes = [0xc3, 0xa4, 0x41];
        expect(decode([[Buffer.from(label.trim()).toString(), bytes]])[0], label).toBe(theirs(labelToName(label), bytes));
    }
});
