/** The keys of the review: one for each thing that is done with a text. */
document.addEventListener('keydown', event => {
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
    field ? field.focus() : button.click();
});
