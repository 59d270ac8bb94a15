/** A sheet about the text in focus, as the server tells it; its forms act in place. */

/** row(): the one in focus; saving: what is typed goes first; changed(row): something was said of it; left(): the list is in focus again. */
export class Sheet {
    #of; #sheet = document.getElementById('beside-sheet'); #body = document.getElementById('beside-body');

    constructor(of) {
        this.#of = of;
        this.#sheet?.addEventListener('keydown', event => {
            if (!event.ctrlKey && !event.altKey && !event.metaKey && !event.target.matches('input, textarea, select')) document.querySelector(`#beside-sheet [data-take="${event.key}"]`)?.click();
        });
        this.#sheet?.addEventListener('close', of.left);
    }

    /** path(row): where the server tells it. */
    async open(path) {
        const row = this.#of.row();
        if (!row) return;
        await this.#of.saving.flush();
        this.#body.onsubmit = async event => {
            if (event.target.dataset.fault === undefined) return;
            event.preventDefault();
            await this.#show(event.target.action, { method: 'POST', body: new FormData(event.target, event.submitter) });
            this.#of.changed(row);
        };
        if (await this.#show(path(row), {}) && !this.#sheet.open) this.#sheet.showModal();
    }

    async #show(where, request) {
        const answer = await fetch(where, request).catch(() => null);
        if (!answer?.ok) { this.#of.tell('That could not be told just now. Try again.'); return false; }
        this.#body.innerHTML = await answer.text();
        htmx.process(this.#body);
        return true;
    }
}
