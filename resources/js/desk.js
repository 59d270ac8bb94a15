/** The writing desk: a sheet of texts that one reads, types into, copies, pastes and takes back, by keyboard and by mouse. */
import { FIELDS, labelOf, looksLikeTitle, tidy } from 'asset:fields.js';
import { FIGURES, Figures } from 'asset:figures.js';
import { Ruler } from 'asset:ruler.js';
import { Rows } from 'asset:desk-rows.js';
import { Drawing, h, number, rate } from 'asset:desk-draw.js';
import { holds } from 'asset:lead-term.js';
import { Saving, post } from 'asset:saving.js';
import { ResultCard } from 'asset:desk-card.js';
import { SocialCard } from 'asset:social-card.js';
import { format, parse } from 'asset:clipboard.js';
import { bulkSheet } from 'asset:desk-bulk.js';

const desk = document.getElementById('desk'), list = document.getElementById('desk-list'), body = document.getElementById('desk-rows');
const given = JSON.parse(document.getElementById('desk-data').textContent);
const { urls, limits, mayWrite } = given;
const savedLine = document.getElementById('saved-line'), toldLine = document.getElementById('told-line');
const ruler = await Ruler.load(given.widths);

/** How many texts a range may change at once: sent in portions, one step. */
const MOST = 5000;
const isPhone = matchMedia('(max-width: 860px)');
const MODES = {
    both: { fields: ['title', 'description'], shape: 'both', height: 66, extra: { title: 0, description: 16 } },
    titles: { fields: ['title'], shape: 'titles', height: 33, extra: { title: 16 } },
    descriptions: { fields: ['description'], shape: 'descriptions', height: 49, extra: { description: 16 } },
    headings: { fields: ['h1'], shape: 'titles', height: 33, extra: { h1: 16 } },
    social: { fields: ['social_title', 'social_description'], shape: 'both', height: 66, extra: { social_title: 0, social_description: 16 } },
    images: { fields: ['social_image'], shape: 'titles', height: 33, extra: { social_image: 16 } },
    intros: { fields: ['intro'], shape: 'descriptions', isTall: true, height: 145, extra: { intro: 16 } },
    alts: { fields: ['image_alt'], shape: 'titles', height: 33, extra: { image_alt: 16 } },
};
const HEAD = 21, PHONE = { both: 316, titles: 156, descriptions: 236 }, PHONE_TALL = 440, AROUND = 6;
const wanted = new URLSearchParams(location.search).get('show');
if (MODES[wanted]) localStorage.setItem('desk shows', wanted);
let show = MODES[localStorage.getItem('desk shows')] ? localStorage.getItem('desk shows') : 'both';

const saving = new Saving(urls.texts, given.store, heard);
const rows = new Rows(urls.rows, { has: (id, field) => saving.has(id, field) || (typing && typing.id === id && typing.field === field) || problems.has(`${id} ${field}`) }, came);
const drawing = new Drawing({ ruler, limits, states: given.states, checks: given.checks, rows, figures: { pages: urls.pages } });
const figures = new Figures({ chosen: given.figures, width: given.width, hasNumbers: given.hasNumbers, currency: given.currency });
// On a wide screen both shapes stand beside the list; else one, turned by a key.
const isWide = matchMedia('(min-width: 1600px)').matches;
const card = new ResultCard(document.getElementById('desk-card'), ruler, isWide ? 'desktop' : null);
const socialBox = document.getElementById('desk-card-social'), socialCard = new SocialCard(socialBox);
const phoneCard = isWide ? new ResultCard(document.getElementById('desk-card-phone'), ruler, 'phone') : null;
function drawCards(row) {
    const isSocial = show === 'social' || show === 'images';
    document.getElementById('desk-card').hidden = isSocial;
    socialBox.hidden = !isSocial;
    if (isSocial) {
        const of = field => drawing.willShow(row, field);
        socialCard.draw({ title: of('social_title'), description: of('social_description'), image: of('social_image'), ownTitle: of('title'), ownDescription: of('description'), url: row.url });
    }
    const shown = { title: drawing.willShow(row, 'title'), description: drawing.willShow(row, 'description'), url: row.url };
    card.draw(shown, limits[row.market]);
    phoneCard?.draw(shown, limits[row.market]);
}
const problems = new Map();
const ticks = `ticks ${location.pathname}`;
const ticked = new Set(JSON.parse(sessionStorage.getItem(ticks) ?? '[]'));

