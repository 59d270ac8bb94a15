/**
 * The picture of terms and pages: the lines of the row under the pointer or in focus stand out; letters work on the row
 * in focus (L lock, X leave out, N the next term whose pages take turns), arrows go from row to row.
 */
const grid = () => document.getElementById('match-grid');
const rows = () => [...document.querySelectorAll('.match-terms tbody tr[data-term]')];

function light(row) {
    const box = document.querySelector('.match-lines');
    for (const one of document.querySelectorAll('.match-grid .is-on')) one.classList.remove('is-on');
    box?.classList.toggle('is-chosen', row !== null);
    if (!row) return;
    row.classList.add('is-on');
    const { term, page } = row.dataset;
    for (const line of box?.querySelectorAll('path') ?? []) {
        if (term ? line.dataset.term === term : line.dataset.page === page) {
            line.classList.add('is-on');
            const other = term ? `.match-pages tr[data-page="${line.dataset.page}"]` : `.match-terms tr[data-term="${line.dataset.term}"]`;
            document.querySelector(other)?.classList.add('is-on');
        }
    }
}

const rowOf = target => target instanceof Element ? target.closest('.match-grid tr[data-term], .match-grid tr[data-page]') : null;
document.addEventListener('mouseover', event => light(rowOf(event.target) ?? rowOf(document.activeElement)));
document.addEventListener('focusin', event => light(rowOf(event.target)));

/** Ticks a row alone and does what a button of the bar does. */
function alone(row, key) {
    const button = document.querySelector(`#match-form button[data-key="${key}"]`);
    if (!button) return;
    for (const box of document.querySelectorAll('.match-terms input[name="terms[]"]')) box.checked = box.closest('tr') === row;
    button.disabled = false;
    button.form.requestSubmit(button);
}

document.addEventListener('keydown', event => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input:not([type="checkbox"]), select, textarea, #beside')) return;
    const row = document.activeElement?.closest('.match-terms tr[data-term]') ?? null;
    const all = rows();
    if (!grid() || all.length === 0) return;
    const go = to => { to?.querySelector('a[data-beside]')?.focus(); event.preventDefault(); };
    const at = row ? all.indexOf(row) : -1;
    if (event.key === 'ArrowDown') go(all[at + 1]);
    else if (event.key === 'ArrowUp' && row) go(all[at - 1]);
    else if (event.key === 'n' || event.key === 'N') go([...all.slice(at + 1), ...all].find(one => one.classList.contains('is-rival')));
    else if (row && ['l', 'x'].includes(event.key.toLowerCase())) { event.preventDefault(); alone(row, event.key.toLowerCase()); }
});

for (const select of document.querySelectorAll('select[data-go]')) select.addEventListener('change', () => select.form.requestSubmit());
document.addEventListener('input', event => {
    // Who types where a choice's words go has made the choice.
    const picks = event.target.closest('[data-picks]');
    if (picks) picks.form.querySelector(`input[name="which"][value="${picks.dataset.picks}"]`).checked = true;
});
document.addEventListener('keydown', event => {
    // Enter in a field of the sheet does what its own button says, not what the first button of the form does.
    const field = event.key === 'Enter' ? event.target.closest('.match-more input') : null;
    if (!field) return;
    event.preventDefault();
    field.closest('p').querySelector('button')?.click();
});
