/**
 * How a page looks where somebody shares it, in our own drawing: a place for its picture, its texts, its host. What is
 * empty is taken from the page's own title and description, as services that show shared links do, and the card says so.
 */
export class SocialCard {
    #box; #told = '';

    constructor(box) { this.#box = box; }

    /** texts: {title, description, image, ownTitle, ownDescription, url} as they will be shown. */
    draw(texts) {
        const title = texts.title.trim() || texts.ownTitle.trim(), description = texts.description.trim() || texts.ownDescription.trim();
        const node = (name, text) => { const one = document.createElement('div'); one.className = name; one.textContent = text; return one; };
        let file = '', host = '';
        try { file = decodeURIComponent(new URL(texts.image, texts.url).pathname.split('/').pop()); } catch { file = texts.image; }
        try { host = new URL(texts.url).host; } catch { host = texts.url; }
        const picture = node(`s-picture${texts.image.trim() ? '' : ' is-none'}`, texts.image.trim() ? file : 'no picture');
        const words = node('s-words', '');
        words.append(node('s-title', title || 'no title'), node('s-text', description), node('s-host', host));
        this.#box.replaceChildren(picture, words);
        const taken = [texts.title.trim() ? '' : 'title', texts.description.trim() ? '' : 'description'].filter(Boolean);
        this.#told = [taken.length ? `${taken.join(' and ')} taken from the page’s own` : 'texts of its own', texts.image.trim() ? '' : 'no picture'].filter(Boolean).join(', ');
    }

    cutWords() { return this.#told; }
}