/** The cell that has the focus, the one where a range began, and what is being typed. */
let here = { at: 0, column: 0 }, anchor = { at: 0, column: 0 }, typing = null;
const mode = () => MODES[show];
const fields = () => mode().fields;
const fieldHere = () => fields()[here.column];
const height = () => isPhone.matches ? (mode().isTall ? PHONE_TALL : PHONE[mode().shape]) : mode().height;
const extra = () => isPhone.matches ? 22 : mode().extra[fieldHere()] ?? 0;
const topOf = at => at * height() + (at > here.at ? extra() : 0);

// ---- drawing -------------------------------------------------------------------------------------------------

const drawn = new Map();
function cell(row, field) {
    const pair = drawing.pair(row, field), m = drawing.measure(row, field), shownPx = row.texts[field].shown ? ruler.pixels(row.texts[field].shown, looksLikeTitle(field) ? 20 : 14) : null;
    const { isMeasured, look } = FIELDS[field];
    const count = text => isMeasured ? String(Math.round(text.px)) : String(text.characters);
    const box = h('div', `desk-cell of-${look}`);
    const shown = h('div', 'with-px', drawing.shownLine(row, field, pair), h('span', 'px', shownPx === null ? '–' : isMeasured ? String(Math.round(shownPx)) : String(ruler.characters(row.texts[field].shown))));
    const next = h('div', 'with-px next', drawing.nextLine(row, field, pair), h('span', `px${m.isOver ? ' over' : ''}`, pair.isTouched ? count(m) : ''));
    if (pair.isNew) next.lastChild.append(h('i', 'all-new', 'all new'));
    box.append(shown, next);
    box.dataset.field = field;
    return box;
}

function gridCell(name, ...children) {
    const node = h('div', name, ...children);
    node.setAttribute('role', 'gridcell');
    return node;
}

function pick(row) {
    const box = h('input');
    box.type = 'checkbox';
    box.checked = ticked.has(row.id);
    box.tabIndex = -1;
    box.setAttribute('aria-label', `Tick ${row.name}`);
    return gridCell('pick', box);
}

function draw(at) {
    const row = rows.at(at), line = h('div', 'desk-row');
    line.setAttribute('role', 'row');
    line.setAttribute('aria-rowindex', at + 2);
    line.dataset.at = at;
    if (!row) { line.append(gridCell('pick'), gridCell('soft', '…')); return line; }
    line.dataset.row = row.id;
    if (mayWrite) line.append(pick(row)); else line.append(gridCell('pick'));
    const told = figures.of(row, drawing.rates(row)), figure = ({ name, words, look }) => { const node = h('span', look, words); node.dataset.fig = name; return node; };
    const { shape } = mode(), [first, second] = fields();
    if (shape === 'both') {
        line.append(
            gridCell('block', h('div', 'fig', drawing.name(row), ...told.map(figure)), cell(row, first), drawing.says(row, fields())),
            gridCell('block', cell(row, second)),
        );
    } else if (shape === 'titles') {
        line.append(
            gridCell('block', drawing.name(row), h('div', 'line-4', row.lead)),
            gridCell('block', cell(row, first)),
            ...told.map(one => gridCell(`num ${one.look}`, one.words)),
            gridCell('says', h('div', '', drawing.stateWords(row)), faultsOf(row)),
        );
    } else {
        line.append(gridCell('block wide', h('div', 'fig', drawing.name(row), ...told.map(figure), drawing.says(row, fields())), cell(row, first)));
    }
    line.querySelectorAll('.desk-cell').forEach(box => {
        const holder = box.closest('[role="gridcell"]');
        holder.id = `cell-${row.id}-${box.dataset.field}`;
    });
    return line;
}

function faultsOf(row) {
    const told = drawing.faults(row, fields()[0]), line = h('div', told.some(one => one.isFault) ? 'fault' : 'soft', told.map(one => one.brief).join(' · ') || 'no fault');
    line.title = told.map(one => one.words).join(' · ');
    return line;
}

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
    for (const [at, line] of drawn) if ((at < first || at >= last) && !(typing && at === here.at)) { line.remove(); drawn.delete(at); }
    for (let at = first; at < last; at++) {
        let line = drawn.get(at);
        if (!line) {
            line = draw(at);
            drawn.set(at, line);
            let next = null;
            for (let i = at + 1; i <= last && !next; i++) next = drawn.get(i) ?? null;
            body.insertBefore(line, next);
        }
        line.style.transform = `translateY(${topOf(at)}px)`;
    }
    markOthers();
    paint();
}

function redraw(at) {
    const old = drawn.get(at);
    if (!old || (typing && at === here.at)) return;
    const line = draw(at);
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
    dock(row);
}

// ---- the dock ------------------------------------------------------------------------------------------------

