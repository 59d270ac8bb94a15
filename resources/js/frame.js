/** What every page needs: the colour scheme's switch, lists of check boxes, and following what happens in the store. */
const root = document.documentElement;
document.addEventListener('click', event => {
    const button = event.target.closest('[data-theme-switch]');
    if (!button) return;
    const dark = root.dataset.theme ? root.dataset.theme === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
    root.dataset.theme = dark ? 'light' : 'dark';
    document.cookie = `theme=${root.dataset.theme};path=/;max-age=31536000;samesite=lax`;
});
document.addEventListener('change', event => {
    const all = event.target.closest('[data-tick-all]');
    if (all) {
        for (const box of document.querySelectorAll(all.dataset.tickAll)) box.checked = all.checked;
    }
    keepTicks();
    const send = event.target.closest('[data-send-on-change]');
    if (send) send.form.requestSubmit();
});
document.addEventListener('submit', event => {
    const button = event.submitter;
    if (button && button.dataset.once !== undefined) setTimeout(() => { button.disabled = true; });
});

/** Shift and a click tick, or untick, everything from the box that was pressed last. */
let pressed = null;
document.addEventListener('click', event => {
    const box = event.target.closest('td input[type="checkbox"]');
    if (!box) return;
    const boxes = [...box.closest('table').querySelectorAll('td input[type="checkbox"]')].filter(one => one.name === box.name);
    const [a, b] = [boxes.indexOf(pressed), boxes.indexOf(box)];
    if (event.shiftKey && a >= 0) for (const one of boxes.slice(Math.min(a, b), Math.max(a, b) + 1)) one.checked = box.checked;
    pressed = box;
    box.dispatchEvent(new Event('change', { bubbles: true }));
});

/**
 * Ticks live as long as the tab, by screen: sorting, filtering, a worklist that has to be made first and the way back leave them as they were.
 * They end with the form that was sent with them.
 */
const ticks = 'ticks ' + location.pathname;
function keepTicks() {
    const kept = new Set(JSON.parse(sessionStorage.getItem(ticks) ?? '[]'));
    for (const box of document.querySelectorAll('td input[type="checkbox"][name$="[]"]')) kept[box.checked ? 'add' : 'delete'](box.name + box.value);
    kept.size ? sessionStorage.setItem(ticks, JSON.stringify([...kept])) : sessionStorage.removeItem(ticks);
}
{
    const kept = new Set(JSON.parse(sessionStorage.getItem(ticks) ?? '[]'));
    for (const box of document.querySelectorAll('td input[type="checkbox"][name$="[]"]')) if (kept.has(box.name + box.value)) box.checked = true;
}
document.addEventListener('submit', event => { if (event.target.method === 'post' && event.target.querySelector('td input[type="checkbox"][name$="[]"]:checked')) sessionStorage.removeItem(ticks); });

/** Where the stamp of a topic has changed, whatever follows that topic asks again. */
let stamps = null;
function follow() {
    const standing = document.getElementById('standing');
    if (!standing) return;
    const now = JSON.parse(standing.dataset.stamps);
    for (const topic in now) if (stamps && stamps[topic] !== now[topic]) document.body.dispatchEvent(new CustomEvent(`follow-${topic}`));
    stamps = now;
}
follow();
document.addEventListener('htmx:after:swap', follow);
// A laptop that was closed, or another tab's work: whoever comes back sees how things stand.
document.addEventListener('visibilitychange', () => { if (!document.hidden) document.body.dispatchEvent(new CustomEvent('came-back')); });

