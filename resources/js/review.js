/** The keys of the review: one for each thing that is done with a text. */
// Whoever goes on means the next text: keys that are pressed meanwhile do nothing to this one.
let isLeaving = false;
addEventListener('pageshow', () => { isLeaving = false; });
document.addEventListener('submit', () => { isLeaving = true; });
document.addEventListener('keydown', event => {
    if (isLeaving) { event.preventDefault(); return; }
    if (event.ctrlKey || event.altKey || event.metaKey) return;
    const isTyping = event.target.matches('input, textarea, select');
    if (isTyping) {
        if (event.key === 'Escape') event.target.blur();
        return;
    }
    const key = { ArrowRight: 'j', ArrowLeft: 'k' }[event.key] ?? event.key.toLowerCase();
    const field = document.querySelector(`[data-key-focus="${CSS.escape(key)}"]`), button = document.querySelector(`[data-key="${CSS.escape(key)}"]`);
    if (!field && !button) return;
    event.preventDefault();
    if (field) { field.focus(); return; }
    isLeaving = true;
    button.click();
});