const facts = document.getElementById('desk-facts'), keyLine = document.getElementById('chosen-line');
function dock(row) {
    if (!row) return;
    const { from, to, left, right } = range();
    drawCards(row);
    const lost = (socialBox.hidden ? card : socialCard).cutWords();
    facts.querySelector('[data-name]').textContent = row.name;
    facts.querySelector('[data-place]').textContent = `${number(here.at + 1)} of ${number(rows.length)}; ${lost}`;
    const { own, expected, isLow } = drawing.rates(row), line = facts.querySelector('[data-rate]');
    line.replaceChildren();
    if (given.hasNumbers) {
        if (own === null) line.append('Not seen in search in these weeks.');
        else line.append('Clicked at ', h('b', isLow ? 'low' : '', rate(own)), ...(expected === null ? [] : ['; its places earn ', h('b', '', rate(expected)), ' in this store']), ...(row.upside ? [': ', h('b', '', `${number(row.upside)} ${given.currency}`), ' in 28 days'] : []), '.');
    }
    const lead = facts.querySelector('[data-lead]');
    if (!lead.contains(document.activeElement)) {
        lead.replaceChildren();
        if (row.lead) {
            const title = drawing.willShow(row, 'title'), text = drawing.willShow(row, 'description');
            lead.append('Lead term ', h('b', '', row.lead), ': ');
            const inTitle = holds(title, row.lead), inText = holds(text, row.lead);
            lead.append(h('span', inTitle ? '' : 'fault', inTitle ? 'in the title' : 'not in the title'), ', ', h('span', inText ? '' : 'fault', inText ? 'in the description' : 'not in the description'), '. ');
        } else if (row.page) lead.append('No lead term yet. ');
        if (row.support.length) lead.append(h('span', 'soft', `Also ${row.support.slice(0, 3).join(', ')}${row.support.length > 3 ? ` and ${row.support.length - 3} more` : ''}. `));
        if (mayWrite && row.page) {
            const button = h('button', 'link-like', row.lead ? 'change' : 'set one');
            button.type = 'button';
            button.addEventListener('click', () => askLead());
            lead.append(button);
        }
    }
    const n = (to - from + 1) * (right - left + 1);
    const words = n === 1 ? '' : `${number(n)} ${left === right ? fields()[left] + 's' : 'texts'} selected`;
    keyLine.textContent = [words, ticked.size ? `${number(ticked.size)} ticked` : ''].filter(Boolean).join(', ');
}

/** The lead term of the page in focus, or of all rows of a range, is typed in the dock. */
function askLead() {
    const row = rows.at(here.at);
    if (!row?.page || !mayWrite) return;
    const { from, to } = range(), box = h('input', 'input');
    box.maxLength = 190;
    box.value = row.lead;
    box.setAttribute('aria-label', from === to ? `Lead term of ${row.name}` : `Lead term of ${to - from + 1} pages`);
    const end = () => { facts.querySelector('[data-lead]').replaceChildren(); list.focus(); paint(); };
    box.addEventListener('keydown', async event => {
        if (event.key === 'Escape') end();
        else if (event.key === 'Enter') {
            const pages = [];
            for (let at = from; at <= to && pages.length < 1000; at++) if (rows.at(at)?.page) pages.push(rows.at(at).page);
            await setLeads(pages.map(page => ({ page, term: box.value })));
            end();
        } else return;
        event.preventDefault();
        event.stopPropagation();
    });
    box.addEventListener('blur', () => { if (facts.querySelector('[data-lead]').contains(box)) end(); });
    facts.querySelector('[data-lead]').replaceChildren('Lead term ', box, ' Enter keeps it');
    box.focus();
    box.select();
}
async function setLeads(terms) {
    try {
        // What was typed before it is a step before it.
        await saving.flush();
        const answer = await post(urls.leads, { terms });
        rows.take(answer.rows);
        stack(answer);
        tell(terms.length === 1 ? 'The lead term is kept.' : `${number(terms.length)} lead terms are kept.`);
    } catch (problem) { tell(problem.isFinal ? problem.message : 'The lead term could not be kept just now.'); }
}

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
    for (const { resource, field, saved, author, reason } of data.results) if (!saved && author) clash(wanted.get(`${resource} ${field}`), author); else if (!saved) explain(wanted.get(`${resource} ${field}`), reason);
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

const notices = document.getElementById('notices');
function notice(key, ...children) {
    notices.querySelector(`[data-of="${key}"]`)?.remove();
    const box = h('div', 'notice', ...children);
    box.dataset.of = key;
    box.setAttribute('role', 'alert');
    notices.append(box);
    render();
    return box;
}
function button(words, act) {
    const b = h('button', 'button', words);
    b.type = 'button';
    b.addEventListener('click', act);
    return b;
}
const nameOf = edit => rows.byId(edit.resource)?.name ?? 'a page that is not in view';

