/** The lead term of the page in focus, or of all rows of a range, typed in the dock. */
import { h, number } from 'asset:desk-draw.js';
import { post } from 'asset:saving.js';

/** Pages that one word is set for at most. */
const MOST = 1000;

/** here(): the place in focus; range(): the rows; box: where it is typed; left(): what comes back into focus; kept(answer): what the server said. */
export function askLead({ rows, here, range, box: place, left, kept, saving, url, tell }) {
    const row = rows.at(here());
    if (!row?.page) return;
    const { from, to } = range(), box = h('input', 'input');
    box.maxLength = 190;
    box.value = row.lead;
    box.setAttribute('aria-label', from === to ? `Lead term of ${row.name}` : `Lead term of ${to - from + 1} pages`);
    const end = () => { place.replaceChildren(); left(); };
    const set = async terms => {
        try {
            // What was typed before it is a step before it.
            await saving.flush();
            kept(await post(url, { terms }));
            tell(terms.length === 1 ? 'The lead term is kept.' : `${number(terms.length)} lead terms are kept.`);
        } catch (problem) { tell(problem.isFinal ? problem.message : 'The lead term could not be kept just now.'); }
    };
    box.addEventListener('keydown', async event => {
        if (event.key === 'Escape') end();
        else if (event.key === 'Enter') {
            const pages = [];
            for (let at = from; at <= to && pages.length < MOST; at++) if (rows.at(at)?.page) pages.push(rows.at(at).page);
            await set(pages.map(page => ({ page, term: box.value })));
            end();
        } else return;
        event.preventDefault();
        event.stopPropagation();
    });
    box.addEventListener('blur', () => { if (place.contains(box)) end(); });
    place.replaceChildren('Lead term ', box, ' Enter keeps it');
    box.focus();
    box.select();
}
