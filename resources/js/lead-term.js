/** Whether a text holds a search term, as the server says (core/Wording/LeadTerm.php). */

/** Small letters without their marks: searchers type "bronte", "grosse" and "lovdal" for Brontë, Größe and Løvdal. */
const LETTERS = { ß: 'ss', ς: 'σ', œ: 'oe', æ: 'ae', ø: 'o', ł: 'l', đ: 'd', ı: 'i' };
const plain = text => text.toLowerCase().normalize('NFD').replace(/\p{M}+/gu, '').replace(/[ßςœæøłđı]/g, one => LETTERS[one]);
const wordsOf = text => plain(text).match(/[\p{L}\p{N}]+/gu) ?? [];
const length = word => [...word].length;

/** A term stands in a text when all its words do, in whatever order; plural and other endings count. */
export function holds(text, term) {
    const words = wordsOf(text), parts = wordsOf(term);
    const isForm = (word, part) => word === part || (length(part) > 3 && word.startsWith([...part].slice(0, -1).join('')) && Math.abs(length(word) - length(part)) <= 2);
    return parts.length > 0 && parts.every(part => words.some(word => isForm(word, part)));
}