/** Someone else saved first. Neither text is lost: ours stands in the history, and the choice is offered here. */
function clash(edit, author) {
    const key = `${edit.resource} ${edit.field}`, row = rows.byId(edit.resource), theirs = row ? row.texts[edit.field].draft ?? row.texts[edit.field].stored : '';
    const close = () => { notices.querySelector(`[data-of="${key}"]`)?.remove(); list.focus(); render(); };
    notice(key,
        h('p', '', h('b', '', `${author} saved the ${edit.field} of ${nameOf(edit)} while you were writing: `), theirs || '(nothing)'), h('p', '', h('b', '', 'Yours: '), edit.text || '(nothing)'),
        button('Save mine', () => { saving.add('typed', [{ ...edit, revision: row?.texts[edit.field].revision ?? 0 }]); close(); }), ' ', button('Take theirs', close));
}
function explain(edit, reason) {
    const key = `${edit.resource} ${edit.field}`, row = rows.byId(edit.resource);
    if (row) row.texts[edit.field].typed = edit.text;
    const forget = () => { problems.delete(key); if (row) delete row.texts[edit.field].typed; notices.querySelector(`[data-of="${key}"]`)?.remove(); rows.fetch([edit.resource]); standing(); list.focus(); render(); };
    notice(key, h('p', '', h('b', '', `The ${FIELDS[edit.field].words} of ${nameOf(edit)} was not saved. `), reason), h('p', '', edit.text), button('Drop it', forget), ' ',
        button('Write on', () => { problems.delete(key); notices.querySelector(`[data-of="${key}"]`)?.remove(); const at = rows.placeOf(edit.resource); if (at >= 0) { go(at, Math.max(0, fields().indexOf(edit.field))); type(edit.text); } }));
    came([edit.resource]);
}

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

const editor = h('textarea', 'desk-typing');
editor.rows = 1;
editor.autocomplete = 'off';
editor.spellcheck = true;
/** Begins to type into the text that has the focus; with the text that it begins with, or what stands there. */
function type(text = null, isAll = false) {
    const row = rows.at(here.at), field = fieldHere();
    if (!mayWrite || !row || typing) return;
    anchor = { ...here };
    typing = { id: row.id, at: here.at, field, was: row.texts[field].typed };
    renderNow();
    const box = drawn.get(here.at)?.querySelector(`.desk-cell[data-field="${field}"]`);
    if (!box) { typing = null; return; }
    editor.value = text ?? rows.text(row, field);
    editor.maxLength = given.longest[field];
    editor.setAttribute('aria-label', `${labelOf(field)} of ${row.name}`);
    editor.className = `desk-typing of-${FIELDS[field].look}`;
    box.classList.add('typing');
    box.querySelector('.next').append(editor);
    editor.focus({ preventScroll: true });
    if (isAll) editor.select(); else editor.setSelectionRange(editor.value.length, editor.value.length);
    if (text !== null) follow();
}
function follow() {
    const row = rows.byId(typing.id);
    row.texts[typing.field].typed = tidy(typing.field, editor.value);
    const line = drawn.get(typing.at), m = drawing.measure(row, typing.field);
    line?.querySelector('.px-ruler')?.set(m);
    const px = line?.querySelector(`.desk-cell[data-field="${typing.field}"] .next .px`);
    if (px) { px.textContent = FIELDS[typing.field].isMeasured ? Math.round(m.px) : m.characters; px.classList.toggle('over', m.isOver); }
    drawCards(row);
}
/** Ends typing: keeps what was typed, or leaves the text as it was. */
function end(isKept) {
    if (!typing) return;
    const { id, at, field, was } = typing, row = rows.byId(id), text = tidy(field, editor.value);
    typing = null;
    if (was === undefined) delete row.texts[field].typed; else row.texts[field].typed = was;
    editor.remove();
    if (isKept && text !== tidy(field, rows.text(row, field))) change('typed', [{ row, field, text }]);
    redraw(at);
    render();
}
editor.addEventListener('input', follow);
editor.addEventListener('blur', () => end(true));
editor.addEventListener('keydown', event => {
    if (event.isComposing) return;
    const key = event.key, isCommand = event.ctrlKey || event.metaKey;
    const move = (rowsBy, columnsBy) => { end(true); step(rowsBy, columnsBy); list.focus({ preventScroll: true }); };
    if (key === 'Enter' && event.altKey && typing.field === 'intro') { editor.setRangeText('\n', editor.selectionStart, editor.selectionEnd, 'end'); follow(); }
    else if (key === 'Enter' && isCommand) { end(true); list.focus({ preventScroll: true }); ready(); }
    else if (key === 'Enter') move(event.shiftKey ? -1 : 1, 0);
    else if (key === 'Tab') move(0, event.shiftKey ? -1 : 1);
    else if (key === 'Escape') { end(false); list.focus({ preventScroll: true }); }
    else if ((key === 'ArrowDown' || key === 'ArrowUp') && looksLikeTitle(typing.field) && !event.shiftKey && !event.altKey) move(key === 'ArrowDown' ? 1 : -1, 0);
    else if (key.toLowerCase() === 's' && isCommand) { end(true); list.focus({ preventScroll: true }); }
    else if (key === 'Backspace' && event.altKey) { const row = rows.byId(typing.id); editor.value = row.texts[typing.field].stored; follow(); }
    else if (key === 'F1') help();
    else return;
    event.preventDefault();
    event.stopPropagation();
});

