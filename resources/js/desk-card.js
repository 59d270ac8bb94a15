/** The result card of the desk at its true size, desktop or phone, in our own drawing. */
const SHAPES = ['desktop', 'phone', 'none'];

export class ResultCard {
    #ruler; #lines; #cut = '';
    shape = SHAPES.includes(localStorage.getItem('desk card')) ? localStorage.getItem('desk card') : 'desktop';

    /** shape: one that stays; else the one that was chosen last. */
    constructor(box, ruler, shape = null) {
        if (shape) this.shape = shape;
        this.#ruler = ruler;
        const line = name => { const node = document.createElement('div'); node.className = name; box.append(node); return node; };
        this.#lines = { title: line('c-title'), description: line('c-text'), url: line('c-url') };
    }

    next() {
        this.shape = SHAPES[(SHAPES.indexOf(this.shape) + 1) % SHAPES.length];
        localStorage.setItem('desk card', this.shape);
    }

    /** texts: {title, description, url} as a searcher would get them. */
    draw(texts, limits) {
        const isPhone = this.shape === 'phone';
        const desktop = { title: { fontSize: 20, lineWidth: limits.title_width, lines: 1 }, description: { fontSize: 14, lineWidth: limits.description_width, lines: 2 } };
        const phone = { title: { fontSize: 18, lineWidth: 344, lines: 2 }, description: { fontSize: 14, lineWidth: 344, lines: 3 } };
        const fits = shape => [this.#ruler.fit(texts.title, shape.title), this.#ruler.fit(texts.description, shape.description)];
        const [onDesktop, onPhone] = [fits(desktop), fits(phone)];
        const [title, description] = isPhone ? onPhone : onDesktop;
        this.#put(this.#lines.title, title.lines);
        this.#put(this.#lines.description, description.lines);
        this.#put(this.#lines.url, [texts.url.replace(/^https?:\/\//, '')]);
        const isCut = both => both.some(one => one.lost !== '');
        const none = ['title', 'description'].filter(field => texts[field].trim() === '');
        this.#cut = none.length ? `no ${none.join(', no ')}` : isCut(onDesktop) ? (isCut(onPhone) ? 'cut off on desktop and phone' : 'cut off on desktop') : isCut(onPhone) ? 'cut off on phone' : 'both texts whole on desktop and phone';
    }

    cutWords() { return this.#cut; }

    #put(node, lines) {
        const text = lines.join('\n');
        if (node.textContent !== text) node.textContent = text;
    }
}
