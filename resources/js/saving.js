/**
 * Texts on their way to the server: kept in the browser until the server has them, sent one portion after the other,
 * sent again after a cut connection, a server that was away or a session that had ended. What another tab or an
 * earlier visit left unsent is taken up. A save names the revision it is of, so that the same text may be sent twice.
 */
import { signedOut } from 'asset:frame.js';

const PORTION = 1000;
const SHORTEST_WAIT = 2000, LONGEST_WAIT = 30000;
/** A tab that has said nothing for so long is gone, and its texts are anybody's. */
const DEAD_AFTER = 8000;
const isAway = status => [429, 502, 503, 504].includes(status);
const token = () => document.querySelector('meta[name="csrf-token"]').content;

export async function post(url, body) {
    const text = JSON.stringify(body);
    // Who goes on to another page does not take back what is on its way; browsers allow that for bodies of 64 KB.
    const answer = await fetch(url, { method: 'POST', keepalive: text.length < 15_000, headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': token() }, body: text });
    if (answer.status === 401 || answer.status === 419) { signedOut(); throw new Error('signed out'); }
    if (isAway(answer.status)) throw new Error(`The server answered ${answer.status}.`);
    const data = await answer.json();
    if (!answer.ok) throw Object.assign(new Error(data.message ?? `The server answered ${answer.status}.`), { isFinal: true });
    return data;
}

export class Saving {
    #url; #place; #steps = []; #underWay = null; #wait = SHORTEST_WAIT; #again = null; #told;

    /**
     * told({type, ...}): 'waiting' after each change of what is unsaved, 'saved' with the server's answer and the
     * edits that it is about, 'away' when it could not be reached, 'refused' with the reason.
     */
    constructor(url, store, told) {
        this.#url = url;
        this.#place = `unsaved ${store} ${Math.random().toString(36).slice(2)}`;
        this.#told = told;
        addEventListener('online', () => this.flush());
        document.addEventListener('visibilitychange', () => { if (!document.hidden) this.flush(); });
        document.addEventListener('signed-in-again', () => this.flush());
        addEventListener('pagehide', () => { this.#keep(0); this.flush(); });
        setInterval(() => { if (this.#steps.length) this.#keep(); }, 2000);
        this.#adopt(`unsaved ${store} `);
    }

    /** Texts that the server does not have yet. */
    get count() { return this.#steps.reduce((sum, step) => sum + step.edits.length, 0); }
    get isBusy() { return this.#underWay !== null; }
    has(resource, field) { return this.#steps.some(step => step.edits.some(edit => edit.resource === resource && edit.field === field)); }
    /** What was typed for a text and is not saved yet; undefined where nothing is. */
    text(resource, field) { return this.#steps.findLast(step => step.edits.some(edit => edit.resource === resource && edit.field === field))?.edits.findLast(edit => edit.resource === resource && edit.field === field).text; }

    /** edits: {resource, field, text, revision}; one step that is taken back as a whole. */
    add(action, edits) {
        this.#steps.push({ action, edits });
        this.#keep();
        this.#told({ type: 'waiting' });
        this.flush();
    }

    /** Sends what is left; answers when there is nothing more that can be sent now. */
    flush() {
        clearTimeout(this.#again);
        this.#again = null;
        this.#underWay ??= this.#send().finally(() => { this.#underWay = null; this.#told({ type: 'waiting' }); });
        return this.#underWay;
    }

    async #send() {
        this.#told({ type: 'waiting' });
        while (this.#steps.length) {
            const step = this.#steps[0];
            const portion = step.edits.slice(0, PORTION);
            try {
                const data = await post(this.#url, {
                    action: step.action, step: step.id ?? null,
                    edits: portion,
                });
                this.#wait = SHORTEST_WAIT;
                step.id = data.step;
                step.edits = step.edits.slice(PORTION);
                if (!step.edits.length) this.#steps.shift();
                this.#follow(data);
                this.#keep();
                this.#told({ type: 'saved', data, edits: portion });
            } catch (problem) {
                if (problem.isFinal) {
                    // Told and let go: sent again it would be refused again. The text stays with whoever is told.
                    this.#steps.shift();
                    this.#keep();
                    this.#told({ type: 'refused', reason: problem.message, edits: step.edits });
                    continue;
                }
                this.#told({ type: 'away', isSignedOut: problem.message === 'signed out' });
                if (problem.message !== 'signed out') {
                    this.#again = setTimeout(() => this.flush(), this.#wait);
                    this.#wait = Math.min(LONGEST_WAIT, this.#wait * 2);
                }
                return;
            }
        }
    }

    /** What was typed after a text that is saved now stands on that one. */
    #follow({ results, rows }) {
        const now = new Map(rows.map(row => [row.id, row.texts]));
        for (const { resource, field, saved } of results) {
            if (!saved || !now.has(resource)) continue;
            for (const step of this.#steps) for (const edit of step.edits) if (edit.resource === resource && edit.field === field) edit.revision = now.get(resource)[field].revision;
        }
    }

    /** Kept with the time at which this tab was last alive; 0 for one that is being closed. */
    #keep(alive = Date.now()) {
        try {
            if (this.#steps.length) localStorage.setItem(this.#place, JSON.stringify({ alive, steps: this.#steps }));
            else localStorage.removeItem(this.#place);
        } catch {
            // The browser's room is full: what is unsaved stands in this tab alone, and is still being sent.
        }
    }

    #adopt(prefix) {
        for (const key of Object.keys(localStorage)) {
            if (!key.startsWith(prefix) || key === this.#place) continue;
            let left;
            try { left = JSON.parse(localStorage.getItem(key)); } catch { left = null; }
            if (left && Date.now() - left.alive < DEAD_AFTER) continue;
            localStorage.removeItem(key);
            const steps = Array.isArray(left?.steps) ? left.steps : [];
            // Their steps may have ended otherwise meanwhile: they go on as steps of their own.
            this.#steps.push(...steps.map(step => ({ action: step.action, edits: step.edits })));
        }
        if (this.#steps.length) { this.#keep(); queueMicrotask(() => this.flush()); }
    }
}
