/** What somebody has to decide about a text that was not saved: nothing that was typed is lost. */
import { FIELDS } from 'asset:fields.js';
import { h } from 'asset:desk-draw.js';

function button(words, act) {
    const node = h('button', 'button', words);
    node.type = 'button';
    node.addEventListener('click', act);
    return node;
}

/** dropped(edit), writeOn(edit), saveMine(edit): what is done as somebody decides; closed(): the list is in focus again. */
export class Notices {
    #box; #rows; #does;

    constructor(box, rows, does) {
        this.#box = box;
        this.#rows = rows;
        this.#does = does;
    }

    /** Someone else saved first. Neither text is lost: ours stands in the history, and the choice is offered here. */
    clash(edit, author) {
        const key = `${edit.resource} ${edit.field}`, row = this.#rows.byId(edit.resource), theirs = row ? row.texts[edit.field].draft ?? row.texts[edit.field].stored : '';
        const close = () => { this.#take(key); this.#does.closed(); };
        this.#put(key,
            h('p', '', h('b', '', `${author} saved the ${edit.field} of ${this.#nameOf(edit)} while you were writing: `), theirs || '(nothing)'), h('p', '', h('b', '', 'Yours: '), edit.text || '(nothing)'),
            button('Save mine', () => { this.#does.saveMine({ ...edit, revision: row?.texts[edit.field].revision ?? 0 }); close(); }), ' ', button('Take theirs', close));
    }

    /** A text that is refused stays as it was typed until somebody drops it or writes on. */
    refused(edit, reason) {
        const key = `${edit.resource} ${edit.field}`, row = this.#rows.byId(edit.resource);
        if (row) row.texts[edit.field].typed = edit.text;
        this.#put(key, h('p', '', h('b', '', `The ${FIELDS[edit.field].words} of ${this.#nameOf(edit)} was not saved. `), reason), h('p', '', edit.text),
            button('Drop it', () => { if (row) delete row.texts[edit.field].typed; this.#take(key); this.#does.dropped(edit); this.#does.closed(); }), ' ',
            button('Write on', () => { this.#take(key); this.#does.writeOn(edit); }));
    }

    #nameOf(edit) { return this.#rows.byId(edit.resource)?.name ?? 'a page that is not in view'; }
    #take(key) { this.#box.querySelector(`[data-of="${key}"]`)?.remove(); }
    #put(key, ...children) {
        this.#take(key);
        const box = h('div', 'notice', ...children);
        box.dataset.of = key;
        box.setAttribute('role', 'alert');
        this.#box.append(box);
        this.#does.shown();
    }
}
