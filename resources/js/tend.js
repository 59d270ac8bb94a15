/**
 * The rings: a click or the arrows choose a page, its way from home is drawn and told beside; Enter opens its dossier,
 * C looks at its collection alone, N goes to the next page that is too deep.
 */
let at = null;
let wait = 0;
const figure = () => document.getElementById('rings');
const marks = () => [...document.querySelectorAll('#marks circle')];

async function tell(page) {
    const { page: pattern, query } = figure().dataset;
    const box = document.getElementById('rings-page');
    const answer = await fetch(`${pattern.replace(/0$/, page)}?rings=1&${query}`, { headers: { 'HX-Request': 'true' } });
    if (String(at) !== String(page)) return; // Another was chosen meanwhile.
    box.innerHTML = answer.ok ? await answer.text() : '<p class="note is-hand">The page cannot be had just now.</p>';
    htmx.process(box);
    const section = box.querySelector('[data-points]');
    document.getElementById('rings-way')?.setAttribute('points', section?.dataset.points ?? '');
}

function choose(mark, page = mark?.dataset.page) {
    if (!page) return;
    at = page;
    const here = document.getElementById('rings-here');
    for (const old of document.querySelectorAll('#marks .is-on')) old.classList.remove('is-on');
    mark?.classList.add('is-on');
    here.setAttribute('r', mark ? Number(mark.getAttribute('r')) + 4 : 0);
    if (mark) {
        here.setAttribute('cx', mark.getAttribute('cx'));
        here.setAttribute('cy', mark.getAttribute('cy'));
    }
    document.getElementById('rings-said').textContent = mark?.querySelector('title').textContent ?? '';
    document.getElementById('rings-way').setAttribute('points', '');
    clearTimeout(wait);
    wait = setTimeout(() => tell(page), 120);
}

const markOf = page => document.querySelector(`#marks circle[data-page="${page}"]`);
const number = (mark, key) => Number(mark.dataset[key]);

/** The next mark along the ring, or the one at the nearest angle of the next ring that has any. */
function step(mark, key) {
    const all = marks();
    const ring = all.filter(one => number(one, 'depth') === number(mark, 'depth'));
    if (key === 'ArrowLeft' || key === 'ArrowRight') {
        const by = key === 'ArrowRight' ? 1 : -1;
        return ring[(ring.indexOf(mark) + by + ring.length) % ring.length];
    }
    const deeper = key === 'ArrowDown';
    const depths = [...new Set(all.map(one => number(one, 'depth')))].sort((a, b) => a - b);
    const next = depths[depths.indexOf(number(mark, 'depth')) + (deeper ? 1 : -1)];
    if (next === undefined) return null;
    const angle = number(mark, 'angle');
    const off = one => Math.abs(Math.atan2(Math.sin(number(one, 'angle') - angle), Math.cos(number(one, 'angle') - angle)));
    return all.filter(one => number(one, 'depth') === next).sort((a, b) => off(a) - off(b))[0];
}

document.addEventListener('click', event => {
    const mark = event.target.closest('#marks circle');
    if (mark) {
        figure().querySelector('svg').focus({ preventScroll: true });
        choose(mark);
        return;
    }
    const link = event.target.closest('#rings-page a[data-ring], .rings-side a[data-ring]');
    if (link && figure() && !event.ctrlKey && !event.metaKey && !event.shiftKey && event.button === 0) {
        event.preventDefault();
        choose(markOf(link.dataset.ring), link.dataset.ring);
    }
});
document.addEventListener('dblclick', event => {
    if (event.target.closest('#marks circle')) document.querySelector('#rings-page .path a')?.click();
});
document.addEventListener('keydown', event => {
    if (event.ctrlKey || event.metaKey || event.altKey || !document.activeElement?.closest('#rings svg')) return;
    const all = marks();
    const mark = markOf(at);
    const key = event.key.toLowerCase();
    if (event.key.startsWith('Arrow')) {
        event.preventDefault();
        choose(mark ? step(mark, event.key) : all[0]);
    } else if (key === 'n') {
        const deep = all.filter(one => one.classList.contains('m-deep') || one.classList.contains('m-orphan'));
        choose(deep[(deep.indexOf(mark) + 1) % Math.max(1, deep.length)] ?? null);
    } else if (event.key === 'Enter' && mark) {
        document.querySelector('#rings-page .path a')?.click();
    } else if (key === 'c' && mark) {
        const url = new URL(location.href);
        if (url.searchParams.get('only') === mark.dataset.sector) url.searchParams.delete('only');
        else url.searchParams.set('only', mark.dataset.sector);
        location.href = url;
    }
});
