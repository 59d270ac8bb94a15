/** Draws the desk's rows: what is shown, what is to be, what changed between them, and what is said of it. */
import { FIELDS, looksLikeTitle } from 'asset:fields.js';
import { holds } from 'asset:lead-term.js';
import { collapse } from 'asset:ruler.js';
import { difference } from 'asset:words.js';

export const slots = limits => ({
    title: { fontSize: 20, lineWidth: limits.title_width, lines: 1 },
    description: { fontSize: 14, lineWidth: limits.description_width, lines: 2 },
    // No result list cuts these; they are only not to be endless.
    h1: { fontSize: 20, lineWidth: 1400, lines: 1 },
    social_title: { fontSize: 16, lineWidth: 500, lines: 2 },
    social_description: { fontSize: 14, lineWidth: 500, lines: 3 },
    social_image: { fontSize: 14, lineWidth: 4000, lines: 1 },
    intro: { fontSize: 14, lineWidth: 700, lines: 6 },
    image_alt: { fontSize: 14, lineWidth: 900, lines: 1 },
});

export function h(tag, name, ...children) {
    const node = document.createElement(tag);
    if (name) node.className = name;
    node.append(...children);
    return node;
}

const locale = document.documentElement.dataset.locale;
const whole = new Intl.NumberFormat(locale);
const percent = new Intl.NumberFormat(locale, { style: 'percent', minimumFractionDigits: 1, maximumFractionDigits: 1 });
export const number = value => whole.format(value);
export const rate = value => percent.format(value);
const cut = (text, most) => text.length > most ? text.slice(0, most - 1).trimEnd() + '…' : text;

export class Drawing {
    constructor({ ruler, limits, states, checks, rows, figures }) {
        Object.assign(this, { ruler, limits, states, checks, rows, figures });
    }

    /** What a searcher would get: what is typed and the theme's ending, or what is shown now where nothing is to change. */
    willShow(row, field) {
        const text = row.texts[field], typed = collapse(this.rows.text(row, field));
        if (typed === collapse(text.stored)) return text.shown ?? '';
        return typed === '' ? '' : typed + text.suffix;
    }

