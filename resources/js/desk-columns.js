/** Which figures stand beside the texts, in which order, and how wide titles are: kept for the person. */
import { FIGURES } from 'asset:figures.js';
import { h } from 'asset:desk-draw.js';
import { post } from 'asset:saving.js';

/** changed(): what is seen is drawn anew; tell(words): says what happened. */
export function columnsForm(figures, url, { changed, tell }) {
    const form = document.getElementById('columns-form'), list = document.getElementById('column-list');
    if (!list) return;
    function draw() {
        const rest = Object.keys(FIGURES).filter(name => !figures.chosen.includes(name));
        list.replaceChildren(...[...figures.chosen, ...rest].map(name => {
            const box = h('input'), line = h('li', '', h('label', '', box, ` ${figures.label(name)}`)), at = figures.chosen.indexOf(name);
            box.type = 'checkbox';
            box.checked = at >= 0;
            box.addEventListener('change', () => { figures.chosen = box.checked ? [...figures.chosen, name] : figures.chosen.filter(one => one !== name); keep(name); });
            for (const [to, sign, word] of at < 0 ? [] : [[at - 1, '↑', 'earlier'], [at + 1, '↓', 'later']]) {
                const button = h('button', 'button', sign);
                button.type = 'button';
                button.disabled = to < 0 || to >= figures.chosen.length;
                button.setAttribute('aria-label', `${figures.label(name)} ${word}`);
                button.addEventListener('click', () => { figures.chosen.splice(at, 1); figures.chosen.splice(to, 0, name); keep(name, word); });
                line.append(button);
            }
            line.dataset.name = name;
            return line;
        }));
    }
    async function keep(name, word) {
        draw();
        const line = list.querySelector(`[data-name="${name}"]`);
        (word && line?.querySelector(`button[aria-label$="${word}"]:not(:disabled)`) || line?.querySelector('input'))?.focus();
        changed();
        try { await post(url, { figures: figures.chosen, width: figures.width }); } catch { tell('The columns could not be kept just now.'); }
    }
    form?.addEventListener('submit', event => event.preventDefault());
    form?.elements.width.addEventListener('change', event => { figures.width = Number(event.target.value); keep(); });
    draw();
}