/** To the next text: down its column, or on through the fields to the next row. */
function step(rowsBy, columnsBy) {
    let column = here.column + columnsBy, at = here.at + rowsBy;
    if (column >= fields().length) { column = 0; at++; } else if (column < 0) { column = fields().length - 1; at--; }
    if (at < 0 || at >= rows.length) return;
    go(at, column);
}

async function everyRow(from, to) {
    const missing = [];
    for (let at = from; at <= to; at++) if (!rows.at(at)) missing.push(rows.order[at]);
    if (missing.length) { tell(`Fetching ${number(missing.length)} rows …`); await rows.fetch(missing); tell(''); }
    const found = rows.order.slice(from, to + 1).map(id => rows.byId(id));
    if (found.every(Boolean)) return found;
    // With one missing, what is pasted would stand on the wrong pages.
    tell('Some rows could not be fetched; nothing was changed.');
    return [];
}
const isTooMany = () => { const { from, to, left, right } = range(); const n = (to - from + 1) * (right - left + 1); if (n > MOST) tell(`${number(n)} texts are more than can be changed at once here (${number(MOST)}). A recipe or a spreadsheet takes them all.`); return n > MOST; };
/** Changes every text of the range. */
async function changeRange(action, textOf) {
    if (!mayWrite || isTooMany()) return;
    const { from, to, left, right } = range(), edits = [], all = await everyRow(from, to);
    if (!all.length) return;
    for (const row of all) for (let column = left; column <= right; column++) edits.push({ row, field: fields()[column], text: textOf(row, fields()[column]) });
    change(action, edits);
}

async function fillDown() {
    if (!mayWrite || isTooMany()) return;
    let { from, to, left, right } = range();
    if (from === to) { if (from === 0) return; from--; }
    const all = await everyRow(from, to), edits = [];
    if (!all.length) return;
    for (const row of all.slice(1)) for (let column = left; column <= right; column++) edits.push({ row, field: fields()[column], text: rows.text(all[0], fields()[column]) });
    change('filled', edits);
}

