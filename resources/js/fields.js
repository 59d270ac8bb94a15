import { collapse } from 'asset:ruler.js';

/**
 * The texts that the desk writes: what each is called, whether it looks like a title (one line) or like a description
 * (two), and whether it counts in pixels.
 */
export const FIELDS = {
    title: { words: 'title', look: 'title', isMeasured: true, mustBe: true },
    description: { words: 'description', look: 'description', isMeasured: false, mustBe: true },
    h1: { words: 'H1', look: 'title', isMeasured: false, mustBe: true },
    social_title: { words: 'social title', look: 'title', isMeasured: false, mustBe: false },
    social_description: { words: 'social description', look: 'description', isMeasured: false, mustBe: false },
    social_image: { words: 'social image', look: 'title', isMeasured: false, mustBe: false },
    intro: { words: 'intro', look: 'description', isMeasured: false, mustBe: true },
    image_alt: { words: 'image alt', look: 'title', isMeasured: false, mustBe: true },
};

/** A text as it is kept: single spaces; one line, unless it may have several. */
export const tidy = (field, text) => field === 'intro'
    ? text.toWellFormed().replace(/\r\n?/g, '\n').replace(/[^\S\n]+/g, ' ').replace(/ ?\n ?/g, '\n').replace(/\n{3,}/g, '\n\n').trim()
    : collapse(text);

export const looksLikeTitle = field => FIELDS[field].look === 'title';
export const labelOf = field => FIELDS[field].words[0].toUpperCase() + FIELDS[field].words.slice(1);
