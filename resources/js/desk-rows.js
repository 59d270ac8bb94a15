/** The desk's rows: their order, kept while one works, and what is known of those that were looked at. */
const PORTION = 120;

export class Rows {
    #url; #known = new Map(); #asked = new Set(); #came; #saving;
    order = [];
    #places = new Map();

    /** came(): some rows are here, or others than before. */
    constructor(url, saving, came) {
        this.#url = url;
        this.#saving = saving;
        this.#came = came;
    }

    put(order) {
        this.order = order;
        this.#places = new Map(order.map((id, at) => [id, at]));
    }

    add(order) {
        for (const id of order) { this.#places.set(id, this.order.length); this.order.push(id); }
    }

    get length() { return this.order.length; }
    at(place) { return this.#known.get(this.order[place]); }
    byId(id) { return this.#known.get(id); }
    placeOf(id) { return this.#places.get(id) ?? -1; }
    get known() { return [...this.#known.keys()]; }

    /** Takes rows as the server tells them; texts that are not saved yet stay as they were typed. */
    take(rows) {
        for (const row of rows) {
            const old = this.#known.get(row.id);
            if (old) for (const field in row.texts) if (this.#saving?.has(row.id, field)) row.texts[field] = { ...row.texts[field], typed: old.texts[field].typed };
            this.#known.set(row.id, row);
        }
        this.#came(rows.map(row => row.id));
    }

    /** What stands in a text: what was typed, the draft, else what the shop holds. */
    text(row, field) {
        const text = row.texts[field];
        return text.typed ?? text.draft ?? text.stored;
    }

    /** Asks for rows between two places that are not here yet, and for those around them. */
    need(from, to) {
        const ids = this.order.slice(Math.max(0, from), Math.min(this.length, to)).filter(id => !this.#known.has(id) && !this.#asked.has(id));
        if (ids.length) this.fetch(ids);
    }

    /** Rows by number, a portion at a time; answers when all are here. */
    async fetch(ids) {
        for (let at = 0; at < ids.length; at += PORTION) {
            const some = ids.slice(at, at + PORTION);
            for (const id of some) this.#asked.add(id);
            try {
                const answer = await fetch(`${this.#url}?ids=${some.join(',')}`, { headers: { Accept: 'application/json' } });
                if (!answer.ok) return;
                this.take((await answer.json()).rows);
            } catch {
                return; // Asked for again as soon as they come into view once more.
            } finally {
                for (const id of some) this.#asked.delete(id);
            }
        }
    }
}
