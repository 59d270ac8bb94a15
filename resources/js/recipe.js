/**
 * The recipe builder: rows and a notation of one recipe. Whichever was edited last is read by the server, whose answer
 * brings the other one up to date beside what the recipe writes.
 */
const form = document.getElementById('recipe');
const list = document.getElementById('parts');
const typed = document.getElementById('notation');
const told = document.getElementById('notation-told');
const template = document.getElementById('part-template');
const sample = document.getElementById('recipe-sample');
const edited = document.getElementById('edited');
let number = list.children.length;

document.getElementById('add-part').addEventListener('click', () => {
    if (list.children.length >= 60) return;
    const box = document.createElement('template');
    box.innerHTML = template.innerHTML.replaceAll('NUMBER', String(++number));
    const part = box.content.firstElementChild;
    list.append(part);
    part.querySelector('select').focus();
    changed();
});
list.addEventListener('click', event => {
    const button = event.target.closest('button');
    if (!button) return;
    const part = button.closest('li');
    if (button.dataset.up !== undefined) part.previousElementSibling?.before(part);
    if (button.dataset.down !== undefined) part.nextElementSibling?.after(part);
    if (button.dataset.remove !== undefined && list.children.length > 1) part.remove();
    else button.focus();
    changed();
});
// Told before htmx reads the form: both hear the same event, the capture comes first.
form.addEventListener('input', event => {
    if (event.target === typed) edited.value = 'notation';
    else if (list.contains(event.target)) edited.value = 'parts';
}, true);

/** The preview follows parts that are moved or taken away, too. */
function changed() {
    edited.value = 'parts';
    numberParts();
    form.dispatchEvent(new CustomEvent('parts-changed'));
}

/** The server reads parts in the order of their numbers. */
function numberParts() {
    [...list.children].forEach((part, place) => {
        for (const field of part.querySelectorAll('[name]')) field.name = field.name.replace(/^parts\[[^\]]*\]/, `parts[${place}]`);
    });
}

// An earlier version is typed into the builder; saving makes a new version of it.
for (const button of document.querySelectorAll('[data-again]')) button.addEventListener('click', () => {
    typed.value = button.dataset.again;
    typed.dispatchEvent(new Event('input', { bubbles: true }));
    typed.focus();
});
form.addEventListener('submit', numberParts);
sample.addEventListener('htmx:after:swap', takeOver);
document.addEventListener('htmx:after:swap', event => { if (event.target === document.body || event.target === form) takeOver(); });

/** Takes over what the answer made of the half that was not edited, unless it is being edited by now. */
function takeOver() {
    const notation = sample.querySelector('template[data-notation]');
    if (notation && edited.value === 'parts') typed.value = notation.dataset.notation;
    const rows = sample.querySelector('template[data-rows]');
    if (rows && edited.value === 'notation' && !list.contains(document.activeElement)) {
        list.replaceChildren(rows.content.cloneNode(true));
        number = list.children.length;
    }
    const problem = sample.querySelector('template[data-problem]');
    told.textContent = problem && problem.dataset.at !== '' ? `At character ${Number(problem.dataset.at) + 1}: ${problem.dataset.problem}` : '';
    typed.setAttribute('aria-invalid', problem && problem.dataset.at !== '' ? 'true' : 'false');
}
