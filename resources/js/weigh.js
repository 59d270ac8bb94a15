/** Weigh: the sum of what is ticked, and picking a range of the curve by dragging. */
const form = document.querySelector('[data-sum-of-picked]')?.closest('form');
const sum = form?.querySelector('[data-sum]');

function add() {
    if (!sum) return;
    const picked = [...form.querySelectorAll('[name="pages[]"]:checked')];
    const total = key => picked.reduce((all, box) => all + Number(box.dataset[key] ?? 0), 0);
    const minutes = total('minutes');
    sum.textContent = picked.length === 0 ? '' : `${picked.length} ticked: ${Math.round(total('worth')).toLocaleString(document.documentElement.dataset.locale)} together`
        + (minutes > 0 ? `, ${(minutes / 60).toLocaleString(document.documentElement.dataset.locale, { maximumFractionDigits: 1 })} hours by hand` : '');
}
form?.addEventListener('change', () => setTimeout(add));
add();

const curve = document.getElementById('curve');
const range = document.getElementById('range');
if (curve && range) {
    const [width, height, left, bottom, top, right] = [Number(curve.dataset.width), curve.viewBox.baseVal.height, 56, 30, 12, 12];
    const [deepest, least, most] = [60, 0.001, 0.7];
    const box = document.getElementById('pick');
    const at = event => {
        const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(curve.getScreenCTM().inverse());
        return [Math.max(left, Math.min(width - right, point.x)), Math.max(top, Math.min(height - bottom, point.y))];
    };
    const position = x => deepest ** ((x - left) / (width - left - right));
    const rate = y => least * (most / least) ** ((height - bottom - y) / (height - bottom - top));
    let from = null;
    curve.addEventListener('pointerdown', event => {
        if (event.button !== 0) return;
        from = at(event);
        curve.setPointerCapture(event.pointerId);
        event.preventDefault();
    });
    curve.addEventListener('pointermove', event => {
        if (!from) return;
        const to = at(event);
        for (const [name, value] of [['x', Math.min(from[0], to[0])], ['y', Math.min(from[1], to[1])], ['width', Math.abs(from[0] - to[0])], ['height', Math.abs(from[1] - to[1])]]) box.setAttribute(name, value);
    });
    curve.addEventListener('pointerup', event => {
        if (!from) return;
        const [a, b] = [from, at(event)];
        from = null;
        if (Math.abs(a[0] - b[0]) < 4 && Math.abs(a[1] - b[1]) < 4) {
            const page = document.elementFromPoint(event.clientX, event.clientY)?.dataset?.page;
            if (page) location.assign(`${location.pathname}?page=${page}`);
            return;
        }
        const low = Math.max(a[1], b[1]);
        range.elements.from.value = position(Math.min(a[0], b[0])).toFixed(1);
        range.elements.to.value = position(Math.max(a[0], b[0])).toFixed(1);
        // What lies on the floor earned less than the least that is drawn.
        range.elements.low.value = low >= height - bottom - 1 ? 0 : (100 * rate(low)).toFixed(2);
        range.elements.high.value = (100 * rate(Math.min(a[1], b[1]))).toFixed(2);
        range.requestSubmit();
    });
}
