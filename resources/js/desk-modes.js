/** What the sheet shows at a time: its fields, the shape of a line, its height and what the text in focus needs more, in pixels. */
export const MODES = {
    both: { fields: ['title', 'description'], shape: 'both', height: 66, extra: { title: 0, description: 16 } },
    titles: { fields: ['title'], shape: 'titles', height: 33, extra: { title: 16 } },
    descriptions: { fields: ['description'], shape: 'descriptions', height: 49, extra: { description: 16 } },
    headings: { fields: ['h1'], shape: 'titles', height: 33, extra: { h1: 16 } },
    social: { fields: ['social_title', 'social_description'], shape: 'both', height: 66, extra: { social_title: 0, social_description: 16 } },
    images: { fields: ['social_image'], shape: 'titles', height: 33, extra: { social_image: 16 } },
    intros: { fields: ['intro'], shape: 'descriptions', isTall: true, height: 145, extra: { intro: 16 } },
    alts: { fields: ['image_alt'], shape: 'titles', height: 33, extra: { image_alt: 16 } },
};
/** Height of the head of the sheet, of lines on a phone, and lines that are drawn above and below what is seen. */
export const HEAD = 21, PHONE = { both: 316, titles: 156, descriptions: 236 }, PHONE_TALL = 440, AROUND = 6;
