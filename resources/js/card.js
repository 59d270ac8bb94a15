/** Draws a result card and the pixel ruler above it as SVG; the browser's half of resources/views/card.blade.php. */
const SVG = 'http://www.w3.org/2000/svg';

function element(name, attributes, text) {
    const node = document.createElementNS(SVG, name);
    for (const [key, value] of Object.entries(attributes)) node.setAttribute(key, value);
    if (text !== undefined) node.textContent = text;
    return node;
}

function pixelRuler(px, aim, limit) {
    const scale = 276 / Math.max(limit * 1.25, 700);
    const svg = element('svg', { viewBox: '0 0 280 26', role: 'img', 'aria-label': `${Math.round(px)} of ${limit} pixels` });
    svg.append(element('rect', { x: 0, y: 3, width: Math.min(px * scale, 280).toFixed(1), height: 7, class: px > limit ? 'c-fill over' : 'c-fill' }));
    for (let at = 0; at * scale <= 278; at += 100) svg.append(element('line', { x1: at * scale, x2: at * scale, y1: 11, y2: at % 200 ? 14 : 16, class: 'c-rule' }));
    svg.append(element('line', { x1: 0, x2: 280, y1: 11, y2: 11, class: 'c-rule' }));
    svg.append(element('line', { x1: aim * scale, x2: aim * scale, y1: 0, y2: 14, class: 'c-aim' }), element('line', { x1: limit * scale, x2: limit * scale, y1: 0, y2: 16, class: 'c-limit' }));
    svg.append(element('text', { x: limit * scale, y: 25, 'text-anchor': 'middle', class: 'c-tick' }, limit), element('text', { x: 200 * scale, y: 25, 'text-anchor': 'middle', class: 'c-tick' }, '200'), element('text', { x: 400 * scale, y: 25, 'text-anchor': 'middle', class: 'c-tick' }, '400'));
    return svg;
}

function card(ruler, texts, slots, label) {
    const title = ruler.fit(texts.title, slots.title), description = ruler.fit(texts.description, slots.description);
    const box = document.createElement('figure');
    box.className = 'card-box';
    const height = 6 + title.lines.length * (slots.title.fontSize + 5) + description.lines.length * 20 + 28;
    const svg = element('svg', { viewBox: `0 0 ${slots.title.lineWidth + 12} ${height}`, role: 'img', 'aria-label': `Result card, ${label}` });
    let y = 6;
    for (const line of title.lines) svg.append(element('text', { x: 4, y: y += slots.title.fontSize + 3, 'font-size': slots.title.fontSize, class: 'c-title' }, line));
    y += 4;
    for (const line of description.lines) svg.append(element('text', { x: 4, y: y += 19, 'font-size': 14 }, line));
    svg.append(element('text', { x: 4, y: y + 22, 'font-size': 12, class: 'c-url' }, texts.url.replace(/^https?:\/\//, '').slice(0, label === 'Phone' ? 52 : 90)));
    const caption = document.createElement('figcaption');
    caption.className = 'caption';
    const left = document.createElement('span'), right = document.createElement('span');
    left.textContent = label;
    right.textContent = [title.lost && `title loses “${title.lost.slice(0, 40)}”`, description.lost && 'description cut'].filter(Boolean).join(', ') || 'all shown';
    caption.append(left, right);
    box.append(svg, caption);
    return box;
}

/** texts: {title, description, url} as a searcher would get them; limits: the market's */
export function drawCards(into, ruler, texts, limits) {
    const rulers = document.createElement('figure');
    rulers.className = 'card-box';
    const px = ruler.pixels(texts.title, 20);
    const caption = document.createElement('figcaption');
    caption.className = 'caption';
    caption.textContent = `Title ${Math.round(px)} px of ${limits.title_width}, ${ruler.characters(texts.title)} characters; description ${ruler.characters(texts.description)} characters`;
    rulers.append(pixelRuler(px, limits.title_aim, limits.title_width), caption);
    into.replaceChildren(
        rulers,
        card(ruler, texts, { title: { fontSize: 20, lineWidth: limits.title_width, lines: 1 }, description: { fontSize: 14, lineWidth: limits.description_width, lines: 2 } }, 'Desktop'),
        card(ruler, texts, { title: { fontSize: 18, lineWidth: 344, lines: 2 }, description: { fontSize: 14, lineWidth: 344, lines: 3 } }, 'Phone'),
    );
}
