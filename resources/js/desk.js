/** The writing desk: measures while one types, saves what was typed, moves by keyboard, and tells of clashes. */
import { Ruler, collapse } from 'asset:ruler.js';
import { drawCards } from 'asset:card.js';
import { signedOut } from 'asset:frame.js';

const desk = document.getElementById('desk');
const savedLine = document.getElementById('saved-line');
const token = () => document.querySelector('meta[name="csrf-token"]').content;
const mayWrite = desk.dataset.mayWrite === 'yes';
const limits = JSON.parse(desk.dataset.limits);
const ruler = await Ruler.load(desk.dataset.widths);
const slots = market => ({
    title: { fontSize: 20, lineWidth: market.title_width, lines: 1 },
    description: { fontSize: 14, lineWidth: market.description_width, lines: 2 },
});

/** What a searcher would get for what stands in the box: unchanged, what is shown now; else the text and the theme's suffix. */
function willShow(input) {
    const typed = collapse(input.value);
    if (typed === collapse(input.dataset.stored)) return input.dataset.shown;
    return typed === '' ? '' : typed + input.dataset.suffix;
}

function measure(input) {
    const row = input.closest('tr'), field = input.dataset.field, market = limits[row.dataset.market];
    input.dataset.isMeasured = 'yes';
    const shown = willShow(input), slot = slots(market)[field];
    const room = slot.lineWidth * slot.lines - ruler.pixels(shown, slot.fontSize);
    const isOver = ruler.fit(shown, slot).lost !== '';
    const left = row.querySelector(`[data-left="${field}"]`);
    row.querySelector(`[data-characters="${field}"]`).textContent = ruler.characters(shown) || '';
    left.textContent = shown === '' ? '–' : Math.round(room);
    left.classList.toggle('over', isOver);
    left.title = isOver ? 'Pixels left: the text is cut off' : 'Pixels left';
}

function show(input) {
    const row = input.closest('tr');
    for (const other of desk.querySelectorAll('tr.is-here')) if (other !== row) other.classList.remove('is-here');
    row.classList.add('is-here');
    const value = field => willShow(row.querySelector(`[data-field="${field}"]`));
    document.getElementById('side-name').textContent = row.dataset.name;
    drawCards(document.getElementById('side-card'), ruler, { title: value('title'), description: value('description'), url: row.dataset.url }, limits[row.dataset.market]);
}

let underWay = 0;
const unsaved = new Set();
function tell() {
    savedLine.textContent = underWay ? 'Saving …' : unsaved.size ? `${unsaved.size} not saved` : 'All saved';
    savedLine.classList.toggle('is-hand', unsaved.size > 0 && underWay === 0);
}

/** A server that is away, starting anew or overrun: the same text can be sent again, since a save names the revision it is of. */
const isAway = status => [429, 502, 503, 504].includes(status);
const SHORTEST_WAIT = 2000, LONGEST_WAIT = 30000;
let again = null, wait = SHORTEST_WAIT;
function saveLater() {
    again ??= setTimeout(saveWhatIsLeft, wait);
    wait = Math.min(LONGEST_WAIT, wait * 2);
}
async function saveWhatIsLeft() {
    clearTimeout(again);
    again = null;
    for (const input of [...unsaved]) {
        await save(input);
        if (again) return;
    }
}
addEventListener('online', () => { if (again) saveWhatIsLeft(); });
document.addEventListener('visibilitychange', () => { if (!document.hidden && again) saveWhatIsLeft(); });
document.addEventListener('signed-in-again', saveWhatIsLeft);

/** One save at a time for a text: a later one waits for the earlier one's revision. */
const chains = new WeakMap();
function save(input) {
    if (!mayWrite) return Promise.resolve();
    const next = (chains.get(input) ?? Promise.resolve()).then(() => send(input));
    chains.set(input, next);
    return next;
}

async function send(input) {
    const text = collapse(input.value);
    if (text === collapse(input.dataset.saved)) { unsaved.delete(input); tell(); return; }
    const row = input.closest('tr');
    underWay++;
    unsaved.add(input);
    tell();
    try {
        const answer = await fetch(`${desk.dataset.save}/${row.dataset.row}/${input.dataset.field}`, {
            method: 'POST',
            headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': token() },
            body: JSON.stringify({ text, revision: Number(input.dataset.revision) }),
        });
        if (answer.status === 401 || answer.status === 419) { signedOut(); return; }
        if (isAway(answer.status)) throw new Error(`The server answered ${answer.status}.`);
        const data = await answer.json();
        wait = SHORTEST_WAIT;
        if (answer.status === 409 && data.author) { clash(input, data); return; }
        if (!answer.ok) { problem(input, data.reason ?? data.message ?? `The server answered ${answer.status}.`); return; }
        taken(input, data);
    } catch {
        problem(input, 'The server could not be reached. What you typed is still here and is saved as soon as the server is back.');
        saveLater();
    } finally {
        underWay--;
        tell();
    }
}

function taken(input, data) {
    const row = input.closest('tr');
    unsaved.delete(input);
    if (collapse(input.value) === collapse(input.dataset.saved) || collapse(input.value) === data.text || document.activeElement !== input) input.value = data.text;
    input.dataset.saved = data.text;
    input.dataset.revision = data.revision;
    input.dataset.draft = data.isDraft ? 'yes' : 'no';
    input.classList.toggle('is-draft', data.isDraft);
    input.removeAttribute('aria-invalid');
    row.querySelector('[data-state]').textContent = data.state;
    const checks = row.querySelector(`[data-checks-of="${input.dataset.field}"]`);
    checks.textContent = data.checks.length ? `${input.dataset.field[0].toUpperCase()}${input.dataset.field.slice(1)}: ${data.checks[0]}` : '';
    checks.title = data.checks.join(', ');
    clearNotice(row, input.dataset.field);
    measure(input);
    document.body.dispatchEvent(new CustomEvent('texts-saved', { bubbles: true }));
}

