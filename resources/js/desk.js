/** The writing desk: a sheet of texts that one reads, types into, copies, pastes and takes back, by keyboard and by mouse. */
import { looksLikeTitle, tidy } from 'asset:fields.js';
import { Figures } from 'asset:figures.js';
import { Ruler } from 'asset:ruler.js';
import { Rows } from 'asset:desk-rows.js';
import { AROUND, HEAD, MODES, PHONE, PHONE_TALL } from 'asset:desk-modes.js';
import { Drawing, h, number } from 'asset:desk-draw.js';
import { Saving, post } from 'asset:saving.js';
import { bulkSheet } from 'asset:desk-bulk.js';
import { columnsForm } from 'asset:desk-columns.js';
import { Dock } from 'asset:desk-dock.js';
import { listenToKeys } from 'asset:desk-keys.js';
import { askLead } from 'asset:desk-lead.js';
import { Lines } from 'asset:desk-lines.js';
import { Notices } from 'asset:desk-notices.js';
import { listenToPointer } from 'asset:desk-pointer.js';
import { Presence } from 'asset:desk-presence.js';
import { RangeEdits } from 'asset:desk-range.js';
import { Sheet } from 'asset:desk-sheet.js';
import { Typing } from 'asset:desk-typing.js';

const desk = document.getElementById('desk'), list = document.getElementById('desk-list'), body = document.getElementById('desk-rows');
const given = JSON.parse(document.getElementById('desk-data').textContent);
const { urls, limits, mayWrite } = given;
const savedLine = document.getElementById('saved-line'), toldLine = document.getElementById('told-line');
const ruler = await Ruler.load(given.widths);

const isPhone = matchMedia('(max-width: 860px)');
const wanted = new URLSearchParams(location.search).get('show');
if (MODES[wanted]) localStorage.setItem('desk shows', wanted);
let show = MODES[localStorage.getItem('desk shows')] ? localStorage.getItem('desk shows') : 'both';

const saving = new Saving(urls.texts, given.store, heard);
const rows = new Rows(urls.rows, { has: (id, field) => saving.has(id, field) || (typing.now?.id === id && typing.now.field === field) || problems.has(`${id} ${field}`) }, came);
const drawing = new Drawing({ ruler, limits, states: given.states, checks: given.checks, rows, figures: { pages: urls.pages } });
const figures = new Figures({ chosen: given.figures, width: given.width, hasNumbers: given.hasNumbers, currency: given.currency });
const dock = new Dock({ ruler, drawing, limits, mayWrite, hasNumbers: given.hasNumbers, currency: given.currency, isSocial: () => show === 'social' || show === 'images', askLead: () => leadTerm() });
const problems = new Map();
const ticks = `ticks ${location.pathname}`;
const ticked = new Set(JSON.parse(sessionStorage.getItem(ticks) ?? '[]'));

/** The cell that has the focus, and the one where a range began. */
let here = { at: 0, column: 0 }, anchor = { at: 0, column: 0 };
const mode = () => MODES[show];
const fields = () => mode().fields;
const fieldHere = () => fields()[here.column];
const height = () => isPhone.matches ? (mode().isTall ? PHONE_TALL : PHONE[mode().shape]) : mode().height;
const extra = () => isPhone.matches ? 22 : mode().extra[fieldHere()] ?? 0;
const topOf = at => at * height() + (at > here.at ? extra() : 0);

// ---- drawing -------------------------------------------------------------------------------------------------

const drawn = new Map();
const lines = new Lines({ rows, drawing, ruler, figures, ticked, mayWrite, fields, shape: () => mode().shape });
const presence = new Presence({ rows, drawn, url: urls.here, mayWrite, tell, here: () => ({ at: here.at, field: fieldHere() }), typing: () => typing.now });

let asked = 0;
/** Draws what is in view, a frame at most once. */
function render() {
    asked ||= requestAnimationFrame(() => { asked = 0; renderNow(); });
}
function renderNow() {
    const tall = rows.length * height() + (rows.length ? extra() : 0);
    body.style.height = `${tall}px`;
    const first = Math.max(0, Math.floor((list.scrollTop - extra()) / height()) - AROUND);
    const last = Math.min(rows.length, Math.ceil((list.scrollTop + list.clientHeight) / height()) + AROUND);
    rows.need(first - 30, last + 60);
    for (const [at, line] of drawn) if ((at < first || at >= last) && !(typing.now && at === here.at)) { line.remove(); drawn.delete(at); }
    for (let at = first; at < last; at++) {
        let line = drawn.get(at);
        if (!line) {
            line = lines.draw(at);
            drawn.set(at, line);
            let next = null;
            for (let i = at + 1; i <= last && !next; i++) next = drawn.get(i) ?? null;
            body.insertBefore(line, next);
        }
        line.style.transform = `translateY(${topOf(at)}px)`;
    }
    presence.mark();
    paint();
}