async function cells() {
    const { from, to, left, right } = range();
    return (await everyRow(from, to)).map(row => fields().slice(left, right + 1).map(field => rows.text(row, field)));
}
async function copy(event, isCut) {
    if (isTooMany()) { event.preventDefault(); return; }
    const { from, to } = range();
    event.preventDefault();
    let isHere = true;
    for (let at = from; at <= to; at++) isHere &&= !!rows.at(at);
    const { left, right } = range();
    if (isHere) event.clipboardData.setData('text/plain', format(rows.order.slice(from, to + 1).map(id => fields().slice(left, right + 1).map(field => rows.text(rows.byId(id), field)))));
    else {
        const all = await cells();
        if (!all.length) return;
        await navigator.clipboard.writeText(format(all));
    }
    const n = (to - from + 1) * (right - left + 1);
    tell(`${number(n)} ${n === 1 ? 'text' : 'texts'} copied.`);
    if (isCut) changeRange('cut', () => '');
}
async function paste(event) {
    event.preventDefault();
    const grid = parse(event.clipboardData.getData('text/plain'));
    if (!grid.length || !mayWrite) return;
    const { from, to, left, right } = range(), edits = [];
    let lost = 0;
    if (grid.length === 1 && grid[0].length === 1 && (from !== to || left !== right)) { await changeRange('pasted', () => grid[0][0]); return; }
    const all = await everyRow(from, Math.min(rows.length - 1, from + grid.length - 1));
    if (!all.length) return;
    grid.forEach((cellsOf, down) => cellsOf.forEach((text, across) => {
        const row = all[down], field = fields()[left + across];
        if (row && field) edits.push({ row, field, text: text.slice(0, 5000) }); else lost++;
    }));
    if (edits.length > MOST) { tell(`${number(edits.length)} texts are more than can be pasted at once (${number(MOST)}). Spreadsheets take files of any length.`); return; }
    change('pasted', edits);
    here = { at: Math.min(rows.length - 1, from + grid.length - 1), column: Math.min(fields().length - 1, left + Math.max(...grid.map(row => row.length)) - 1) };
    anchor = { at: from, column: left };
    render();
    tell(`${number(edits.length)} ${edits.length === 1 ? 'text' : 'texts'} pasted.${lost ? ` ${number(lost)} found no place: the list ends here.` : ''}`);
}
for (const [name, act] of [['copy', event => copy(event, false)], ['cut', event => copy(event, true)], ['paste', paste]]) document.addEventListener(name, event => { if (document.activeElement === list) act(event); });

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
/** Repairs the first fault that has a repair, in every text of the range. */
async function mend() {
    if (!mayWrite || isTooMany()) return;
    const { from, to, left, right } = range(), wanted = new Map();
    for (const row of await everyRow(from, to)) for (const field of fields().slice(left, right + 1)) {
        const kind = row.texts[field].checks.map(key => given.checks[key].repair).find(Boolean);
        if (kind) wanted.set(`${kind} ${field}`, [...wanted.get(`${kind} ${field}`) ?? [], row.id]);
    }
    if (!wanted.size) { tell('Nothing here that mends by itself.'); return; }
    for (const [key, ids] of wanted) {
        const [kind, field] = key.split(' ');
        try {
            const { edits } = await post(urls.bulk, { kind, fields: [field], scope: 'rows', rows: ids });
            if (!edits.length) { tell('It cannot be mended by itself: no word to cut at.'); continue; }
            change(kind === 'fit' ? 'fitted' : kind === 'tidy' ? 'tidied' : 'brand', edits.map(edit => ({ row: rows.byId(edit.resource), field: edit.field, text: edit.text })));
            tell(`${number(edits.length)} ${edits.length === 1 ? 'text is' : 'texts are'} mended; Ctrl Z takes it back.`);
        } catch (problem) { tell(problem.isFinal ? problem.message : 'The server could not be reached; nothing was mended.'); }
    }
}
/** A sheet about the text in focus, as the server tells it; its forms act in place. */
async function openSheet(path) {
    const row = rows.at(here.at), sheet = document.getElementById('beside-sheet'), body = document.getElementById('beside-body');
    if (!row) return;
    await saving.flush();
    const show = async (where, request) => {
        const answer = await fetch(where, request).catch(() => null);
        if (!answer?.ok) { tell('That could not be told just now. Try again.'); return false; }
        body.innerHTML = await answer.text();
        htmx.process(body);
        return true;
    };
    body.onsubmit = async event => {
        if (event.target.dataset.fault === undefined) return;
        event.preventDefault();
        await show(event.target.action, { method: 'POST', body: new FormData(event.target, event.submitter) });
        rows.fetch([row.id]);
        document.body.dispatchEvent(new CustomEvent('texts-saved'));
    };
    if (await show(path(row), {}) && !sheet.open) sheet.showModal();
}
/** Why the text in focus is said to be faulty, what would mend it, and letting it pass. */
const openFaults = () => openSheet(row => `${urls.faults}${row.id}/${fieldHere()}`);
/** Terms, facts and numbers of the page in focus. */
const openGlance = () => openSheet(row => `${urls.glance}${row.id}`);
/** Three texts for the one in focus, by a wording source. */
const openSuggest = () => given.mayWrite && openSheet(row => `${urls.suggest}${row.id}?field=${fieldHere()}`);
function help() { document.getElementById('keys-sheet').showModal(); }
function openDossier() { drawn.get(here.at)?.querySelector('a.name')?.click(); }

