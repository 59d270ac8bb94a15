/** Changes on many texts at once: chosen, looked through hit by hit, then made as one step that can be taken back. */
import { difference } from 'asset:words.js';
import { h, number } from 'asset:desk-draw.js';
import { post } from 'asset:saving.js';

const ACTIONS = { replace: 'replaced', 'brand-on': 'brand', 'brand-off': 'brand', sentence: 'letters', title: 'letters', calm: 'letters', take: 'taken', swap: 'swapped', fit: 'fitted', tidy: 'tidied' };
/** Hits that are drawn; the rest is counted and changed with them. */
const SHOWN = 300;

/** chosen(scope): the rows by number, or null for all of the view; make(action, edits): changes them; field(): the one in focus. */
export function bulkSheet(sheet, { url, chosen, make, field }) {
    const form = sheet.querySelector('form'), hits = sheet.querySelector('#bulk-hits'), told = sheet.querySelector('#bulk-told'), change = sheet.querySelector('[data-change]');
    let edits = [];
    const value = name => form.elements[name].type === 'checkbox' ? form.elements[name].checked : form.elements[name].value;
    function forKind() {
        for (const line of form.querySelectorAll('[data-for]')) line.hidden = !line.dataset.for.split(' ').includes(value('kind'));
        clear();
    }
    function clear() { edits = []; hits.replaceChildren(); told.textContent = ''; change.disabled = true; change.textContent = 'Change'; }
    const left = () => edits.filter(edit => !edit.isLeft);
    function count() {
        const n = left().length;
        change.disabled = n === 0;
        change.textContent = n === 1 ? 'Change one text' : `Change ${number(n)} texts`;
    }
    function hit(edit) {
        const { before, after } = difference(edit.before, edit.text), box = h('input'), label = h('label', 'bulk-hit');
        box.type = 'checkbox';
        box.checked = true;
        box.addEventListener('change', () => { edit.isLeft = !box.checked; count(); });
        const line = (pieces, tag, name) => h('span', name, ...pieces.flatMap((piece, i) => [i ? ' ' : '', piece.isKept ? piece.text : h(tag, '', piece.text)]));
        label.append(box, h('span', '', h('b', '', edit.name), ' ', h('span', 'soft', edit.field), line(before, 'del', 'old'), edit.text === '' ? h('span', 'none', 'emptied') : line(after, 'ins', 'now')));
        return label;
    }
    async function preview() {
        clear();
        const rows = value('scope') === 'view' ? null : chosen(value('scope'));
        if (rows && !rows.length) { told.textContent = 'No rows are chosen.'; return; }
        told.textContent = 'Looking …';
        try {
            const data = await post(url, {
                kind: value('kind'), fields: value('field') === 'both' ? ['title', 'description'] : [value('field')], scope: rows ? 'rows' : 'view', rows: rows ?? [],
                find: value('find'), with: value('with'), how: value('how'), minds: value('minds'), from: value('from'), sign: value('sign'),
            });
            edits = data.edits;
            hits.replaceChildren(...edits.slice(0, SHOWN).map(hit));
            if (edits.length > SHOWN) hits.append(h('p', 'soft', `and ${number(edits.length - SHOWN)} more.`));
            told.textContent = edits.length === 0 ? `Nothing would change in ${number(data.looked)} pages.` : data.more ? `The first ${number(edits.length)} that would change; afterwards the next.` : `${number(edits.length)} of ${number(data.looked)} pages’ texts would change.`;
            count();
        } catch (problem) { told.textContent = problem.isFinal ? problem.message : 'The server could not be reached.'; }
    }
    form.elements.kind.addEventListener('change', forKind);
    form.addEventListener('input', event => { if (event.target.closest('.bulk-line') && event.target.name !== 'kind') clear(); });
    sheet.querySelector('[data-preview]').addEventListener('click', preview);
    form.addEventListener('keydown', event => { if (event.key === 'Enter' && event.target.matches('input.input, select')) { event.preventDefault(); preview(); } });
    change.addEventListener('click', () => {
        make(ACTIONS[value('kind')], left().map(({ resource, field, text, revision }) => ({ resource, field, text, revision })));
        sheet.close();
        clear();
    });
    return {
        open(hasTicked) {
            clear();
            form.elements.field.value = field();
            form.elements.scope.value = hasTicked ? 'ticked' : 'range';
            forKind();
            sheet.showModal();
            form.elements.find.focus();
        },
    };
}
