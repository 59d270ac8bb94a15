/** Changes on the texts of a range: filled down, cleared, copied, cut, pasted, mended; each is one step that can be taken back. */
import { number } from 'asset:desk-draw.js';
import { post } from 'asset:saving.js';
import { format, parse } from 'asset:clipboard.js';

/** How many texts a range may change at once: sent in portions, one step. */
const MOST = 5000;
const texts = n => `${number(n)} ${n === 1 ? 'text' : 'texts'}`;

/** range(), fields(): what is chosen; change(action, edits): saves; pasted(range): what is chosen afterwards; bulk: where repairs are asked for. */
export class RangeEdits {
    #of;

    constructor(of) { this.#of = of; }

    /** Changes every text of the range. */
    async change(action, textOf) {
        const { range, fields, change } = this.#of;
        if (this.#isBarred()) return;
        const { from, to, left, right } = range(), edits = [], all = await this.#rows(from, to);
        if (!all.length) return;
        for (const row of all) for (let column = left; column <= right; column++) edits.push({ row, field: fields()[column], text: textOf(row, fields()[column]) });
        change(action, edits);
    }

    async fillDown() {
        const { rows, range, fields, change } = this.#of;
        if (this.#isBarred()) return;
        let { from, to, left, right } = range();
        if (from === to) { if (from === 0) return; from--; }
        const all = await this.#rows(from, to), edits = [];
        if (!all.length) return;
        for (const row of all.slice(1)) for (let column = left; column <= right; column++) edits.push({ row, field: fields()[column], text: rows.text(all[0], fields()[column]) });
        change('filled', edits);
    }

    async copy(event, isCut) {
        const { rows, range, fields, tell } = this.#of;
        event.preventDefault();
        if (this.#isTooMany()) return;
        const { from, to, left, right } = range();
        const cells = of => of.map(row => fields().slice(left, right + 1).map(field => rows.text(row, field)));
        const there = rows.order.slice(from, to + 1).map(id => rows.byId(id));
        // What is on the page already can be copied at once; browsers take nothing later by this way.
        if (there.every(Boolean)) event.clipboardData.setData('text/plain', format(cells(there)));
        else {
            const all = await this.#rows(from, to);
            if (!all.length) return;
            await navigator.clipboard.writeText(format(cells(all)));
        }
        tell(`${texts((to - from + 1) * (right - left + 1))} copied.`);
        if (isCut) this.change('cut', () => '');
    }

    async paste(event) {
        const { rows, range, fields, change, pasted, tell, mayWrite } = this.#of;
        event.preventDefault();
        const grid = parse(event.clipboardData.getData('text/plain'));
        if (!grid.length || !mayWrite) return;
        const { from, to, left, right } = range(), edits = [];
        let lost = 0;
        if (grid.length === 1 && grid[0].length === 1 && (from !== to || left !== right)) { await this.change('pasted', () => grid[0][0]); return; }
        const all = await this.#rows(from, Math.min(rows.length - 1, from + grid.length - 1));
        if (!all.length) return;
        grid.forEach((cells, down) => cells.forEach((text, across) => {
            const row = all[down], field = fields()[left + across];
            if (row && field) edits.push({ row, field, text: text.slice(0, 5000) }); else lost++;
        }));
        if (edits.length > MOST) { tell(`${texts(edits.length)} are more than can be pasted at once (${number(MOST)}). Spreadsheets take files of any length.`); return; }
        change('pasted', edits);
        pasted({ from, to: Math.min(rows.length - 1, from + grid.length - 1), left, right: Math.min(fields().length - 1, left + Math.max(...grid.map(row => row.length)) - 1) });
        tell(`${texts(edits.length)} pasted.${lost ? ` ${number(lost)} found no place: the list ends here.` : ''}`);
    }

    /** Repairs the first fault that has a repair, in every text of the range. */
    async mend() {
        const { rows, range, fields, change, tell, checks, bulk } = this.#of;
        if (this.#isBarred()) return;
        const { from, to, left, right } = range(), wanted = new Map();
        for (const row of await this.#rows(from, to)) for (const field of fields().slice(left, right + 1)) {
            const kind = row.texts[field].checks.map(key => checks[key].repair).find(Boolean);
            if (kind) wanted.set(`${kind} ${field}`, [...wanted.get(`${kind} ${field}`) ?? [], row.id]);
        }
        if (!wanted.size) { tell('Nothing here that mends by itself.'); return; }
        for (const [key, ids] of wanted) {
            const [kind, field] = key.split(' ');
            try {
                const { edits } = await post(bulk, { kind, fields: [field], scope: 'rows', rows: ids });
                if (!edits.length) { tell('It cannot be mended by itself: no word to cut at.'); continue; }
                change(kind === 'fit' ? 'fitted' : kind === 'tidy' ? 'tidied' : 'brand', edits.map(edit => ({ row: rows.byId(edit.resource), field: edit.field, text: edit.text })));
                tell(`${texts(edits.length)} ${edits.length === 1 ? 'is' : 'are'} mended; Ctrl Z takes it back.`);
            } catch (problem) { tell(problem.isFinal ? problem.message : 'The server could not be reached; nothing was mended.'); }
        }
    }

    #isBarred() { return !this.#of.mayWrite || this.#isTooMany(); }

    #isTooMany() {
        const { from, to, left, right } = this.#of.range(), n = (to - from + 1) * (right - left + 1);
        if (n > MOST) this.#of.tell(`${texts(n)} are more than can be changed at once here (${number(MOST)}). A recipe or a spreadsheet takes them all.`);
        return n > MOST;
    }

    /** All rows of these places, fetched where they are not on the page; none where one cannot be had: what is pasted would stand on the wrong pages. */
    async #rows(from, to) {
        const { rows, tell } = this.#of, missing = [];
        for (let at = from; at <= to; at++) if (!rows.at(at)) missing.push(rows.order[at]);
        if (missing.length) { tell(`Fetching ${number(missing.length)} rows …`); await rows.fetch(missing); tell(''); }
        const found = rows.order.slice(from, to + 1).map(id => rows.byId(id));
        if (found.every(Boolean)) return found;
        tell('Some rows could not be fetched; nothing was changed.');
        return [];
    }
}