function redraw(at) {
    const old = drawn.get(at);
    if (!old || (typing.now && at === here.at)) return;
    const line = lines.draw(at);
    line.style.transform = old.style.transform;
    old.replaceWith(line);
    drawn.set(at, line);
}

const range = () => ({ from: Math.min(anchor.at, here.at), to: Math.max(anchor.at, here.at), left: Math.min(anchor.column, here.column), right: Math.max(anchor.column, here.column) });

/** Marks the range, the row and the text that have the focus, with its ruler. */
function paint() {
    const { from, to, left, right } = range();
    for (const [at, line] of drawn) {
        const isHere = at === here.at, row = rows.at(at);
        line.classList.toggle('is-here', isHere);
        for (const box of line.querySelectorAll('.desk-cell')) {
            const column = fields().indexOf(box.dataset.field), isIn = at >= from && at <= to && column >= left && column <= right;
            box.classList.toggle('sel', isIn);
            box.classList.toggle('first', isIn && at === from);
            box.classList.toggle('last', isIn && at === to);
            box.classList.toggle('is-focus', isHere && column === here.column);
            box.closest('[role="gridcell"]').setAttribute('aria-selected', String(isIn));
        }
        const field = fieldHere(), old = line.querySelector('.px-ruler');
        if (isHere && row) {
            if (!old || old.dataset.field !== field) {
                old?.remove();
                const measure = drawing.rulerOf(row, field);
                measure.dataset.field = field;
                line.querySelector(`.desk-cell[data-field="${field}"]`)?.after(measure);
                line.classList.toggle('has-title-ruler', mode().shape === 'both' && looksLikeTitle(field));
            }
        } else { old?.remove(); line.classList.remove('has-title-ruler'); }
    }
    const row = rows.at(here.at);
    row ? list.setAttribute('aria-activedescendant', `cell-${row.id}-${fieldHere()}`) : list.removeAttribute('aria-activedescendant');
    if (!row) return;
    const n = (to - from + 1) * (right - left + 1), words = n === 1 ? '' : `${number(n)} ${left === right ? fields()[left] + 's' : 'texts'} selected`;
    dock.draw(row, here.at, rows.length, [words, ticked.size ? `${number(ticked.size)} ticked` : ''].filter(Boolean).join(', '));
}


const leadTerm = () => mayWrite && askLead({
    rows, here: () => here.at, range, box: dock.lead, saving, url: urls.leads, tell,
    left: () => { list.focus(); paint(); }, kept: answer => { rows.take(answer.rows); stack(answer); },
});

// ---- saving --------------------------------------------------------------------------------------------------

function tell(words) { toldLine.textContent = words; }
function standing() {
    const n = saving.count + problems.size;
    savedLine.textContent = saving.isBusy ? 'Saving …' : n ? `${number(n)} not saved` : 'All saved';
    savedLine.classList.toggle('is-hand', n > 0 && !saving.isBusy);
}
function heard({ type, ...rest }) {
    if (type === 'saved') taken(rest);
    else if (type === 'refused') for (const edit of rest.edits) problem(edit, rest.reason);
    else if (type === 'away' && !rest.isSignedOut) away(true);
    standing();
}
function away(isAway) {
    document.getElementById('away').hidden = !isAway;
}
function taken({ data, edits }) {
    away(false);
    const wanted = new Map(edits.map(edit => [`${edit.resource} ${edit.field}`, edit]));
    for (const result of data.results) {
        const edit = wanted.get(`${result.resource} ${result.field}`);
        if (result.saved) problems.delete(`${result.resource} ${result.field}`);
        else problem(edit, result.reason, result.author);
    }
    rows.take(data.rows);
    for (const { resource, field, saved, author, reason } of data.results) if (!saved) {
        const edit = wanted.get(`${resource} ${field}`);
        if (author) notices.clash(edit, author); else { notices.refused(edit, reason); came([resource]); }
    }
    stack(data);
    document.body.dispatchEvent(new CustomEvent('texts-saved', { bubbles: true }));
}
function problem(edit, reason, author) {
    if (!author) problems.set(`${edit.resource} ${edit.field}`, { edit, reason });
}
function stack({ undo, redo }) {
    for (const [what, words] of [['undo', undo], ['redo', redo]]) {
        const button = document.querySelector(`[data-turn="${what}"]`);
        if (!button) continue;
        button.disabled = !words;
        button.title = words ? `${what === 'undo' ? 'Take back' : 'Do again'}: ${words}` : '';
    }
}

