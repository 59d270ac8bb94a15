/** The recipe builder: adds, moves and removes parts; numbers them in their order when the form is sent. */
const list = document.getElementById('parts');
const template = document.getElementById('part-template');
let number = list.children.length;

document.getElementById('add-part').addEventListener('click', () => {
    if (list.children.length >= 20) return;
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
/** The preview follows parts that are moved or taken away, too. */
function changed() {
    document.getElementById('recipe').dispatchEvent(new CustomEvent('parts-changed'));
}
document.getElementById('recipe').addEventListener('submit', () => {
    [...list.children].forEach((part, place) => {
        for (const field of part.querySelectorAll('[name]')) field.name = field.name.replace(/^parts\[[^\]]*\]/, `parts[${place}]`);
    });
});
