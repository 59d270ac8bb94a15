/**
 * A dossier beside a list: opens where a link asks for it, steps through the list it came from, and gives the place back.
 * The whole dossier steps through the same list, which the tab remembers.
 */
const MEMORY = 'the list behind the dossier';
const links = () => [...document.querySelectorAll('a[data-beside]')];
let at = null;

function panel() {
    let box = document.getElementById('beside');
    if (!box) {
        box = document.createElement('aside');
        box.id = 'beside';
        box.tabIndex = -1;
        box.setAttribute('aria-label', 'Dossier');
        document.getElementById('content').append(box);
    }
    return box;
}

function remember() {
    const list = links();
    if (list.length) sessionStorage.setItem(MEMORY, JSON.stringify({ from: location.href, list: list.map(link => link.getAttribute('href')) }));
}

async function open(link) {
    const box = panel();
    document.querySelector('tr.is-beside')?.classList.remove('is-beside');
    link.closest('tr')?.classList.add('is-beside');
    at = link;
    remember();
    const answer = await fetch(link.href, { headers: { 'HX-Request': 'true' } });
    const html = answer.ok ? await answer.text() : '<p class="note is-hand">The dossier cannot be had just now.</p>';
    if (at !== link) return; // Another was asked for meanwhile.
    box.innerHTML = html;
    htmx.process(box);
    const list = links();
    for (const [step, end] of [[-1, 0], [1, list.length - 1]]) {
        const button = box.querySelector(`[data-beside-step="${step}"]`);
        if (button) button.disabled = list.indexOf(at) === end;
    }
    box.focus({ preventScroll: true });
    link.scrollIntoView({ block: 'nearest' });
}

function close() {
    document.getElementById('beside')?.remove();
    document.querySelector('tr.is-beside')?.classList.remove('is-beside');
    at?.focus();
    at = null;
}

function step(by) {
    const list = links();
    const next = list[list.indexOf(at) + by];
    if (next) open(next);
}

document.addEventListener('click', event => {
    const link = event.target.closest('a[data-beside]');
    if (link && !event.ctrlKey && !event.metaKey && !event.shiftKey && event.button === 0) {
        event.preventDefault();
        open(link);
        return;
    }
    const button = event.target.closest('[data-beside-step]');
    if (button) step(Number(button.dataset.besideStep));
    if (event.target.closest('[data-beside-close]')) close();
});
document.addEventListener('keydown', event => {
    if (!at) return;
    if (event.key === 'Escape') close();
    if (event.altKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
        event.preventDefault();
        step(event.key === 'ArrowDown' ? 1 : -1);
    }
});

const steps = document.querySelector('[data-list-steps]');
if (steps) {
    const kept = JSON.parse(sessionStorage.getItem(MEMORY) ?? 'null');
    const place = kept ? kept.list.findIndex(href => new URL(href, location.href).pathname === location.pathname) : -1;
    if (place >= 0) {
        const add = (href, text) => {
            const link = document.createElement('a');
            link.href = href;
            link.textContent = text;
            steps.append(link);
        };
        add(kept.from, 'Back to the list');
        if (place > 0) add(kept.list[place - 1], 'Previous');
        if (place < kept.list.length - 1) add(kept.list[place + 1], 'Next');
        steps.append(` ${place + 1} of ${kept.list.length} on that screen`);
        steps.hidden = false;
    }
}
