/** What stands below the sheet: the page in focus as search and social networks show it, its rate and its lead term. */
import { h, number, rate } from 'asset:desk-draw.js';
import { holds } from 'asset:lead-term.js';
import { ResultCard } from 'asset:desk-card.js';
import { SocialCard } from 'asset:social-card.js';

/** Supporting terms that are named; the rest is counted. */
const NAMED = 3;
const part = name => document.getElementById(name);

/** limits: by market; isSocial(): whether social texts are shown; askLead(): the lead term is typed. */
export class Dock {
    // On a wide screen both shapes stand beside the list; else one, turned by a key.
    isWide = matchMedia('(min-width: 1600px)').matches;
    facts = part('desk-facts');
    #of; #card; #phone; #social = new SocialCard(part('desk-card-social'));

    constructor(of) {
        this.#of = of;
        this.#card = new ResultCard(part('desk-card'), of.ruler, this.isWide ? 'desktop' : null);
        this.#phone = this.isWide ? new ResultCard(part('desk-card-phone'), of.ruler, 'phone') : null;
    }

    get lead() { return this.facts.querySelector('[data-lead]'); }
    get shape() { return this.#card.shape; }
    turn() { this.#card.next(); }

    cards(row) {
        const { drawing, limits, isSocial } = this.#of, of = field => drawing.willShow(row, field);
        part('desk-card').hidden = isSocial();
        part('desk-card-social').hidden = !isSocial();
        if (isSocial()) this.#social.draw({ title: of('social_title'), description: of('social_description'), image: of('social_image'), ownTitle: of('title'), ownDescription: of('description'), url: row.url });
        const shown = { title: of('title'), description: of('description'), url: row.url };
        this.#card.draw(shown, limits[row.market]);
        this.#phone?.draw(shown, limits[row.market]);
    }

    /** place: of the row, from 0; of: rows of all; chosen: what is selected and ticked, in words. */
    draw(row, place, of, chosen) {
        this.cards(row);
        const lost = (this.#of.isSocial() ? this.#social : this.#card).cutWords();
        this.facts.querySelector('[data-name]').textContent = row.name;
        this.facts.querySelector('[data-place]').textContent = `${number(place + 1)} of ${number(of)}; ${lost}`;
        this.#rate(row);
        if (!this.lead.contains(document.activeElement)) this.#lead(row);
        part('chosen-line').textContent = chosen;
    }

    #rate(row) {
        const { drawing, hasNumbers, currency } = this.#of, { own, expected, isLow } = drawing.rates(row), line = this.facts.querySelector('[data-rate]');
        line.replaceChildren();
        if (!hasNumbers) return;
        if (own === null) line.append('Not seen in search in these weeks.');
        else line.append('Clicked at ', h('b', isLow ? 'low' : '', rate(own)), ...(expected === null ? [] : ['; its places earn ', h('b', '', rate(expected)), ' in this store']), ...(row.upside ? [': ', h('b', '', `${number(row.upside)} ${currency}`), ' in 28 days'] : []), '.');
    }

    #lead(row) {
        const { drawing, mayWrite, askLead } = this.#of, { lead } = this;
        lead.replaceChildren();
        if (row.lead) {
            lead.append('Lead term ', h('b', '', row.lead), ': ');
            const inTitle = holds(drawing.willShow(row, 'title'), row.lead), inText = holds(drawing.willShow(row, 'description'), row.lead);
            lead.append(h('span', inTitle ? '' : 'fault', inTitle ? 'in the title' : 'not in the title'), ', ', h('span', inText ? '' : 'fault', inText ? 'in the description' : 'not in the description'), '. ');
        } else if (row.page) lead.append('No lead term yet. ');
        if (row.support.length) lead.append(h('span', 'soft', `Also ${row.support.slice(0, NAMED).join(', ')}${row.support.length > NAMED ? ` and ${row.support.length - NAMED} more` : ''}. `));
        if (mayWrite && row.page) {
            const button = h('button', 'link-like', row.lead ? 'change' : 'set one');
            button.type = 'button';
            button.addEventListener('click', askLead);
            lead.append(button);
        }
    }
}
