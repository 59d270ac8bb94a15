/** Cells on the clipboard, as spreadsheets put them there: tabs between cells, lines between rows, quotes round what holds either. */

/** What a spreadsheet would run as a formula goes out behind an apostrophe, as in files, and comes back without it. */
const guard = text => /^'*[=+\-@\t\r]/.test(text) ? `'${text}` : text;
const unguard = text => /^'+[=+\-@\t\r]/.test(text) ? text.slice(1) : text;

const QUOTED = /"((?:[^"]|"")*)"(?=\t|\r?\n|\r|$)/y;
const PLAIN = /[^\t\r\n]*/y;

/** Rows of cells. A quote that opens a cell and is not closed before its end is a letter like others. */
export function parse(text) {
    if (text === '') return [];
    const rows = [[]];
    for (let at = 0; ;) {
        QUOTED.lastIndex = PLAIN.lastIndex = at;
        const quoted = QUOTED.exec(text);
        const cell = quoted ? quoted[1].replaceAll('""', '"') : PLAIN.exec(text)[0];
        at = quoted ? QUOTED.lastIndex : PLAIN.lastIndex;
        rows.at(-1).push(unguard(cell));
        if (at >= text.length) break;
        if (text[at] === '\t') { at++; continue; }
        at += text[at] === '\r' && text[at + 1] === '\n' ? 2 : 1;
        // The last line's end begins no row.
        if (at >= text.length) break;
        rows.push([]);
    }
    return rows;
}

export function format(rows) {
    return rows.map(row => row.map(cell => {
        const text = guard(cell);
        return /[\t\r\n]/.test(text) || text.startsWith('"') ? `"${text.replaceAll('"', '""')}"` : text;
    }).join('\t')).join('\n');
}