list.addEventListener('keydown', event => {
    if (event.target !== list || event.isComposing || !rows.length) return;
    const key = event.key, isCommand = event.ctrlKey || event.metaKey, page = Math.max(1, Math.floor((list.clientHeight - HEAD) / height()) - 1);
    const move = (at, column) => go(at, column, event.shiftKey);
    if (isCommand && key === 'Enter') ready();
    else if (isCommand && key.toLowerCase() === 'a') { const isColumn = range().from === 0 && range().to === rows.length - 1; anchor = { at: 0, column: isColumn ? 0 : here.column }; here = { at: rows.length - 1, column: isColumn ? fields().length - 1 : here.column }; paint(); }
    else if (isCommand && key.toLowerCase() === 'd') fillDown();
    else if (isCommand && !event.shiftKey && key.toLowerCase() === 'z') turn('undo');
    else if (isCommand && (key.toLowerCase() === 'y' || key.toLowerCase() === 'z')) turn('redo');
    else if (isCommand && key.toLowerCase() === 's') saving.flush();
    else if (isCommand && key.toLowerCase() === 'h') bulk && bulk.open(ticked.size > 0);
    else if (isCommand && key === '.') turnCard();
    else if (isCommand && key === ' ') { const ids = rows.order.slice(range().from, range().to + 1); tick(ids, !ids.every(id => ticked.has(id))); }
    else if (isCommand && (key === 'Home' || key === 'End')) move(key === 'Home' ? 0 : rows.length - 1, here.column);
    else if (isCommand || event.altKey) {
        if (event.altKey && key === 'Backspace') changeRange('as-shop', (row, field) => row.texts[field].stored);
        else if (event.altKey && key.toLowerCase() === 'd') openDossier();
        else if (event.altKey && key.toLowerCase() === 'f') openFaults();
        else if (event.altKey && key.toLowerCase() === 'g') openSuggest();
        else if (event.altKey && key.toLowerCase() === 'i') openGlance();
        else if (event.altKey && key.toLowerCase() === 'l') askLead();
        else if (event.altKey && key.toLowerCase() === 'm') mend();
        else return;
    } else if (key === 'ArrowDown') move(here.at + 1, here.column);
    else if (key === 'ArrowUp') move(here.at - 1, here.column);
    else if (key === 'ArrowLeft') move(here.at, here.column - 1);
    else if (key === 'ArrowRight') move(here.at, here.column + 1);
    else if (key === 'PageDown') move(here.at + page, here.column);
    else if (key === 'PageUp') move(here.at - page, here.column);
    else if (key === 'Home') move(here.at, 0);
    else if (key === 'End') move(here.at, fields().length - 1);
    else if (key === 'Enter') step(event.shiftKey ? -1 : 1, 0);
    else if (key === 'Tab') { const isOut = event.shiftKey ? here.at === 0 && here.column === 0 : here.at === rows.length - 1 && here.column === fields().length - 1; if (isOut) return; step(0, event.shiftKey ? -1 : 1); }
    else if (key === 'F2') type();
    else if (key === 'F1' || key === '?') help();
    else if (key === 'Delete' || key === 'Backspace') changeRange('cleared', () => '');
    else if (key === 'Escape') { anchor = { ...here }; paint(); }
    else if ([...key].length === 1) type(key);
    else return;
    event.preventDefault();
});

