import { readFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { expect, root, signIn, test } from './helpers.mjs';

const table = JSON.parse(readFileSync(root + 'resources/js/widths.json', 'utf8'));
const slots = { title_desktop: { fontSize: 20, lineWidth: 600, lines: 1 }, title_phone: { fontSize: 18, lineWidth: 344, lines: 2 }, description_desktop: { fontSize: 14, lineWidth: 600, lines: 2 }, description_phone: { fontSize: 14, lineWidth: 344, lines: 3 } };

/** Texts from a fixed seed: words of Latin, accented, Greek and Cyrillic letters, digits and marks that the font draws. */
function texts(count) {
    let seed = 42;
    const random = n => { seed ^= seed << 13; seed ^= seed >>> 17; seed ^= seed << 5; return (seed >>> 0) % n; };
    const alphabets = ['abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ', 'äöüßéèêñçåøæœŁłŠšžÁÍÓÚŐőÄÖÜÀÇŘřėąį', 'αβγδεζηθικλμνξοπρστυφχψωΑΒΓΔΘΛΞΣΦΨΩάέήίό', 'абвгдежзийклмнопрстуфхцчшщъыьэюяАБВГДЕЖЗТУФЧЯ', '0123456789'].map(a => [...a]);
    const marks = [' ', ' ', ' ', '-', ', ', '. ', ' – ', ' | ', ': ', "'", '“', '”', '/', '&', ' €', '%'];
    return Array.from({ length: count }, () => {
        let text = '';
        for (let words = 1 + random(14); words > 0; words--) {
            const alphabet = alphabets[random(10) < 5 ? 0 : random(alphabets.length)];
            for (let letters = 1 + random(11); letters > 0; letters--) text += alphabet[random(alphabet.length)];
            text += marks[random(marks.length)];
        }
        return text.replace(/ +/g, ' ').trim();
    });
}

const php = lines => JSON.parse(execFileSync('php', [root + 'artisan', 'write:measure', '--json'], { input: lines.join('\n') + '\n', env: process.env, maxBuffer: 64 * 1024 * 1024 }).toString());

async function browserMeasure(page, lines) {
    await signIn(page, 'viewer');
    await page.goto('/s/tindrel');
    const manifest = JSON.parse(readFileSync(root + 'public/assets/manifest.json', 'utf8'));
    return page.evaluate(async ({ lines, slots, manifest }) => {
        const { Ruler } = await import('/assets/' + manifest['ruler.js']);
        const ruler = await Ruler.load('/assets/' + manifest['widths.json']);
        await document.fonts.load('20px "Result Sans"');
        // As a page lays it out; a canvas does not kern across spaces.
        const span = document.body.appendChild(document.createElement('span'));
        span.attributeStyleMap.set('font-family', '"Result Sans"'); span.attributeStyleMap.set('white-space', 'pre'); span.attributeStyleMap.set('position', 'absolute');
        const drawn = (text, size) => { span.attributeStyleMap.set('font-size', CSS.px(size)); span.textContent = text; return span.getBoundingClientRect().width; };
        const lay = (text, slot) => {
            // Where Chromium itself breaks the lines: the vertical place of each character in a plain box.
            const box = document.createElement('div');
            document.body.append(box);
            box.attributeStyleMap.set('font-family', '"Result Sans"'); box.attributeStyleMap.set('font-size', CSS.px(slot.fontSize)); box.attributeStyleMap.set('width', CSS.px(slot.lineWidth)); box.attributeStyleMap.set('overflow-wrap', 'anywhere'); box.attributeStyleMap.set('line-height', '1.3');
            box.textContent = text;
            const node = box.firstChild, range = document.createRange(), lines = [];
            let top = null;
            for (let i = 0; node && i < text.length; i++) {
                range.setStart(node, i); range.setEnd(node, i + 1);
                const rect = range.getClientRects()[0];
                if (rect && (top === null || rect.top > top + 4)) { top = rect.top; lines.push(''); }
                lines[lines.length - 1] += text[i];
            }
            box.remove();
            return lines.map(line => line.trim());
        };
        return lines.map(text => ({
            title: drawn(text, 20), description: drawn(text, 14), own: { title: ruler.pixels(text, 20), description: ruler.pixels(text, 14), characters: ruler.characters(text) },
            fits: Object.fromEntries(Object.entries(slots).map(([name, slot]) => [name, ruler.fit(text, slot).lines.join('\n')])),
            laid: lay(text, slots.description_desktop),
        }));
    }, { lines, slots, manifest });
}

test('widths are within a pixel of the browser’s own on 1,000 texts, and PHP and the browser script agree to the letter', async ({ page }) => {
    const lines = texts(1000);
    expect([...new Set(lines.join(''))].filter(character => table.advances[character.codePointAt(0)] === undefined)).toEqual([]);
    const measured = await browserMeasure(page, lines);
    const server = php(lines);
    const wrong = [];
    let worst = 0;
    lines.forEach((line, i) => {
        const { own, title, description, fits } = measured[i];
        worst = Math.max(worst, Math.abs(own.title - title), Math.abs(own.description - description));
        if (Math.abs(server[i].title_px - own.title) > 0.006 || Math.abs(server[i].description_px - own.description) > 0.006) wrong.push(`width of ${line}`);
        if (server[i].characters !== own.characters) wrong.push(`characters of ${line}`);
        for (const name of Object.keys(slots)) if (server[i][name] !== fits[name]) wrong.push(`${name}: ${server[i][name]} and ${fits[name]}`);
    });
    expect(wrong.slice(0, 10)).toEqual([]);
    expect(worst).toBeLessThanOrEqual(1);
});

test('pairs with a space are kerned as on a page, and decomposed letters measured as they are drawn', async ({ page }) => {
    const lines = ['A W', 'P A T A V A', 'Y A Y A', 'L T L Y', 'LAVA TAPE VALT', 'Lampe A Typ T Yoga', 'ü für Äpfel', 'e\u0301te\u0301', 'A\u030angstro\u0308m U\u0308ber', 'Žluťoučký kůň'.normalize('NFD'), 'Ελληνικά φώτα'.normalize('NFD')];
    const measured = await browserMeasure(page, lines);
    measured.forEach((one, i) => expect(Math.abs(one.own.title - one.title), lines[i]).toBeLessThan(0.6));
    php(lines).forEach((row, i) => expect(row.title_px, lines[i]).toBeCloseTo(measured[i].own.title, 1));
    expect(php(['plain text', 'Lampe 灯']).map(row => row.estimated)).toEqual(['no', 'yes']);
});

test('lines break where the browser breaks them', async ({ page }) => {
    const words = 'Soft even light for long evenings at home with a shade of linen and a cord of two metres that hangs where the table asks for it and dims with any common dimmer'.split(' ');
    const lines = Array.from({ length: 60 }, (_, i) => [...words.slice(i % 20), ...words.slice(0, i % 17)].join(' '));
    const measured = await browserMeasure(page, lines);
    measured.forEach((one, i) => {
        const ours = one.fits.description_desktop.split('\n');
        if (ours.length > 1) expect(one.laid[0], lines[i]).toBe(ours[0]);
        if (one.laid.length <= 2) expect(ours).toEqual(one.laid); else expect(ours.at(-1)).toMatch(/…$/);
    });
});

test('what the font does not draw takes exactly the stated room', async ({ page }) => {
    const lines = ['灯', '💡💡', 'a\u0301', 'a\u200db', '\u{1F468}\u200d\u{1F469}', '日本語 lamp', 'ﷺ', '\u00ad'];
    const measured = await browserMeasure(page, lines);
    const expected = [20, 40, null, null, 40, null, table.average * 20 / 2048, 0];
    measured.forEach((one, i) => { if (expected[i] !== null) expect(one.own.title).toBeCloseTo(expected[i], 6); });
    php(lines).forEach((row, i) => expect(row.title_px).toBeCloseTo(measured[i].own.title, 1));
});
