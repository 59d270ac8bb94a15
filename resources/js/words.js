/** What changed between two texts, word by word: the longest run of words that both have, in their order, was kept. */
const words = text => text.match(/\S+/g) ?? [];

/** Share of the shorter text, in letters, below which what was kept is a word here and there: then all is new. */
const LEAST_KEPT = 0.45;

/**
 * Answers {before, after, isNew}: each a list of {text, isKept}, words that belong together in one piece.
 * Where too little was kept to be worth marking, isNew is true.
 */
export function difference(before, after) {
    const a = words(before), b = words(after);
    // Lengths of the longest common runs from each pair of places on.
    const width = b.length + 1, table = new Uint16Array((a.length + 1) * width);
    for (let i = a.length - 1; i >= 0; i--) {
        for (let j = b.length - 1; j >= 0; j--) {
            table[i * width + j] = a[i] === b[j] ? table[(i + 1) * width + j + 1] + 1 : Math.max(table[(i + 1) * width + j], table[i * width + j + 1]);
        }
    }
    const keptA = new Uint8Array(a.length), keptB = new Uint8Array(b.length);
    for (let i = 0, j = 0; i < a.length && j < b.length;) {
        if (a[i] === b[j]) { keptA[i++] = 1; keptB[j++] = 1; } else if (table[(i + 1) * width + j] >= table[i * width + j + 1]) i++; else j++;
    }
    const letters = list => list.reduce((sum, word) => sum + word.length, 0);
    const kept = letters(a.filter((word, i) => keptA[i]));
    const shorter = Math.min(letters(a), letters(b));
    return { before: pieces(a, keptA), after: pieces(b, keptB), isNew: kept < LEAST_KEPT * shorter || kept === 0 };
}

function pieces(list, kept) {
    const found = [];
    list.forEach((word, i) => {
        const last = found.at(-1);
        if (last && last.isKept === !!kept[i]) last.text += ' ' + word;
        else found.push({ text: word, isKept: !!kept[i] });
    });
    return found;
}
