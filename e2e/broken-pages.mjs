/**
 * Pages broken in every way that a generator with a seed can think of, for the comparison of our reader with parse5.
 * Without select elements (the HTML Standard has come to let them hold what parse5 still drops) and without elements inside
 * the title of a drawing, which our reader does not look for.
 */
const pieces = [
    '<!DOCTYPE html>', '<html>', '<html lang=de>', '<head>', '</head>', '<body>', '</body>', '</html>', '<title>A &amp; B</title>', '<title>Two\n lines', '</title>', '<meta name="description" content="One &lt; two">', "<meta content='late' name=description>",
    '<link rel=canonical href=/c>', '<link href="//other.example/x" rel="nofollow canonical">', '<link rel="canonical" href=" /spaced ">', '<base href="/base/">', '<style>a{content:"<div>"}</style>', '<script>var a = "</title><h1>no</h1>";</script>', '<script>', '</script>', '<noscript>', '</noscript>', '<noscript><p>x</p></noscript>',
    '<!-- <h1>no</h1> -->', '<!-- never closed', '-->', '<!', '<!->', '<!-->', '<?php echo 1 ?>', '</ >', '<3', '< a', '&copy', '&#x41;', '&#128;', '&notit;', '&amp', '&lt;b&gt;',
    '<h1>One', '</h1>', '<h1>Two <b>bold</b></h1>', '<h2>', '</h2>', '<p>', '</p>', '<div>', '</div>', '<br>', '<br/>', '</br>', '<hr>', '<img alt="pic" src=i.png>', '<img>', '<span class="a">', '</span>', '<b>', '</b>', '<i>', '</i>',
    '<a href="/one">one', '</a>', '<a href=two?a=1&amp;b=2>two</a>', '<a name=x>', '<a href="mailto:a@b.c">m</a>', "<a href='/q' rel=nofollow>q</a>", '<a href="http://[bad">bad</a>', '<a>', '<a href="">self</a>', '<area href=/area alt="Area">',
    '<nav>', '</nav>', '<header>', '</header>', '<footer>', '</footer>', '<main>', '</main>', '<article>', '</article>', '<section>', '</section>', '<aside>', '</aside>',
    '<table>', '<tr>', '<td>', '</td>', '</tr>', '</table>', '<ul>', '<li>', '</li>', '</ul>', '<textarea><h1>no</h1></textarea>', '<iframe><a href=/no>no</a></iframe>', '<template><title>no</title><link rel=canonical href=/no></template>',
    '<svg><title>svg</title></svg>', '<svg><a href=/svg>s</a><b>out</b>', '<svg><g><path d="M0 0"/></p>', '<math><mi>x</mi></math>', '<form>', '</form>', '<button>', '</button>', '<input value="x">', '<p title="<h1>">', '<a href=/x title=">">x</a>', '<div/>', '<custom-tag>', '</custom-tag>', '\u0000', '\ufeff', '\r\n', '\t', ' ',
    'word', 'two words', 'Größe 12-cm', 'don’t', 'E27', '  spaced   out  ',
];

function seeded(seed) {
    let state = seed >>> 0;
    return () => { state = (state + 0x6D2B79F5) >>> 0; let t = Math.imul(state ^ state >>> 15, 1 | state); t = t + Math.imul(t ^ t >>> 7, 61 | t) ^ t; return ((t ^ t >>> 14) >>> 0) / 4294967296; };
}

export function broken(count, seed) {
    const random = seeded(seed);
    return Array.from({ length: count }, () => Array.from({ length: 3 + Math.floor(random() * 22) }, () => pieces[Math.floor(random() * pieces.length)]).join(random() < 0.5 ? '' : ' '));
}
