/** What every page needs: the colour scheme's switch, and lists of check boxes that are ticked all at once. */
const root = document.documentElement;
document.addEventListener('click', event => {
    const button = event.target.closest('[data-theme-switch]');
    if (!button) return;
    const dark = root.dataset.theme ? root.dataset.theme === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
    root.dataset.theme = dark ? 'light' : 'dark';
    document.cookie = `theme=${root.dataset.theme};path=/;max-age=31536000;samesite=lax`;
});
document.addEventListener('change', event => {
    const all = event.target.closest('[data-tick-all]');
    if (all) {
        for (const box of document.querySelectorAll(all.dataset.tickAll)) box.checked = all.checked;
    }
    const send = event.target.closest('[data-send-on-change]');
    if (send) send.form.requestSubmit();
});
document.addEventListener('submit', event => {
    const button = event.submitter;
    if (button && button.dataset.once !== undefined) setTimeout(() => { button.disabled = true; });
});