    /** The shown text without what the theme adds, and that ending. */
    #parted(shown, suffix) {
        return suffix !== '' && shown.endsWith(suffix) ? [shown.slice(0, -suffix.length), suffix] : [shown, ''];
    }

    isTouched(row, field) {
        return collapse(this.rows.text(row, field)) !== collapse(row.texts[field].stored);
    }

    /** {shown, next, isNew}: pieces to draw of both, by word. */
    pair(row, field) {
        const text = row.texts[field], shown = text.shown ?? '', will = this.rows.text(row, field);
        const [before, suffix] = this.#parted(shown, text.suffix);
        const isTouched = this.isTouched(row, field);
        const marked = isTouched && before !== '' && will !== '' ? difference(before, will) : null;
        return { before, suffix, will, isTouched, marked: marked && !marked.isNew ? marked : null, isNew: marked?.isNew ?? false };
    }

    shownLine(row, field, pair) {
        const text = row.texts[field], line = h('span', (looksLikeTitle(field) ? 't-line' : 'd-line') + ' shown');
        if (text.shown === null) line.append(h('i', 'same', row.planned ? 'planned, not made yet' : 'not crawled yet'));
        else if (text.shown === '') line.append(h('i', 'none', 'none shown'));
        else if (pair.marked) this.#mark(line, pair.marked.before, 'del');
        else line.append(pair.before);
        if (pair.suffix) line.append(h('span', 'suffix', pair.suffix));
        return line;
    }

    nextLine(row, field, pair) {
        const text = row.texts[field], line = h('span', (looksLikeTitle(field) ? 't-line' : 'd-line') + ' new');
        if (!pair.isTouched) line.append(h('i', 'same', text.stored === '' ? (text.shown ? 'as shown: the theme decides' : 'nothing yet') : 'as shown'));
        else if (pair.will === '') line.append(h('i', 'none', 'emptied: the theme decides'));
        else {
            if (pair.marked) this.#mark(line, pair.marked.after, 'ins'); else line.append(pair.will);
            if (field === 'title' && text.suffix) line.append(h('span', 'suffix', text.suffix));
        }
        return line;
    }

    #mark(line, pieces, tag) {
        pieces.forEach((piece, i) => line.append(i ? ' ' : '', piece.isKept ? piece.text : h(tag, '', piece.text)));
    }

    /** {px, characters, isOver, lost, lostPixels, left} of what a searcher would get. */
    measure(row, field) {
        const text = this.willShow(row, field), slot = slots(this.limits[row.market])[field];
        const px = this.ruler.pixels(text, slot.fontSize), fit = this.ruler.fit(text, slot);
        return { text, px, characters: this.ruler.characters(text), isOver: fit.lost !== '', lost: fit.lost, lostPixels: fit.lostPixels, left: slot.lineWidth * slot.lines - px, lines: fit.lines };
    }

    /** The words that a cut text loses, from the first one that is not whole on; without what the theme adds. */
    lostWords(m, suffix) {
        const [own] = this.#parted(m.text, suffix);
        const from = m.text.length - m.lost.length;
        if (from >= own.length) return '';
        return own.slice(own.lastIndexOf(' ', from) + 1);
    }

    /** What is said of one text: [{words, isFault}]. */
    faults(row, field) {
        const limits = this.limits[row.market], text = row.texts[field], m = this.measure(row, field), told = [], { words: name, mustBe } = FIELDS[field];
        const isFound = field === 'title' || field === 'description';
        const [own] = this.#parted(m.text, text.suffix);
        if (m.text.trim() === '') { if (mustBe && (text.shown !== null || this.isTouched(row, field))) told.push({ words: `no ${name}`, brief: `no ${name}`, isFault: true }); return told; }
        if (m.isOver) {
            const lost = this.lostWords(m, text.suffix);
            if (lost === '') told.push({ words: `brand cut off by ${Math.ceil(-m.left)} px`, brief: `brand over by ${Math.ceil(-m.left)} px`, isFault: false });
            else told.push({ words: `${name} cut off${looksLikeTitle(field) ? ` by ${Math.ceil(m.lostPixels)} px` : ''}: loses “${cut(lost, 30)}”`, brief: `${Math.ceil(m.lostPixels)} px over`, isFault: true });
        } else if (isFound && m.characters < limits[`${field}_least`]) told.push({ words: `${name} short: ${m.characters} characters`, brief: `short: ${m.characters}`, isFault: true });
        if (text.checks.includes('repeated') && text.typed === undefined) told.push({ words: `${name} on other pages`, brief: 'on other pages', isFault: true });
        if (mustBe && row.lead && !holds(own, row.lead)) told.push({ words: `${name} lacks the lead term`, brief: 'lacks lead term', isFault: true });
        // What only the server reckons, of the text as it is saved.
        if (text.typed === undefined) for (const key of text.checks) if (!['missing', 'short', 'wide', 'repeated', 'lead'].includes(key)) told.push({ words: `${name}: ${this.checks[key].label}`, brief: this.checks[key].label, isFault: true });
        if (text.typed === undefined && text.doubts.length) told.push({ words: `${name} claims without a fact: ${cut(text.doubts.join(', '), 40)}`, brief: `no fact: ${cut(text.doubts.join(', '), 24)}`, isFault: true });
        if (text.note) told.push({ words: `${name}: ${cut(text.note, 60)}`, brief: text.note, isFault: true });
        return told;
    }

    state(row) {
        const rank = ['open', 'ready', 'sending', 'refused', 'clash'];
        const states = Object.values(row.texts).map(text => text.typed !== undefined ? 'open' : text.state).filter(Boolean);
        return states.sort((a, b) => rank.indexOf(b) - rank.indexOf(a))[0] ?? null;
    }

    stateWords(row) {
        const state = this.state(row), node = h('span', state === 'ready' ? 'okay' : state === 'refused' || state === 'clash' ? 'fault' : '');
        const isApproved = state === 'ready' && Object.values(row.texts).every(text => text.state !== 'ready' || text.approved);
        node.textContent = state === null ? 'not touched' : isApproved ? 'approved' : this.states[state];
        return node;
    }

    /** State, lead term and faults in one line; the fields are those in view. */
    says(row, fields, hasLead = true) {
        const line = h('div', 'line-4');
        line.append(this.stateWords(row));
        if (hasLead && row.lead) line.append(' · for ', h('span', 'term', row.lead));
        const told = fields.flatMap(field => this.faults(row, field));
        if (!told.length) line.append(' · no fault');
        for (const one of told) line.append(' · ', h('span', one.isFault ? 'fault' : '', one.words));
        line.title = line.textContent;
        return line;
    }

    rates(row) {
        const own = row.impressions > 0 ? row.clicks / row.impressions : null;
        return { own, expected: row.expected, isLow: own !== null && row.expected !== null && own < .8 * row.expected };
    }

    name(row) {
        const link = h('a', 'name', row.name);
        link.href = row.page ? this.figures.pages + row.page : row.url;
        if (row.page) link.dataset.beside = '';
        link.tabIndex = -1;
        link.title = row.name + '\n' + row.url;
        return link;
    }

    /** The ruler under a text that has the focus, with true marks: pixels for a title, characters for a description. */
    rulerOf(row, field) {
        const limits = this.limits[row.market], isTitle = field === 'title', suffix = row.texts[field].suffix, slot = slots(limits)[field];
        const most = isTitle ? limits.title_width : field === 'description' ? 170 : Math.round(slot.lineWidth * slot.lines / 8), scale = (isTitle ? 400 : 300) / most;
        const marks = isTitle ? [[limits.title_aim, 'aim'], [most, 'end']] : field === 'description' ? [[110, 'message'], [156, 'end']] : [];
        for (let at = isTitle ? 100 : 50; at < most - (isTitle ? 60 : 100); at += isTitle ? 100 : 50) marks.unshift([at, '']);
        const box = h('div', 'px-ruler'), bar = h('div', 'bar'), track = h('div', 'track'), left = h('b', 'left');
        box.setAttribute('aria-hidden', 'true');
        track.style.width = `${most * scale}px`;
        for (const [at, name] of marks) {
            const mark = h('span', `mark ${name}`, name === 'message' ? 'message by 110' : String(at));
            mark.style.left = `${at * scale}px`;
            track.append(mark);
        }
        track.append(bar);
        box.append(track, left);
        box.set = m => {
            bar.style.width = `${Math.min(isTitle ? m.px : m.characters, most * 1.08) * scale}px`;
            bar.classList.toggle('over', m.isOver);
            left.classList.toggle('fault', m.isOver);
            const room = `${number(Math.round(m.left))} px left`, counted = `${number(m.characters)} characters`;
            left.textContent = m.isOver ? (isTitle ? `${Math.ceil(-m.left)} px over` : `cut off: loses “${cut(this.lostWords(m, suffix) || 'the brand', 22)}”`) : isTitle ? room : field === 'description' ? `${room}, ${counted}` : counted;
        };
        box.set(this.measure(row, field));
        return box;
    }
}
