/** What the desk's scripts make of texts, held against other programs; no browser is needed. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { ensureCrawl, expect, orchard, test } from './helpers.mjs';
import { difference } from '../resources/js/words.js';
import { holds } from '../resources/js/lead-term.js';
import { format, parse } from '../resources/js/clipboard.js';

/** Numbers that look random and are the same each time (Lehmer, Park and Miller 1988). */
function seeded(seed) { return () => (seed = seed * 48271 % 2147483647) / 2147483647; }

test('differences by word keep as many words as diff does, and both texts can be read off them', async () => {
    await ensureCrawl();
    const random = seeded(7), folder = mkdtempSync(tmpdir() + '/words-');
    const texts = JSON.parse(orchard('write:export', '--store=tindrel', '--json')).map(row => row.live).filter(Boolean);
    const pairs = [];
    for (let i = 0; i < 150; i++) {
        const one = texts[Math.floor(random() * texts.length)];
        // Another page's text, or the same with words taken out, put in and changed.
        const other = i % 3 === 0 ? texts[Math.floor(random() * texts.length)] : one.split(' ').flatMap(word => random() < .15 ? [] : random() < .15 ? [word, 'new'] : random() < .1 ? ['other'] : [word]).join(' ');
        pairs.push([one, other]);
    }
    for (const [a, b] of pairs) {
        const { before, after } = difference(a, b), words = text => text.match(/\S+/g) ?? [];
        const join = pieces => pieces.map(piece => piece.text).join(' ');
        expect(join(before)).toBe(words(a).join(' '));
        expect(join(after)).toBe(words(b).join(' '));
        const kept = pieces => pieces.filter(piece => piece.isKept).flatMap(piece => words(piece.text));
        expect(kept(before)).toEqual(kept(after));
        writeFileSync(folder + '/a', words(a).join('\n') + '\n');
        writeFileSync(folder + '/b', words(b).join('\n') + '\n');
        const told = spawnSync('diff', ['--minimal', folder + '/a', folder + '/b']).stdout.toString();
        const gone = told.split('\n').filter(line => line.startsWith('< ')).length;
        expect(kept(before).length, `${a} | ${b}`).toBe(words(a).length - (a === '' ? 0 : gone));
    }
    rmSync(folder, { recursive: true });
});

test('cells come back from the clipboard as they went, whatever signs they hold', () => {
    const random = seeded(11), signs = ['a', 'Ä', '"', '\t', '\n', '=', '+', '-', '@', '\'', ' ', ',', ';', '5" lamp', '💡'];
    for (let i = 0; i < 2000; i++) {
        const cell = () => Array.from({ length: Math.floor(random() * 6) }, () => signs[Math.floor(random() * signs.length)]).join('');
        const width = 1 + Math.floor(random() * 3), rows = Array.from({ length: 1 + Math.floor(random() * 4) }, () => Array.from({ length: width }, cell));
        // A single empty cell at the very end cannot be told from the end of the last line.
        if (rows.at(-1).length === 1 && rows.at(-1)[0] === '') rows.at(-1)[0] = 'x';
        assert.deepEqual(parse(format(rows)), rows);
        // No cell that a spreadsheet would run goes out as it is.
        for (const one of rows[0]) assert.doesNotMatch(format([[one]]), /^"?[=+@-]/);
    }
    // As spreadsheets write it: line ends of Windows, quotes doubled, a quote inside a word.
    expect(parse('a\t"two\r\nlines"\r\n"say ""yes"""\t5" lamp\r\n')).toEqual([['a', 'two\r\nlines'], ['say "yes"', '5" lamp']]);
});

test('the browser and the server say of the same texts that a lead term stands in them', () => {
    const random = seeded(20), some = list => list[Math.floor(random() * list.length)];
    const words = ['lamp', 'Lamps', 'lamp’s', 'Größe', 'grosse', 'GROSSEN', 'Brontë', 'bronte', 'Løvdal', 'lovdal', 'ŁÓDŹ', 'lodz', 'Ørsted', 'œuvre', 'oeuvre', 'LAMPEN', 'E27', 'e14', 'für', 'l’abat-jour', 'abat', 'jour', 'Λάμπες', 'λαμπεσ', 'İstanbul', 'istanbul', 'ランプ', '電球', 'лампа', 'лампы', 'e\u0301lodie', 'élodie', 'o', 'la', 'lam', 'Straße', 'strasse', '💡', '½', 'ﬁne', 'fine'];
    const joints = [' ', ' ', ' ', ', ', '-', ' – ', '/', ''];
    const text = most => { let made = ''; for (let n = Math.ceil(random() * most); n > 0; n--) made += some(words) + some(joints); return made; };
    const pairs = Array.from({ length: 6000 }, () => [text(9), text(2)]);
    const answer = JSON.parse(spawnSync('php', [new URL('lead-terms.php', import.meta.url).pathname], { input: JSON.stringify(pairs), maxBuffer: 1e8 }).stdout.toString());
    let stands = 0;
    pairs.forEach(([one, term], i) => { assert.equal(holds(one, term), answer[i], `“${term}” in “${one}”`); stands += answer[i]; });
    assert.ok(stands > 500 && stands < 5500, `${stands} of 6000`);
});
