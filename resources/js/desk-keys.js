/** The keys of the sheet, where no text is being typed. */

/** Keys with Alt, by what they do. */
const WITH_ALT = { backspace: 'asShop', d: 'dossier', f: 'faults', g: 'suggest', i: 'glance', l: 'lead', m: 'mend' };

/** here(), range(), last(): place in focus, what is chosen, the last place; page(): rows of a screen; does: what keys do, by name. */
export function listenToKeys(list, { here, range, last, page, does }) {
    list.addEventListener('keydown', event => {
        if (event.target !== list || event.isComposing || last().at < 0) return;
        const { key, shiftKey } = event, lower = key.toLowerCase(), isCommand = event.ctrlKey || event.metaKey, { at, column } = here();
        const move = (toRow, toColumn) => does.go(toRow, toColumn, shiftKey);
        if (isCommand && key === 'Enter') does.ready();
        else if (isCommand && lower === 'a') does.selectAll(range().from === 0 && range().to === last().at);
        else if (isCommand && lower === 'd') does.fillDown();
        else if (isCommand && !shiftKey && lower === 'z') does.undo();
        else if (isCommand && (lower === 'y' || lower === 'z')) does.redo();
        else if (isCommand && lower === 's') does.save();
        else if (isCommand && lower === 'h') does.bulk();
        else if (isCommand && key === '.') does.turnCard();
        else if (isCommand && key === ' ') does.tick();
        else if (isCommand && (key === 'Home' || key === 'End')) move(key === 'Home' ? 0 : last().at, column);
        else if (isCommand || event.altKey) {
            if (!event.altKey || !WITH_ALT[lower]) return;
            does[WITH_ALT[lower]]();
        } else if (key === 'ArrowDown') move(at + 1, column);
        else if (key === 'ArrowUp') move(at - 1, column);
        else if (key === 'ArrowLeft') move(at, column - 1);
        else if (key === 'ArrowRight') move(at, column + 1);
        else if (key === 'PageDown') move(at + page(), column);
        else if (key === 'PageUp') move(at - page(), column);
        else if (key === 'Home') move(at, 0);
        else if (key === 'End') move(at, last().column);
        else if (key === 'Enter') does.step(shiftKey ? -1 : 1, 0);
        else if (key === 'Tab') {
            // From the first and the last text the key leads out of the sheet.
            if (shiftKey ? at === 0 && column === 0 : at === last().at && column === last().column) return;
            does.step(0, shiftKey ? -1 : 1);
        } else if (key === 'F2') does.type();
        else if (key === 'F1' || key === '?') does.help();
        else if (key === 'Delete' || key === 'Backspace') does.clear();
        else if (key === 'Escape') does.collapse();
        else if ([...key].length === 1) does.type(key);
        else return;
        event.preventDefault();
    });
}