function notice(input) {
    const row = input.closest('tr');
    clearNotice(row, input.dataset.field);
    const extra = document.createElement('tr');
    extra.className = 'clash-row';
    extra.dataset.noticeOf = row.dataset.row + input.dataset.field;
    const cell = document.createElement('td');
    cell.colSpan = 7;
    cell.setAttribute('role', 'alert');
    extra.append(cell);
    row.after(extra);
    return cell;
}

function clearNotice(row, field) {
    desk.querySelector(`[data-notice-of="${row.dataset.row}${field}"]`)?.remove();
}

function problem(input, words) {
    notice(input).textContent = words;
    input.setAttribute('aria-invalid', 'true');
}

/** Someone else saved first. Neither text is lost: ours stands in the history, and the choice is offered here. */
function clash(input, data) {
    const mine = collapse(input.value);
    const cell = notice(input);
    const line = (label, text) => {
        const p = document.createElement('p');
        const b = document.createElement('b');
        b.textContent = label + ' ';
        p.append(b, text === '' ? '(nothing)' : text);
        return p;
    };
    const button = (label, act) => {
        const b = document.createElement('button');
        b.type = 'button';
        b.className = 'button';
        b.textContent = label;
        b.addEventListener('click', act);
        return b;
    };
    input.dataset.revision = data.revision;
    cell.append(
        line(`${data.author} saved this ${input.dataset.field} while you were writing:`, data.text), line('Yours:', mine),
        button('Save mine', () => { input.dataset.saved = data.text; input.value = mine; save(input); input.focus(); }), ' ',
        button('Take theirs', () => { input.value = data.text; taken(input, { ...data, checks: data.checks ?? [] }); input.focus(); }),
    );
}

function go(input, steps) {
    const all = [...desk.querySelectorAll(`.type[data-field="${input.dataset.field}"]`)];
    const next = all[all.indexOf(input) + steps];
    if (next) { next.focus(); next.select(); } else if (steps > 0) save(input);
}

let typed = null, waits = null;
function follow() {
    waits = null;
    measure(typed);
    show(typed);
    tell();
}
desk.addEventListener('input', event => {
    const input = event.target.closest('.type');
    if (!input) return;
    if (collapse(input.value) === collapse(input.dataset.saved)) unsaved.delete(input); else unsaved.add(input);
    typed = input;
    // What is typed stands at once; what it measures follows four times a second, so that a key costs no more than in a plain box (bench/typing.mjs).
    waits ??= setTimeout(follow, 250);
});
desk.addEventListener('focusin', event => { const input = event.target.closest('.type'); if (input) show(input); });
desk.addEventListener('focusout', event => { const input = event.target.closest('.type'); if (input) save(input); });
desk.addEventListener('keydown', event => {
    const input = event.target.closest('.type');
    if (!input || event.isComposing) return;
    const key = event.key;
    if (key === 'Enter' && (event.ctrlKey || event.metaKey)) {
        input.closest('tr').querySelector('.pick').checked = true;
        save(input);
        go(input, 1);
    } else if (key === 'Enter' || key === 'ArrowDown') go(input, 1);
    else if (key === 'ArrowUp') go(input, -1);
    else if (key.toLowerCase() === 's' && (event.ctrlKey || event.metaKey)) save(input);
    else if (key === 'Escape') { input.value = input.dataset.saved; input.dispatchEvent(new Event('input', { bubbles: true })); }
    else if (key === 'Backspace' && event.altKey) { input.value = input.dataset.stored; input.dispatchEvent(new Event('input', { bubbles: true })); save(input); }
    else return;
    event.preventDefault();
});
/** What others save, mark as ready or release comes in by itself, where nobody is typing. */
async function refresh() {
    const answer = await fetch(location.href);
    if (!answer.ok || answer.redirected) return;
    const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
    for (const row of desk.querySelectorAll('tr[data-row]')) {
        const fresh = page.querySelector(`tr[data-row="${row.dataset.row}"]`);
        if (!fresh) continue;
        for (const input of row.querySelectorAll('.type')) {
            const now = fresh.querySelector(`.type[data-field="${input.dataset.field}"]`);
            if (unsaved.has(input) || input === document.activeElement || input.dataset.revision === now.dataset.revision && input.dataset.shown === now.dataset.shown) continue;
            for (const key of Object.keys(now.dataset)) input.dataset[key] = now.dataset[key];
            input.value = now.dataset.saved;
            input.classList.toggle('is-draft', now.dataset.draft === 'yes');
            const shown = input.previousElementSibling, nowShown = now.previousElementSibling;
            [shown.textContent, shown.title, shown.className] = [nowShown.textContent, nowShown.title, nowShown.className];
            measure(input);
        }
        row.lastElementChild.replaceChildren(...fresh.lastElementChild.childNodes);
    }
}
document.body.addEventListener('follow-texts', () => { if (underWay === 0) refresh(); });
addEventListener('beforeunload', event => { if (unsaved.size) event.preventDefault(); });
for (const input of desk.querySelectorAll('.type')) measure(input);
document.addEventListener('rows-added', () => { for (const input of desk.querySelectorAll('.type')) if (!input.dataset.isMeasured) measure(input); });
desk.querySelector('.type')?.focus({ preventScroll: true });
desk.dataset.isReady = 'yes';
