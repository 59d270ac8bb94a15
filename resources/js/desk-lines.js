/** Lines of the sheet: a page with its texts, as its shape has it. */
import { FIELDS, looksLikeTitle } from 'asset:fields.js';
import { h } from 'asset:desk-draw.js';

function gridCell(name, ...children) {
    const node = h('div', name, ...children);
    node.setAttribute('role', 'gridcell');
    return node;
}

/** shape(), fields(): what is shown; ticked: rows by number; figures, drawing, ruler: what a line is made of. */
export class Lines {
    #of;

    constructor(of) { this.#of = of; }

    /** The line at a place of the order; a dash where its row has not come yet. */
    draw(at) {
        const { rows, drawing, figures, mayWrite, shape, fields } = this.#of;
        const row = rows.at(at), line = h('div', 'desk-row');
        line.setAttribute('role', 'row');
        line.setAttribute('aria-rowindex', at + 2);
        line.dataset.at = at;
        if (!row) { line.append(gridCell('pick'), gridCell('soft', '…')); return line; }
        line.dataset.row = row.id;
        line.append(mayWrite ? this.#pick(row) : gridCell('pick'));
        const told = figures.of(row, drawing.rates(row)), figure = ({ name, words, look }) => { const node = h('span', look, words); node.dataset.fig = name; return node; };
        const [first, second] = fields();
        if (shape() === 'both') {
            line.append(
                gridCell('block', h('div', 'fig', drawing.name(row), ...told.map(figure)), this.#cell(row, first), drawing.says(row, fields())),
                gridCell('block', this.#cell(row, second)),
            );
        } else if (shape() === 'titles') {
            line.append(
                gridCell('block', drawing.name(row), h('div', 'line-4', row.lead)),
                gridCell('block', this.#cell(row, first)),
                ...told.map(one => gridCell(`num ${one.look}`, one.words)),
                gridCell('says', h('div', '', drawing.stateWords(row)), this.#faults(row)),
            );
        } else {
            line.append(gridCell('block wide', h('div', 'fig', drawing.name(row), ...told.map(figure), drawing.says(row, fields())), this.#cell(row, first)));
        }
        for (const box of line.querySelectorAll('.desk-cell')) box.closest('[role="gridcell"]').id = `cell-${row.id}-${box.dataset.field}`;
        return line;
    }

    /** A text as it is shown, and as it will be. */
    #cell(row, field) {
        const { drawing, ruler } = this.#of;
        const pair = drawing.pair(row, field), m = drawing.measure(row, field), shownPx = row.texts[field].shown ? ruler.pixels(row.texts[field].shown, looksLikeTitle(field) ? 20 : 14) : null;
        const { isMeasured, look } = FIELDS[field];
        const count = text => isMeasured ? String(Math.round(text.px)) : String(text.characters);
        const box = h('div', `desk-cell of-${look}`);
        const shown = h('div', 'with-px', drawing.shownLine(row, field, pair), h('span', 'px', shownPx === null ? '–' : isMeasured ? String(Math.round(shownPx)) : String(ruler.characters(row.texts[field].shown))));
        const next = h('div', 'with-px next', drawing.nextLine(row, field, pair), h('span', `px${m.isOver ? ' over' : ''}`, pair.isTouched ? count(m) : ''));
        if (pair.isNew) next.lastChild.append(h('i', 'all-new', 'all new'));
        box.append(shown, next);
        box.dataset.field = field;
        return box;
    }

    #pick(row) {
        const box = h('input');
        box.type = 'checkbox';
        box.checked = this.#of.ticked.has(row.id);
        box.tabIndex = -1;
        box.setAttribute('aria-label', `Tick ${row.name}`);
        return gridCell('pick', box);
    }

    #faults(row) {
        const told = this.#of.drawing.faults(row, this.#of.fields()[0]), line = h('div', told.some(one => one.isFault) ? 'fault' : 'soft', told.map(one => one.brief).join(' · ') || 'no fault');
        line.title = told.map(one => one.words).join(' · ');
        return line;
    }
}
