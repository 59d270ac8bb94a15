/** Mouse and finger on the sheet: a text is chosen, a range pulled, typing begun, rows ticked. */

/** Near an edge, in pixels, a pulled range goes on. */
const EDGE = 20;

/** here(), isOne(): place in focus, and whether nothing else is chosen; place(box): the place of a text; does: what is done, by name. */
export function listenToPointer(list, { here, isOne, place, typingBox, headHeight, rowHeight, startsTyping, does }) {
    let pulling = false, pressed = null, isTouch = false;
    const isHere = ({ at, column }) => at === here().at && column === here().column;
    list.addEventListener('pointerdown', event => {
        const box = event.target.closest('.desk-cell');
        if (!box || event.button !== 0 || event.target === typingBox) return;
        // A finger may be about to scroll: it means a text when it is lifted where it came down (click, below).
        isTouch = event.pointerType === 'touch';
        if (isTouch) return;
        const to = place(box), isAgain = !event.shiftKey && isHere(to) && isOne() && document.activeElement === list;
        does.endTyping();
        list.focus({ preventScroll: true });
        does.go(to.at, to.column, event.shiftKey);
        event.preventDefault();
        if (isAgain || startsTyping()) { does.type(); return; }
        pulling = true;
    });
    list.addEventListener('pointermove', event => {
        if (!pulling) return;
        const box = document.elementFromPoint(event.clientX, event.clientY)?.closest('.desk-cell');
        if (box && !isHere(place(box))) does.go(place(box).at, place(box).column, true);
        const edge = list.getBoundingClientRect();
        if (event.clientY > edge.bottom - EDGE) list.scrollTop += rowHeight();
        else if (event.clientY < edge.top + headHeight + EDGE) list.scrollTop -= rowHeight();
    });
    addEventListener('pointerup', () => { pulling = false; });
    list.addEventListener('dblclick', event => { if (event.target.closest('.desk-cell')) does.type(); });
    list.addEventListener('click', event => {
        const text = isTouch && event.target !== typingBox ? event.target.closest('.desk-cell') : null;
        if (text) {
            does.endTyping();
            does.go(place(text).at, place(text).column);
            does.type();
            return;
        }
        const box = event.target.closest('.desk-row .pick input');
        if (!box) return;
        const { at } = place(box), isOn = event.shiftKey && pressed !== null;
        does.tick(isOn ? Math.min(pressed, at) : at, isOn ? Math.max(pressed, at) : at, box.checked);
        pressed = at;
    });
}
