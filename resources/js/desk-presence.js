/** Who else is on the desk, and on which text; told every few seconds while the page is looked at. */
import { post } from 'asset:saving.js';

const SECONDS = 5;

/** rows, drawn: what is on the screen; here(): the row, its place and the field in focus; isTyping(): the text's row, or null. */
export class Presence {
    #others = new Map(); #toldOf = ''; #of;

    constructor(of) {
        this.#of = of;
        if (of.mayWrite) setInterval(() => this.#tellWhere(), 1000 * SECONDS);
    }

    /** Marks the rows that others are in. */
    mark() {
        const { rows, drawn, tell } = this.#of, { at, field } = this.#of.here(), typing = this.#of.typing();
        for (const [place, line] of drawn) line.dataset.with = this.#in(rows.order[place]).map(one => one.name).join(', ');
        const beside = this.#in(rows.order[at]).filter(one => one.field === field).map(one => one.name).join(', ');
        if (beside && typing && this.#toldOf !== `${beside} ${typing.id}`) {
            this.#toldOf = `${beside} ${typing.id}`;
            tell(`${beside} is in this text, too. Whoever saves second is asked which one stays.`);
        }
    }

    #in(id) { return this.#others.get(id) ?? []; }

    async #tellWhere() {
        const { at, field } = this.#of.here(), row = this.#of.rows.at(at);
        if (document.hidden || !row) return;
        const told = await post(this.#of.url, { resource: row.id, field }).catch(() => null);
        if (!told) return;
        this.#others = new Map();
        for (const one of told.others) this.#others.set(one.resource, [...this.#in(one.resource), one]);
        this.mark();
    }
}
