/** Sends large files in pieces, so that a broken connection costs a piece and not the file. Without it the form sends the file whole. */
const form = document.getElementById('upload');
form?.addEventListener('submit', async event => {
    const file = form.elements.file.files[0], size = Number(form.dataset.piece);
    if (!file || file.size <= size) return;
    event.preventDefault();
    const bar = form.querySelector('progress'), told = form.querySelector('[role=status]'), headers = { 'X-CSRF-TOKEN': document.querySelector('meta[name=csrf-token]').content, Accept: 'application/json' };
    const say = text => { told.textContent = text; };
    bar.hidden = false;
    try {
        const begun = await (await fetch(form.dataset.announce, { method: 'POST', headers: { ...headers, 'Content-Type': 'application/json' }, body: JSON.stringify({ name: file.name, bytes: file.size }) })).json();
        if (!begun.pieces) throw new Error(begun.problem ?? begun.message ?? 'The file was not taken.');
        let arrived = begun.arrived, failures = 0;
        while (arrived < file.size) {
            bar.value = arrived / file.size;
            say(`${Math.floor(100 * arrived / file.size)}% sent`);
            try {
                const answer = await fetch(`${begun.pieces}?offset=${arrived}`, { method: 'POST', headers: { ...headers, 'Content-Type': 'application/octet-stream' }, body: file.slice(arrived, arrived + size) });
                const state = await answer.json().catch(() => ({ problem: `The server could not take the piece (it answered ${answer.status}); it is starting anew, or its disk is full.` }));
                if (!answer.ok && answer.status !== 409) throw new Error(state.problem ?? state.message);
                if (state.arrived === arrived) throw new Error(state.problem ?? 'Nothing arrived.');
                arrived = state.arrived;
                failures = 0;
            } catch (error) {
                if (++failures > 8) throw error;
                say('The connection is interrupted; trying again …');
                await new Promise(resolve => setTimeout(resolve, 1000 * failures));
            }
        }
        location.href = begun.page;
    } catch (error) {
        say(`${error.message} Choose the file again to go on from where it stopped.`);
        for (const button of form.querySelectorAll('button')) button.disabled = false;
    }
});
