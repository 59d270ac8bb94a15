/** The figures beside a text: which there are, how each is written, and which of them a person wants, in which order. */
import { h, number, rate } from 'asset:desk-draw.js';

const day = new Intl.DateTimeFormat(document.documentElement.dataset.locale, { day: 'numeric', month: 'short', timeZone: 'UTC' });
const plain = value => value === null || value === undefined || value === '' ? '' : String(value);

/** By name: label, title, pixels, and what stands in a row. */
export const FIGURES = {
    clicks: { label: 'Clicks', width: 48, of: row => number(row.clicks), needsNumbers: true },
    impressions: { label: 'Seen', width: 64, title: 'Impressions', of: row => number(row.impressions), needsNumbers: true },
    ctr: { label: 'CTR', width: 56, of: (row, { own }) => own === null ? '' : rate(own), look: rates => rates.isLow ? 'low' : '', needsNumbers: true },
    expected: { label: 'expected', width: 62, title: 'The click rate that its places earn in this store', of: (row, { expected }) => expected === null ? '' : rate(expected), look: () => 'soft', needsNumbers: true },
    upside: { label: 'Upside', width: 64, title: 'What it could bring more in 28 days', of: row => row.upside ? number(row.upside) : '', look: () => 'up' },
    price: { label: 'Price', width: 64, of: row => plain(row.price) },
    stock: { label: 'Stock', width: 48, of: row => plain(row.stock) },
    touched: { label: 'Touched', width: 62, title: 'When its texts were changed in the shop by us last', of: row => row.touched ? day.format(new Date(`${row.touched}T00:00:00Z`)) : '' },
};

export class Figures {
    #hasNumbers; #currency;

    /** chosen: names in their order; width: pixels of the text column where titles stand alone. */
    constructor({ chosen, width, hasNumbers, currency }) {
        this.chosen = chosen.filter(name => FIGURES[name]);
        this.width = width;
        this.#hasNumbers = hasNumbers;
        this.#currency = currency;
    }

    label(name) { return name === 'upside' ? `Upside ${this.#currency}` : FIGURES[name].label; }

    /** Tells the style sheet how many there are and how wide. */
    fit(desk) {
        desk.style.setProperty('--figs', this.chosen.map(name => `${FIGURES[name].width}px`).join(' ') || '0');
        desk.style.setProperty('--text', `${this.width}px`);
    }

    /** Draws the heads of all views: columns of their own, or within the head of the page. */
    heads(desk) {
        for (const place of desk.querySelectorAll('.desk-head')) {
            for (const old of place.querySelectorAll('[data-fig]')) old.remove();
            const mark = place.querySelector('[data-figs]'), isColumn = mark.dataset.figs === 'columns';
            for (const name of this.chosen) {
                const head = h('span', isColumn ? 'num' : '', this.label(name));
                if (isColumn) head.setAttribute('role', 'columnheader');
                head.dataset.fig = name;
                if (FIGURES[name].title) head.title = FIGURES[name].title;
                mark.before(head);
            }
        }
    }

    /** {name, words, look} of each figure of a row. */
    of(row, rates) {
        return this.chosen.map(name => {
            const { of, look, needsNumbers } = FIGURES[name];
            return { name, words: needsNumbers && !this.#hasNumbers ? '' : of(row, rates), look: look?.(rates) ?? '' };
        });
    }
}
