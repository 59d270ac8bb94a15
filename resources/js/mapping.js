/** The mapping screen: a click on a value of the shop's answer gives its place to the field that was chosen last. */
const form = document.getElementById('mapping');
const json = form.querySelector('.json[data-items]');
const hint = form.querySelector('[data-map-hint]');
const places = () => [...form.querySelectorAll('input[data-base]')];
let chosen = null;

const steps = text => (text === '' ? [] : text.slice(1).split('/'));
const starts = (at, base) => base.every((step, i) => at[i] === step);
const join = list => list.map(step => '/' + step).join('');

/** Where the things begin that a field's place is counted from: the answer, the first entry of the list, or the item in it. */
function base(kind) {
    if (kind === 'answer') return [];
    const entry = [...steps(document.getElementById('f-items').value), '0'];
    return kind === 'entry' ? entry : [...entry, ...steps(document.getElementById('f-inside').value)];
}

/** Marks each value that a field has, and which field that is. */
function mark() {
    if (!json) return;
    for (const tag of json.querySelectorAll('.j-tag')) tag.remove();
    for (const value of json.querySelectorAll('.j-val')) value.classList.remove('is-used', 'is-now');
    for (const field of places()) {
        if (field.value === '' || field.value.startsWith('{')) continue;
        const at = join([...base(field.dataset.base), ...steps(field.value)]);
        const value = json.querySelector(`.j-val[data-at="${CSS.escape(at)}"]`);
        if (!value) continue;
        value.classList.add('is-used');
        value.classList.toggle('is-now', field === chosen);
        const tag = document.createElement('span');
        tag.className = 'j-tag';
        tag.textContent = field.dataset.name ?? field.closest('label')?.firstChild.textContent.trim() ?? '';
        value.after(tag);
    }
}

function choose(field) {
    chosen = field;
    for (const row of form.querySelectorAll('.map-fields tr')) row.classList.toggle('is-here', row.contains(field));
    if (hint && json) hint.replaceChildren('Click a value to give it to ', Object.assign(document.createElement('b'), { textContent: field.dataset.name ?? 'this field' }), '.');
    mark();
}

form.addEventListener('focusin', event => { if (event.target.matches?.('input[data-base]')) choose(event.target); });
form.addEventListener('input', event => { if (event.target.matches?.('input[data-base]')) mark(); });
json?.addEventListener('click', event => {
    const value = event.target.closest('.j-val');
    if (!value) return;
    if (!chosen) choose(document.getElementById('r-title'));
    const at = steps(value.dataset.at);
    const from = base(chosen.dataset.base);
    if (!starts(at, from) || (chosen.dataset.base !== 'answer' && at.length === from.length)) {
        hint.textContent = 'That stands outside of the first item; choose a value inside of it.';
        return;
    }
    chosen.value = join(at.slice(from.length));
    const write = document.getElementById(chosen.dataset.writes ?? '');
    // Most shops take a text where they tell it.
    if (write && write.value === '') write.value = join([...steps(document.getElementById('f-inside').value), ...steps(chosen.value)]);
    const fields = places().filter(field => field.closest('.map-fields'));
    const next = fields[fields.indexOf(chosen) + 1];
    mark();
    if (next) choose(next);
});

const signIn = document.getElementById('sign-in');
const showSignIn = () => { for (const part of form.querySelectorAll('[data-for]')) part.hidden = !part.dataset.for.split(' ').includes(signIn.value); };
signIn.addEventListener('change', showSignIn);
showSignIn();
mark();
