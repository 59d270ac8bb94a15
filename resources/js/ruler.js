/**
 * The browser's half of core/Text/Ruler.php: same table, same rules, same answers (a browser test compares them).
 */
const ELLIPSIS = '…';
const segmenter = new Intl.Segmenter('en', { granularity: 'grapheme' });
const graphemes = text => Array.from(segmenter.segment(text), part => part.segment);

export const collapse = text => text.toWellFormed().replace(/[ \t\r\n\f]+/g, ' ').replace(/^ +| +$/g, '');

/** As it is drawn: letters and their accents in one. */
const composed = text => collapse(text).normalize('NFC');

/** 1 Latin, 2 Greek, 3 Cyrillic, by blocks; 0 for all else. */
function scriptOf(point) {
    if (point < 0x41) return 0;
    if (point < 0x250) return (point >= 0x61 && point <= 0x7a) || point <= 0x5a || point >= 0xc0 ? 1 : 0;
    if (point >= 0x370 && point < 0x400) return 2;
    if (point >= 0x400 && point < 0x530) return 3;
    if (point >= 0x1e00 && point < 0x2000) return point < 0x1f00 ? 1 : 2;
    return 0;
}

export class Ruler {
    #table;
    #known = new Map();

    constructor(table) {
        this.#table = table;
    }

    static async load(url) {
        const answer = await fetch(url);
        if (!answer.ok) throw new Error(`The width table did not load (status ${answer.status}).`);
        return new Ruler(await answer.json());
    }

    pixels(text, fontSize) {
        return this.#units(composed(text)) * fontSize / this.#table.unitsPerEm;
    }

    characters(text) {
        return graphemes(collapse(text)).length;
    }

    /** slot: {fontSize, lineWidth, lines}; answers {lines, lost, lostPixels} */
    fit(text, slot) {
        text = composed(text);
        const limit = slot.lineWidth * this.#table.unitsPerEm / slot.fontSize;
        if (slot.lines === 1 && this.#units(text) <= limit) return { lines: [text], lost: '', lostPixels: 0 };
        const lines = this.#breakInto(text, limit);
        const trimEnd = line => line.replace(/ +$/, '');
        if (lines.length <= slot.lines) return { lines: lines.map(trimEnd), lost: '', lostPixels: 0 };
        const shown = lines.slice(0, slot.lines);
        const kept = graphemes(trimEnd(shown.at(-1)));
        while (kept.length && this.#units(kept.join('') + ELLIPSIS) > limit) kept.pop();
        const before = shown.slice(0, -1).join('');
        const lost = text.slice(before.length + kept.join('').length);
        shown[slot.lines - 1] = kept.join('') + ELLIPSIS;
        return { lines: shown.map(trimEnd), lost: lost.replace(/^ +/, ''), lostPixels: this.pixels(lost, slot.fontSize) };
    }

    #breakInto(text, limit) {
        const fits = piece => this.#units(piece.replace(/ +$/, '')) <= limit;
        const lines = [];
        let line = '';
        for (let chunk of text.split(/(?<= )(?! )|(?<=[-\u2010\u2013\u2014])(?=[^\s\d])|(?<=[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}])(?=[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}])/u)) {
            if (chunk === '') continue;
            if (fits(line + chunk)) { line += chunk; continue; }
            if (line !== '') { lines.push(line); line = ''; }
            while (!fits(chunk)) {
                let head = '';
                for (const grapheme of graphemes(chunk)) {
                    if (head !== '' && this.#units(head + grapheme) > limit) break;
                    head += grapheme;
                }
                lines.push(head);
                chunk = chunk.slice(head.length);
            }
            line = chunk;
        }
        if (line !== '' || lines.length === 0) lines.push(line);
        return lines;
    }

    #advance(point) {
        let width = this.#known.get(point);
        if (width === undefined) {
            const within = ranges => ranges.some(([from, to]) => point >= from && point <= to);
            width = this.#table.advances[point]
                ?? (within(this.#table.zero) ? 0 : within(this.#table.wide) ? this.#table.unitsPerEm : this.#table.average);
            this.#known.set(point, width);
        }
        return width;
    }

    #units(text) {
        let sum = 0, left = 0, script = 0;
        for (const character of text) {
            const point = character.codePointAt(0), next = scriptOf(point);
            // A space belongs to the script in front of it; where another begins, the two are shaped apart.
            const isApart = left === 0x20 && next && script && next !== script;
            sum += this.#advance(point) + (isApart ? 0 : this.#table.kerning[left]?.[point] ?? 0);
            left = point;
            script = next || script;
        }
        return sum;
    }
}