const keyOf = edit => `${edit.resource} ${edit.field}`;
const notices = new Notices(document.getElementById('notices'), rows, {
    shown: render,
    closed: () => { list.focus(); render(); },
    saveMine: edit => saving.add('typed', [edit]),
    dropped: edit => { problems.delete(keyOf(edit)); rows.fetch([edit.resource]); standing(); },
    writeOn: edit => {
        problems.delete(keyOf(edit));
        const at = rows.placeOf(edit.resource);
        if (at >= 0) { go(at, Math.max(0, fields().indexOf(edit.field))); type(edit.text); }
    },
});

function came(ids) {
    for (const id of ids) { const at = rows.placeOf(id); if (at >= 0) redraw(at); }
    render();
}

/** Changes texts, one or thousands, as one step. edits: [{row, field, text}]. */
function change(action, edits) {
    if (!mayWrite) return;
    const wanted = edits.filter(({ row, field, text }) => tidy(field, text) !== tidy(field, rows.text(row, field)));
    if (!wanted.length) { tell('Nothing to change.'); return; }
    for (const { row, field, text } of wanted) row.texts[field].typed = tidy(field, text);
    saving.add(action, wanted.map(({ row, field, text }) => ({ resource: row.id, field, text: tidy(field, text), revision: row.texts[field].revision })));
    came(wanted.map(({ row }) => row.id));
}

async function turn(what) {
    if (!mayWrite) return;
    await saving.flush();
    if (saving.count) { tell('Not everything is saved yet: what is not saved cannot be taken back.'); return; }
    try {
        const data = await post(urls[what], {});
        rows.take(data.rows);
        if (data.isMore) await rows.fetch(rows.known);
        stack(data);
        const places = data.rows.map(row => rows.placeOf(row.id)).filter(at => at >= 0).sort((a, b) => a - b);
        if (places.length && !places.includes(here.at)) go(places[0], here.column);
        tell(data.done === null ? (what === 'undo' ? 'There is nothing to take back.' : 'There is nothing to do again.') : `${what === 'undo' ? 'Taken back' : 'Done again'}: ${data.done}.` + (data.left ? ` ${number(data.left)} ${data.left === 1 ? 'text was' : 'texts were'} changed since and stay as they are.` : ''));
        document.body.dispatchEvent(new CustomEvent('texts-saved', { bubbles: true }));
    } catch (problem) { tell(problem.isFinal ? problem.message : 'The server could not be reached; nothing was taken back.'); }
}

// ---- moving and typing ---------------------------------------------------------------------------------------

function go(at, column, isRange = false) {
    if (!rows.length) return;
    here = { at: Math.max(0, Math.min(rows.length - 1, at)), column: Math.max(0, Math.min(fields().length - 1, column)) };
    if (!isRange) anchor = { ...here };
    keepInView(here.at);
    renderNow();
}
function keepInView(at) {
    const top = at * height(), bottom = top + height() + extra(), room = list.clientHeight - HEAD;
    if (top < list.scrollTop) list.scrollTop = top;
    else if (bottom > list.scrollTop + room) list.scrollTop = bottom - room;
}

const typing = new Typing({
    rows, drawing, list, step, help, longest: given.longest, typed: row => dock.cards(row),
    here: () => ({ row: rows.at(here.at), at: here.at, field: fieldHere() }),
    lineAt: at => drawn.get(at),
    begins: () => { anchor = { ...here }; renderNow(); },
    ended: at => { redraw(at); render(); },
    save: (row, field, text) => change('typed', [{ row, field, text }]),
    ready: () => ready(),
});
const type = (text = null) => mayWrite && typing.begin(text);

/** To the next text: down its column, or on through the fields to the next row. */
function step(rowsBy, columnsBy) {
    let column = here.column + columnsBy, at = here.at + rowsBy;
    if (column >= fields().length) { column = 0; at++; } else if (column < 0) { column = fields().length - 1; at--; }
    if (at < 0 || at >= rows.length) return;
    go(at, column);
}