/** Tables that stand on one screen as a whole are sorted by their heads here; paged ones by links that ask the server. */
const decimal = new Intl.NumberFormat(root.dataset.locale).formatToParts(1.5).find(part => part.type === 'decimal').value;
const valueOf = cell => {
    if (cell?.dataset.value !== undefined) return cell.dataset.value;
    const text = cell?.textContent.trim() ?? '';
    const plain = text.replace('−', '-').split(decimal).map(part => part.replace(/[^\d-]/g, '')).join('.');
    const number = /^[−+–-]?\d[\d,.’'\s]*%?$|^×/.test(text) ? Number(plain) : NaN;
    return text === '' || text === '–' || text === '·' ? null : Number.isNaN(number) ? text.toLowerCase() : number;
};
function sortBy(head) {
    const table = head.closest('table'), at = [...head.parentElement.children].indexOf(head);
    const isNumber = head.classList.contains('num');
    const down = head.getAttribute('aria-sort') === null ? isNumber : head.getAttribute('aria-sort') === 'ascending';
    for (const other of head.parentElement.children) other.removeAttribute('aria-sort');
    head.setAttribute('aria-sort', down ? 'descending' : 'ascending');
    const body = table.tBodies[0];
    const rows = [...body.rows].filter(row => !row.classList.contains('is-sum')).map(row => [valueOf(row.cells[at]), row]);
    rows.sort(([a], [b]) => a === null || b === null ? (a === null) - (b === null) : (typeof a === typeof b ? (a < b ? -1 : a > b ? 1 : 0) : typeof a === 'number' ? -1 : 1) * (down ? -1 : 1));
    body.append(...rows.map(([, row]) => row), ...[...body.rows].filter(row => row.classList.contains('is-sum')));
}
function makeSortable(root) {
    for (const head of root.querySelectorAll('table[data-sortable] > thead th')) {
        if (head.querySelector('.by, a, input') || head.textContent.trim() === '') continue;
        const button = document.createElement('button');
        button.type = 'button';
        button.className = 'by';
        button.append(...head.childNodes);
        head.append(button);
    }
}
document.addEventListener('click', event => {
    const button = event.target.closest('th button.by');
    if (button) sortBy(button.closest('th'));
});
makeSortable(document);
document.addEventListener('htmx:after:swap', () => makeSortable(document));

/** Fifty rows go on by themselves: the link to the next ones is followed as it comes into sight, and its rows are put under these. */
const watcher = new IntersectionObserver(entries => { for (const entry of entries) if (entry.isIntersecting) goOn(entry.target); }, { rootMargin: '300px' });
async function goOn(link) {
    watcher.unobserve(link);
    const pager = link.closest('.pager'), place = [...document.querySelectorAll('.pager')].indexOf(pager);
    const tables = root => [...root.querySelectorAll('.pager')][place] && tableBefore([...root.querySelectorAll('.pager')][place]);
    const here = tables(document);
    if (!here || here.tBodies[0].rows.length >= 500 || link.dataset.byHand !== undefined) return;
    const answer = await fetch(link.href);
    if (!answer.ok || answer.redirected) return;
    const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
    const more = tables(page);
    if (!more) return;
    const rows = [...more.tBodies[0].rows];
    here.tBodies[0].append(...rows);
    const nextPager = [...page.querySelectorAll('.pager')][place];
    pager.replaceChildren(...nextPager.childNodes);
    for (const first of pager.querySelectorAll('a:not([rel="next"])')) first.remove();
    htmx.process(here.tBodies[0]);
    here.dispatchEvent(new CustomEvent('rows-added', { bubbles: true }));
    watch();
}
const tableBefore = pager => { for (let at = pager; at; at = at.previousElementSibling ?? at.parentElement) { const found = at.matches?.('table') ? at : at !== pager && at.querySelector?.('table.ledger'); if (found) return found; } return null; };
function watch() { for (const link of document.querySelectorAll('.pager a[rel="next"]')) watcher.observe(link); }
watch();

/** A session that ended: told once, above everything, with a way to sign in beside; nothing on the screen is taken away. */
export function signedOut() {
    if (document.querySelector('.signed-out')) return;
    const bar = document.createElement('div');
    bar.className = 'note is-hand signed-out';
    bar.setAttribute('role', 'alert');
    const words = document.createElement('p');
    words.textContent = 'Your session has ended. What you typed is still here and is saved once you have signed in again.';
    const link = document.createElement('a');
    link.href = '/sign-in';
    link.target = '_blank';
    link.rel = 'opener';
    link.className = 'button is-growth';
    link.textContent = 'Sign in in a new tab';
    bar.append(words, link);
    document.getElementById('content').prepend(bar);
}
/** After signing in again this page needs the new session's token; its forms, too. */
export async function signedInAgain() {
    const answer = await fetch(location.href, { headers: { Accept: 'text/html' } });
    if (!answer.ok || new URL(answer.url).pathname === '/sign-in') return false;
    const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
    const token = page.querySelector('meta[name="csrf-token"]')?.content;
    if (!token) return false;
    document.querySelector('meta[name="csrf-token"]').content = token;
    document.body.setAttribute('hx-headers:inherited', JSON.stringify({ 'X-CSRF-TOKEN': token }));
    for (const field of document.querySelectorAll('input[name="_token"]')) field.value = token;
    document.querySelector('.signed-out')?.remove();
    document.dispatchEvent(new CustomEvent('signed-in-again'));
    return true;
}
document.addEventListener('htmx:after:request', event => { if (event.detail?.ctx?.response?.headers?.get('X-Signed-Out')) signedOut(); });
addEventListener('focus', () => { if (document.querySelector('.signed-out')) signedInAgain(); });
document.addEventListener('visibilitychange', () => { if (!document.hidden && document.querySelector('.signed-out')) signedInAgain(); });

/** Columns are made wider or narrower at the edge of their heads, by pointer or by arrow keys; the browser keeps it for the table. */
function makeWider(table) {
    const key = `widths ${table.id}`;
    const kept = JSON.parse(localStorage.getItem(key) ?? '{}');
    for (const head of table.tHead.rows[0].cells) {
        const name = head.textContent.trim();
        if (name === '') continue;
        const set = width => {
            head.style.width = head.style.minWidth = head.style.maxWidth = width ? `${width}px` : '';
            grip.setAttribute('aria-valuenow', Math.round(width || head.getBoundingClientRect().width));
        };
        const keep = width => { width ? kept[name] = Math.max(40, Math.min(900, Math.round(width))) : delete kept[name]; set(kept[name]); localStorage.setItem(key, JSON.stringify(kept)); };
        const grip = document.createElement('span');
        grip.className = 'grip';
        grip.tabIndex = 0;
        grip.setAttribute('role', 'separator');
        grip.setAttribute('aria-orientation', 'vertical');
        grip.setAttribute('aria-label', `Width of ${name}`);
        grip.title = 'Drag to set the width; double click for the usual one';
        grip.addEventListener('pointerdown', event => {
            const [from, width] = [event.clientX, head.getBoundingClientRect().width];
            grip.setPointerCapture(event.pointerId);
            grip.onpointermove = moved => keep(width + moved.clientX - from);
            grip.onpointerup = () => { grip.onpointermove = null; };
            event.preventDefault();
        });
        grip.addEventListener('dblclick', () => keep(0));
        grip.addEventListener('keydown', event => {
            if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') keep(head.getBoundingClientRect().width + (event.key === 'ArrowRight' ? 16 : -16));
            else if (event.key === 'Escape') keep(0);
            else return;
            event.preventDefault();
        });
        // The head is called by its words alone, not by its edge.
        head.setAttribute('aria-label', name);
        head.append(grip);
        set(kept[name]);
    }
}
for (const table of document.querySelectorAll('table[data-wide]')) makeWider(table);
