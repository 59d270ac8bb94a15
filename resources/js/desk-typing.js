/** The box in which a text is typed, in its place on the sheet. */
import { FIELDS, labelOf, looksLikeTitle, tidy } from 'asset:fields.js';
import { h } from 'asset:desk-draw.js';

/**
 * here(): row, place and field in focus; lineAt(at): the drawn line; begins(): it is drawn with its ruler; typed(row): something
 * was typed; ended(at): its line is drawn anew; save(row, field, text); step, ready, help: keys that lead out of it; list: where
 * the focus goes then.
 */
export class Typing {
    /** What is being typed: the row's id, its place, the field and what was typed before; null where nothing is. */
    now = null;
    box = h('textarea', 'desk-typing');
    #of;

    constructor(of) {
        this.#of = of;
        this.box.rows = 1;
        this.box.autocomplete = 'off';
        this.box.spellcheck = true;
        this.box.addEventListener('input', () => this.#follow());
        this.box.addEventListener('blur', () => this.end(true));
        this.box.addEventListener('keydown', event => this.#key(event));
    }

    /** Begins to type into the text that has the focus; with the text that it begins with, or what stands there. */
    begin(text = null) {
        const { row, at, field } = this.#of.here(), { rows, longest } = this.#of;
        if (!row || this.now) return;
        this.now = { id: row.id, at, field, was: row.texts[field].typed };
        this.#of.begins();
        const cell = this.#of.lineAt(at)?.querySelector(`.desk-cell[data-field="${field}"]`);
        if (!cell) { this.now = null; return; }
        this.box.value = text ?? rows.text(row, field);
        this.box.maxLength = longest[field];
        this.box.setAttribute('aria-label', `${labelOf(field)} of ${row.name}`);
        this.box.className = `desk-typing of-${FIELDS[field].look}`;
        cell.classList.add('typing');
        cell.querySelector('.next').append(this.box);
        this.box.focus({ preventScroll: true });
        this.box.setSelectionRange(this.box.value.length, this.box.value.length);
        if (text !== null) this.#follow();
    }

    /** Ends typing: keeps what was typed, or leaves the text as it was. */
    end(isKept) {
        if (!this.now) return;
        const { id, at, field, was } = this.now, { rows } = this.#of, row = rows.byId(id), text = tidy(field, this.box.value);
        this.now = null;
        if (was === undefined) delete row.texts[field].typed; else row.texts[field].typed = was;
        this.box.remove();
        if (isKept && text !== tidy(field, rows.text(row, field))) this.#of.save(row, field, text);
        this.#of.ended(at);
    }

    #follow() {
        const { rows, drawing } = this.#of, { id, at, field } = this.now, row = rows.byId(id);
        row.texts[field].typed = tidy(field, this.box.value);
        const line = this.#of.lineAt(at), m = drawing.measure(row, field);
        line?.querySelector('.px-ruler')?.set(m);
        const px = line?.querySelector(`.desk-cell[data-field="${field}"] .next .px`);
        if (px) { px.textContent = FIELDS[field].isMeasured ? Math.round(m.px) : m.characters; px.classList.toggle('over', m.isOver); }
        this.#of.typed(row);
    }

    #key(event) {
        if (event.isComposing) return;
        const { list, step, ready, help, rows } = this.#of, { key } = event, isCommand = event.ctrlKey || event.metaKey, { id, field } = this.now ?? {};
        const leave = (isKept, then = () => {}) => { this.end(isKept); then(); list.focus({ preventScroll: true }); };
        if (key === 'Enter' && event.altKey && field === 'intro') { this.box.setRangeText('\n', this.box.selectionStart, this.box.selectionEnd, 'end'); this.#follow(); }
        else if (key === 'Enter' && isCommand) { leave(true); ready(); }
        else if (key === 'Enter') leave(true, () => step(event.shiftKey ? -1 : 1, 0));
        else if (key === 'Tab') leave(true, () => step(0, event.shiftKey ? -1 : 1));
        else if (key === 'Escape') leave(false);
        else if ((key === 'ArrowDown' || key === 'ArrowUp') && looksLikeTitle(field) && !event.shiftKey && !event.altKey) leave(true, () => step(key === 'ArrowDown' ? 1 : -1, 0));
        else if (key.toLowerCase() === 's' && isCommand) leave(true);
        else if (key === 'Backspace' && event.altKey) { this.box.value = rows.byId(id).texts[field].stored; this.#follow(); }
        else if (key === 'F1') help();
        else return;
        event.preventDefault();
        event.stopPropagation();
    }
}