const edits = new RangeEdits({
    rows, range, fields, change, tell, mayWrite, checks: given.checks, bulk: urls.bulk,
    pasted: ({ from, to, left, right }) => { here = { at: to, column: right }; anchor = { at: from, column: left }; render(); },
});
for (const [name, act] of [['copy', event => edits.copy(event, false)], ['cut', event => edits.copy(event, true)], ['paste', event => edits.paste(event)]]) document.addEventListener(name, event => { if (document.activeElement === list) act(event); });

/** Marks the drafts of the rows as ready, or of the whole view. */
async function ready(ids = null, mark = 'ready') {
    if (!mayWrite) return;
    const { from, to } = range(), isOne = ids === null && from === to;
    ids ??= rows.order.slice(from, to + 1);
    // On at once: who presses it again means the next row, however long the server takes.
    if (isOne) step(1, 0);
    await saving.flush();
    try {
        let data = null;
        for (let at = 0; at < ids.length; at += 5000) data = await post(urls.ready, { rows: ids.slice(at, at + 5000), scope: 'rows', mark });
        await rows.fetch(ids.filter(id => rows.byId(id)));
        tell(data.words);
        document.body.dispatchEvent(new CustomEvent('texts-saved', { bubbles: true }));
    } catch (problem) { tell(problem.isFinal ? problem.message : 'The server could not be reached; nothing was marked.'); }
}

function tick(ids, isTicked) {
    for (const id of ids) ticked[isTicked ? 'add' : 'delete'](id);
    ticked.size ? sessionStorage.setItem(ticks, JSON.stringify([...ticked])) : sessionStorage.removeItem(ticks);
    for (const line of drawn.values()) { const box = line.querySelector('.pick input'); if (box) box.checked = ticked.has(Number(line.dataset.row)); }
    const all = document.getElementById('tick-all');
    if (all) { all.checked = rows.length > 0 && ticked.size === rows.length; all.indeterminate = ticked.size > 0 && ticked.size < rows.length; }
    paint();
}

const bulk = mayWrite && bulkSheet(document.getElementById('bulk-sheet'), {
    url: urls.bulk, field: fieldHere,
    chosen: scope => scope === 'ticked' ? [...ticked] : rows.order.slice(range().from, range().to + 1),
    make: (action, edits) => {
        for (const { resource, field, text } of edits) { const row = rows.byId(resource); if (row) row.texts[field].typed = text; }
        saving.add(action, edits);
        came(edits.map(edit => edit.resource));
        tell(`${number(edits.length)} ${edits.length === 1 ? 'text is' : 'texts are'} being changed; Ctrl Z takes them back.`);
        list.focus();
    },
});
const sheet = new Sheet({
    row: () => rows.at(here.at), saving, tell, left: () => list.focus(),
    changed: row => { rows.fetch([row.id]); document.body.dispatchEvent(new CustomEvent('texts-saved')); },
});
/** Why the text in focus is said to be faulty, what would mend it, and letting it pass. */
const openFaults = () => sheet.open(row => `${urls.faults}${row.id}/${fieldHere()}`);
/** Terms, facts and numbers of the page in focus. */
const openGlance = () => sheet.open(row => `${urls.glance}${row.id}`);
/** Three texts for the one in focus, by a wording source. */
const openSuggest = () => mayWrite && sheet.open(row => `${urls.suggest}${row.id}?field=${fieldHere()}`);
function help() { document.getElementById('keys-sheet').showModal(); }
function openDossier() { drawn.get(here.at)?.querySelector('a.name')?.click(); }