let pulling = false, pressed = null, isTouch = false;
list.addEventListener('pointerdown', event => {
    const box = event.target.closest('.desk-cell');
    if (!box || event.button !== 0 || event.target === editor) return;
    // A finger may be about to scroll: it means a text when it is lifted where it came down (click, below).
    isTouch = event.pointerType === 'touch';
    if (isTouch) return;
    const at = Number(box.closest('.desk-row').dataset.at), column = fields().indexOf(box.dataset.field);
    const isAgain = !event.shiftKey && at === here.at && column === here.column && anchor.at === at && anchor.column === column && document.activeElement === list;
    if (typing) end(true);
    list.focus({ preventScroll: true });
    go(at, column, event.shiftKey);
    event.preventDefault();
    if (isAgain || isPhone.matches) { type(); return; }
    pulling = true;
});
list.addEventListener('pointermove', event => {
    if (!pulling) return;
    const box = document.elementFromPoint(event.clientX, event.clientY)?.closest('.desk-cell');
    if (box) { const at = Number(box.closest('.desk-row').dataset.at), column = fields().indexOf(box.dataset.field); if (at !== here.at || column !== here.column) go(at, column, true); }
    const edge = list.getBoundingClientRect();
    if (event.clientY > edge.bottom - 20) list.scrollTop += height();
    else if (event.clientY < edge.top + HEAD + 20) list.scrollTop -= height();
});
addEventListener('pointerup', () => { pulling = false; });
list.addEventListener('dblclick', event => { if (event.target.closest('.desk-cell')) type(); });
list.addEventListener('click', event => {
    const text = isTouch && event.target !== editor ? event.target.closest('.desk-cell') : null;
    if (text) { if (typing) end(true); go(Number(text.closest('.desk-row').dataset.at), fields().indexOf(text.dataset.field)); type(); return; }
    const box = event.target.closest('.desk-row .pick input');
    if (!box) return;
    const at = Number(box.closest('.desk-row').dataset.at);
    const from = event.shiftKey && pressed !== null ? Math.min(pressed, at) : at, to = event.shiftKey && pressed !== null ? Math.max(pressed, at) : at;
    tick(rows.order.slice(from, to + 1), box.checked);
    pressed = at;
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
document.getElementById('beside-sheet')?.addEventListener('keydown', event => {
    if (!event.ctrlKey && !event.altKey && !event.metaKey && !event.target.matches('input, textarea, select')) document.querySelector(`#beside-sheet [data-take="${event.key}"]`)?.click();
});
document.getElementById('beside-sheet')?.addEventListener('close', () => list.focus());
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
    if (isWide) { tell('Both shapes of the card stand beside the list.'); return; }
    card.next();
    layout();
}
function layout() {
    for (const name of ['both', 'titles', 'descriptions']) desk.classList.toggle(`shows-${name}`, name === mode().shape);
    desk.classList.toggle('is-tall', mode().isTall === true);
    desk.dataset.card = card.shape;
    const select = document.getElementById('desk-shows');
    if (select) select.value = show;
    for (const [, line] of drawn) line.remove();
    drawn.clear();
    for (const head of desk.querySelectorAll('[data-head]')) head.hidden = head.dataset.head !== show;
    renderNow();
}

/** Which figures stand beside the texts, in which order, and how wide titles are: kept for the person. */
const columns = document.getElementById('columns-form'), columnList = document.getElementById('column-list');
function listColumns() {
    const rest = Object.keys(FIGURES).filter(name => !figures.chosen.includes(name));
    columnList.replaceChildren(...[...figures.chosen, ...rest].map(name => {
        const box = h('input'), line = h('li', '', h('label', '', box, ` ${figures.label(name)}`)), at = figures.chosen.indexOf(name);
        box.type = 'checkbox';
        box.checked = at >= 0;
        box.addEventListener('change', () => { figures.chosen = box.checked ? [...figures.chosen, name] : figures.chosen.filter(one => one !== name); keepColumns(name); });
        for (const [to, sign, word] of at < 0 ? [] : [[at - 1, '↑', 'earlier'], [at + 1, '↓', 'later']]) {
            const button = h('button', 'button', sign);
            button.type = 'button';
            button.disabled = to < 0 || to >= figures.chosen.length;
            button.setAttribute('aria-label', `${figures.label(name)} ${word}`);
            button.addEventListener('click', () => { figures.chosen.splice(at, 1); figures.chosen.splice(to, 0, name); keepColumns(name, word); });
            line.append(button);
        }
        line.dataset.name = name;
        return line;
    }));
}
async function keepColumns(name, word) {
    listColumns();
    const line = columnList.querySelector(`[data-name="${name}"]`);
    (word && line?.querySelector(`button[aria-label$="${word}"]:not(:disabled)`) || line?.querySelector('input'))?.focus();
    figures.fit(desk);
    figures.heads(desk);
    layout();
    try { await post(urls.view, { figures: figures.chosen, width: figures.width }); } catch { tell('The columns could not be kept just now.'); }
}
columns?.addEventListener('submit', event => event.preventDefault());
columns?.elements.width.addEventListener('change', event => { figures.width = Number(event.target.value); keepColumns(); });

/** What others save, mark as ready or release comes in by itself, where nobody is typing. */
document.body.addEventListener('follow-texts', async () => {
    await saving.flush();
    const first = Math.floor(list.scrollTop / height()), last = Math.ceil((list.scrollTop + list.clientHeight) / height());
    rows.fetch(rows.order.slice(Math.max(0, first), last + 1).filter(id => rows.byId(id)));
});
/** Who else is on the desk, and on which text; told every few seconds while the page is looked at. */
let others = new Map(), toldOf = '';
function markOthers() {
    for (const [at, line] of drawn) line.dataset.with = (others.get(rows.order[at]) ?? []).map(one => one.name).join(', ');
    const beside = (others.get(rows.order[here.at]) ?? []).filter(one => one.field === fieldHere()).map(one => one.name).join(', ');
    if (beside && typing && toldOf !== `${beside} ${typing.id}`) { toldOf = `${beside} ${typing.id}`; tell(`${beside} is in this text, too. Whoever saves second is asked which one stays.`); }
}
async function tellWhere() {
    const row = rows.at(here.at);
    if (!mayWrite || document.hidden || !row) return;
    const told = await post(urls.here, { resource: row.id, field: fieldHere() }).catch(() => null);
    if (!told) return;
    others = Map.groupBy ? Map.groupBy(told.others, one => one.resource) : told.others.reduce((map, one) => map.set(one.resource, [...map.get(one.resource) ?? [], one]), new Map());
    markOthers();
}
setInterval(tellWhere, 5000);
addEventListener('beforeunload', event => { if (typing) end(true); if (problems.size) event.preventDefault(); });

figures.fit(desk);
figures.heads(desk);
if (columnList) listColumns();
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