listenToKeys(list, {
    here: () => here, range,
    last: () => ({ at: rows.length - 1, column: fields().length - 1 }),
    page: () => Math.max(1, Math.floor((list.clientHeight - HEAD) / height()) - 1),
    does: {
        go, step, type, help, turnCard, dossier: openDossier, faults: openFaults, suggest: openSuggest, glance: openGlance, lead: leadTerm,
        ready: () => ready(), undo: () => turn('undo'), redo: () => turn('redo'), save: () => saving.flush(),
        fillDown: () => edits.fillDown(), mend: () => edits.mend(), clear: () => edits.change('cleared', () => ''),
        asShop: () => edits.change('as-shop', (row, field) => row.texts[field].stored),
        bulk: () => bulk && bulk.open(ticked.size > 0),
        tick: () => { const ids = rows.order.slice(range().from, range().to + 1); tick(ids, !ids.every(id => ticked.has(id))); },
        selectAll: isColumn => { anchor = { at: 0, column: isColumn ? 0 : here.column }; here = { at: rows.length - 1, column: isColumn ? fields().length - 1 : here.column }; paint(); },
        collapse: () => { anchor = { ...here }; paint(); },
    },
});
listenToPointer(list, {
    here: () => here, isOne: () => anchor.at === here.at && anchor.column === here.column,
    place: box => ({ at: Number(box.closest('.desk-row').dataset.at), column: fields().indexOf(box.dataset.field) }),
    typingBox: typing.box, headHeight: HEAD, rowHeight: height, startsTyping: () => isPhone.matches,
    does: { go, type, endTyping: () => typing.end(true), tick: (from, to, isTicked) => tick(rows.order.slice(from, to + 1), isTicked) },
});
document.getElementById('tick-all')?.addEventListener('change', event => tick(rows.order, event.target.checked));
list.addEventListener('scroll', render, { passive: true });
list.addEventListener('focus', () => paint());
addEventListener('resize', () => { for (const [, line] of drawn) line.remove(); drawn.clear(); render(); });
for (const one of document.querySelectorAll('[data-turn]')) one.addEventListener('click', () => { turn(one.dataset.turn); list.focus(); });
document.querySelector('[data-ready]')?.addEventListener('click', () => { ready(); list.focus(); });
document.querySelector('[data-dossier]')?.addEventListener('click', openDossier);
document.querySelector('[data-faults]')?.addEventListener('click', openFaults);
document.querySelector('[data-glance]')?.addEventListener('click', openGlance);
document.querySelector('[data-suggest]')?.addEventListener('click', openSuggest);
document.querySelector('[data-card]')?.addEventListener('click', () => { turnCard(); list.focus(); });
document.querySelector('[data-bulk]')?.addEventListener('click', () => bulk.open(ticked.size > 0));
for (const one of document.querySelectorAll('[data-help]')) one.addEventListener('click', help);
document.getElementById('desk-shows')?.addEventListener('change', event => { show = event.target.value; localStorage.setItem('desk shows', show); here.column = anchor.column = 0; layout(); go(here.at, 0); });
for (const select of document.querySelectorAll('[data-goes]')) select.addEventListener('change', () => { location.href = select.value; });
// A form about the ticked rows takes them along.
for (const form of document.querySelectorAll('form[data-with-ticked]')) form.addEventListener('submit', event => {
    form.querySelectorAll('input[name="rows[]"]').forEach(old => old.remove());
    if (event.submitter?.dataset.ticked === undefined) return;
    if (!ticked.size) { event.preventDefault(); tell('No row is ticked. Ctrl and the space bar tick the row that has the focus.'); return; }
    for (const id of ticked) { const input = h('input'); input.type = 'hidden'; input.name = 'rows[]'; input.value = id; form.append(input); }
});

function turnCard() {
    if (dock.isWide) { tell('Both shapes of the card stand beside the list.'); return; }
    dock.turn();
    layout();
}
function layout() {
    for (const name of ['both', 'titles', 'descriptions']) desk.classList.toggle(`shows-${name}`, name === mode().shape);
    desk.classList.toggle('is-tall', mode().isTall === true);
    desk.dataset.card = dock.shape;
    const select = document.getElementById('desk-shows');
    if (select) select.value = show;
    for (const [, line] of drawn) line.remove();
    drawn.clear();
    for (const head of desk.querySelectorAll('[data-head]')) head.hidden = head.dataset.head !== show;
    renderNow();
}

/** What others save, mark as ready or release comes in by itself, where nobody is typing. */
document.body.addEventListener('follow-texts', async () => {
    await saving.flush();
    const first = Math.floor(list.scrollTop / height()), last = Math.ceil((list.scrollTop + list.clientHeight) / height());
    rows.fetch(rows.order.slice(Math.max(0, first), last + 1).filter(id => rows.byId(id)));
});
addEventListener('beforeunload', event => { typing.end(true); if (problems.size) event.preventDefault(); });

figures.fit(desk);
figures.heads(desk);
columnsForm(figures, urls.view, { changed: () => { figures.fit(desk); figures.heads(desk); layout(); }, tell });
rows.put(given.rows.map(row => row.id));
rows.take(given.rows);
layout();
standing();
stack(given);
// The order of all comes in portions behind the rows of the first view; they keep their places.
for (let next = given.next; next !== null;) {
    const answer = await fetch(`${urls.order}${urls.order.includes('?') ? '&' : '?'}after=${encodeURIComponent(next)}`, { headers: { Accept: 'application/json' } });
    if (!answer.ok) break;
    const portion = await answer.json();
    rows.add(portion.ids);
    next = portion.next;
    renderNow();
}
list.setAttribute('aria-rowcount', rows.length + 1);
desk.dataset.isReady = 'yes';
list.focus({ preventScroll: true });
