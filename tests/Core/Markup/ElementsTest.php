<?php

declare(strict_types=1);

use Orchard\Core\Demand\Chance;
use Orchard\Core\Markup\HeadMeta;
use Orchard\Core\Markup\Link;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Markup\RegionMemory;
use Orchard\Core\Url\PageUrl;

function elementFacts(string $html, ?RegionMemory $memory = null): PageFacts
{
    return PageReader::read(
        $html,
        PageUrl::parse('http://shop.example/dir/page') ?? throw new LogicException(),
        $memory,
    );
}

function mainTextOf(string $body): string
{
    return elementFacts("<title>t</title><body>$body")->details->text->text ?? '';
}

// Phrasing content by the HTML Standard, section 3.2.5.2.5, as far as it is drawn within a line (section 15.3).
it('does not part words at elements of the line', function (string $name): void {
    expect(elementFacts("<body><h1>on<$name>e la</$name>mp</h1>")->h1s)
        ->toBe(['one lamp'])
        ->and(elementFacts('<body><h1>on<'.strtoupper($name)." class=x>e la</$name >mp</h1>")->h1s)
        ->toBe(['one lamp']);
})->with([
    'abbr', 'b', 'bdi', 'bdo', 'cite', 'code', 'data', 'del', 'dfn', 'em', 'font', 'i', 'ins', 'kbd', 'label', 'mark',
    'q', 's', 'samp', 'small', 'span', 'strong', 'sub', 'sup', 'time', 'tt', 'u', 'var',
]);

it('parts words at elements that stand on lines of their own', function (string $name): void {
    expect(elementFacts("<body><h1>one<$name>big</$name>lamp</h1>")->h1s)->toBe(['one big lamp']);
})->with([
    'div', 'p', 'section', 'ul', 'li', 'dl', 'dt', 'dd', 'blockquote', 'pre', 'figure', 'figcaption', 'address',
    'details', 'summary', 'fieldset', 'form', 'table', 'x-part', 'button',
]);

it('parts words at what has no end of its own, too', function (string $tag, string $text): void {
    expect(elementFacts("<body><h1>one{$tag}lamp</h1>")->h1s)->toBe([$text]);
})->with([
    ['<br>', 'one lamp'],
    ['<hr>', 'one lamp'],
    ['<wbr>', 'onelamp'],
    ['<img src=x alt="">', 'onelamp'],
    ['</p>', 'one lamp'],
    ['</br>', 'one lamp'],
    ['</div>', 'onelamp'],
]);

// Section 13.2.6.4.7: tags of tables and of the frame mean nothing where they do not belong.
it('passes over parts of tables outside of tables, and parts words at them within', function (string $name): void {
    expect(elementFacts("<body><h1>on<$name>e</h1>")->h1s)
        ->toBe(['one'])
        ->and(elementFacts("<body><table><tr><td><h1>on<$name>e</h1></table>")->h1s)
        ->toBe(['on e']);
})->with(['caption', 'col', 'colgroup', 'tbody', 'td', 'tfoot', 'th', 'thead', 'tr']);

// Section 13.2.6.4.4: these stand in the head; whatever else comes first ends it.
it('keeps the head open behind what belongs there', function (string $tag, bool $isHead): void {
    $facts = elementFacts("<html><head>$tag<link rel=canonical href=/c></head><body>");
    expect($facts->canonicals)->toBe($isHead ? ['http://shop.example/c'] : []);
})->with([
    ['<base target=x>', true],
    ['<basefont>', true],
    ['<bgsound>', true],
    ['<link rel=x href=y>', true],
    ['<meta name=x>', true],
    ['<title>x</title>', true],
    ['<noscript>x</noscript>', true],
    ['<noframes>x</noframes>', true],
    ['<style>x</style>', true],
    ['<script>x</script>', true],
    ['<template>x</template>', true],
    ['<head>', true],
    ['<html>', true],
    ['<p>', false],
    ['<a>', false],
    ['<nav>', false],
    ['<body>', false],
    ['<h1>', false],
    ['<input type=hidden>', false],
    ['&nbsp;', false],
    [" \t\n\f\r ", true],
    ['<!-- x -->', true],
    ['</body>', false],
    ['</br>', false],
    ['</div>', true],
]);

// Section 13.2.5, 13.2.6.2: of these the content is text, whatever it looks like.
it('takes what stands in raw elements for no elements', function (string $name, bool $isShown): void {
    $facts = elementFacts("<body><p>one</p><$name><a href=/x>two</a></$name><p>three</p>");
    expect($facts->links)
        ->toBe([])
        ->and($facts->words)
        ->toBe($isShown ? 2 + count(explode(' ', '<a href=/x>two</a>')) + 1 : 2);
})->with([
    ['script', false],
    ['style', false],
    ['iframe', false],
    ['noembed', false],
    ['noframes', false],
    ['noscript', false],
    ['xmp', false],
    ['title', false],
]);

it('reads what is typed into a text area, and ends at plaintext', function (): void {
    expect(mainTextOf('<p>one</p><textarea><b>two</b></textarea><p>three</p>'))
        ->toContain('<b>two</b>')
        ->and(elementFacts('<body><p>one</p><plaintext><a href=/x>two</a>')->links)
        ->toBe([])
        ->and(elementFacts('<body><template><a href=/x>two</a></template><a href=/y>three</a>')->links)
        ->toHaveCount(1);
});

// Section 13.2.6.5: these start tags end a drawing.
it('leaves a drawing at what cannot stand in one', function (string $name): void {
    expect(elementFacts("<body><svg><g><$name><h1>one</h1>")->h1s)->toBe(['one']);
})->with([
    'b', 'big', 'blockquote', 'body', 'br', 'center', 'code', 'dd', 'div', 'dl', 'dt', 'em', 'embed', 'h2', 'head',
    'hr', 'i', 'img', 'li', 'listing', 'menu', 'meta', 'nobr', 'ol', 'p', 'pre', 'ruby', 's', 'small', 'span', 'strong',
    'strike', 'sub', 'sup', 'table', 'tt', 'u', 'ul', 'var',
]);

it('stays in a drawing at all else', function (string $name): void {
    expect(elementFacts("<body><svg><$name><h7>one</h7></$name><title>two</title></svg><h1>three</h1>"))
        ->h1s->toBe(['three'])
        ->title->toBeNull();
})->with(['g', 'path', 'title', 'a', 'text', 'style', 'section']);

/**
 * A page of random pieces around regions that it shares with others.
 *
 * @param  array<array-key, mixed>  $regions
 */
function piecedPage(Chance $chance, array $regions): string
{
    $pieces = [
        '<p>A lamp for <a href="/hall">the hall</a> &amp; more</p>', '<h2>Made by hand</h2>',
        '<img src="/a.jpg" alt="A lamp">', '<img src="/b.jpg">', '<a href="/x" rel="nofollow">x</a>',
        '<div class="title">Not a heading</div>', '<nav><a href="/in">in</a></nav>',
        '<article><header><h3>Told</h3></header><p>of it</p></article>', '<script>var a = "<p>";</script>',
        '<a href="/open">never closed', '<h1>One lamp', '</h1>', '<table><tr><td>cell</td></tr></table>', '<p>E27</p>',
    ];
    $base = $chance->whole(0, 5) === 0 ? '<base href="https://other.example/in/">' : '';
    $page = "<!DOCTYPE html><html lang=\"en\"><head><title>t</title>$base</head><body>";
    for ($i = 0, $n = $chance->whole(2, 10); $i < $n; $i++) {
        $page .=
            $chance->whole(0, 2) === 0
                ? $regions[$chance->whole(0, count($regions) - 1)]
                : $pieces[$chance->whole(0, count($pieces) - 1)];
    }

    return $page.'</body></html>';
}

it('reads a region that it remembers as it reads it anew', function (): void {
    $chance = new Chance(41);
    $regions = [
        '<header><a href="/">Home</a><img src="/logo.svg" alt="Tindrel"></header>',
        '<nav><ul><li><a href="/all">All</a><li><a href="/new">New</a></ul></nav>',
        '<footer><h4>About</h4><a href="https://other.example/" rel="nofollow noopener">Us</a></footer>',
        '<nav><a href="relative">depends</a></nav>', '<footer><p>open <b>still</footer>',
        '<header><h2 class=x>Shop</h2><nav><a href="/in">inner</a></nav></header>',
        '<nav><img src="/a.jpg"><a href="/z"><img src="/c.jpg" alt="see z"></a></nav>',
        '<nav><script>x()</script><a href="/s">s</a></nav>', '<footer><title>odd</title></footer>', '<nav></nav>',
        '<footer><template><a href="/t">t</a></template></footer>', '<header><svg><a href="/d"/></svg></header>',
    ];
    $memory = new RegionMemory();
    $links = 0;
    for ($case = 0; $case < 400; $case++) {
        $html = piecedPage($chance, $regions);
        $fresh = elementFacts($html);
        expect(elementFacts($html, $memory))->toEqual($fresh, $html);
        $links += count($fresh->links);
    }
    expect($links)->toBeGreaterThan(1000);
});

// The DOM extension parses HTML by rules of its own; on pages that are well made both read the same.
it('finds the links, headings and images that a tree of the same page holds', function (): void {
    $chance = new Chance(42);
    $pieces = [
        '<p>A lamp for <a href="/hall">the <b>ha</b>ll</a> and more</p>', '<h2>Made <em>by</em> hand</h2>',
        '<img src="/a.jpg" alt="A lamp">', '<img src="/b.jpg">',
        '<div><a href="/x" rel="nofollow">x</a> <a href="/y"><img src="/c.jpg" alt="y"></a></div>',
        '<nav><a href="/in">in</a></nav>', '<footer><a href="/foot">foot</a></footer>',
        '<ul><li>one</li><li><a href="/two">two</a></li></ul>',
        '<table><tr><td><a href="/cell">cell</a></td></tr></table>', '<!-- <a href="/no">no</a> --><p>plain</p>',
    ];
    for ($case = 0; $case < 200; $case++) {
        $body = '';
        for ($i = 0, $n = $chance->whole(1, 12); $i < $n; $i++) {
            $body .= $pieces[$chance->whole(0, count($pieces) - 1)];
        }
        $html = "<!DOCTYPE html><html><head><title>t</title></head><body><h1>One lamp</h1>$body</body></html>";
        $tree = new DOMDocument();
        $tree->loadHTML($html, LIBXML_NOERROR);
        $path = new DOMXPath($tree);
        $told = static fn (DOMNode $node): string => trim((string) preg_replace('/\s+/', ' ', $node->textContent));
        $wanted = [];
        foreach ($path->query('//a[@href]') ?: [] as $a) {
            assert($a instanceof DOMElement);
            $alt = sure($path->query('.//img', $a))->item(0);
            $place =
                sure($path->query('ancestor::nav', $a))->length > 0
                    ? 'navigation'
                    : (sure($path->query('ancestor::footer', $a))->length > 0
                        ? 'footer'
                        : 'main');
            $wanted[] = [
                'http://shop.example'.$a->getAttribute('href'),
                $told($a) !== '' || ! ($alt instanceof DOMElement) ? $told($a) : $alt->getAttribute('alt'),
                $place,
                $a->getAttribute('rel') === 'nofollow' ? Link::relOf('nofollow') : 0,
            ];
        }
        $facts = elementFacts($html);
        expect(
            array_map(
                static fn (Link $link): array => [
                    $link->target,
                    $link->anchor,
                    strtolower($link->region->name),
                    $link->rel,
                ],
                $facts->links,
            ),
        )->toBe($wanted, $html);
        $headings = [];
        foreach ($path->query('//h1|//h2') ?: [] as $heading) {
            assert($heading instanceof DOMElement);
            $headings[] = $told($heading);
        }
        expect(array_map(static fn (array $one): string => $one['text'], sure($facts->details)->headings))->toBe(
            $headings,
        );
    }
});

/** @return list<array{string, string, int}> text, part and level of each heading */
function headingsOf(string $body): array
{
    return array_map(
        static fn (array $one): array => [(string) $one['text'], (string) ($one['part'] ?? ''), (int) $one['level']],
        sure(elementFacts("<body>$body</body>")->details)->headings,
    );
}

it('keeps a heading to a thousand characters, whole ones', function (): void {
    expect(headingsOf('<h2>'.str_repeat('ä', 1200).'</h2>')[0][0])->toBe(str_repeat('ä', 1000));
    expect(headingsOf('<h2>'.str_repeat('ä', 1000).'</h2>')[0][0])->toBe(str_repeat('ä', 1000));
});

it('tells a meta element without a content as one that says nothing, and leaves comments out', function (): void {
    $head = '<meta name="author"><!-- <meta name="author" content="old"> --><META CONTENT=" Ida " NAME=" Author ">';
    expect(HeadMeta::contents($head, 'author'))->toBe(['', 'Ida']);
});

it(
    'tells which part of the page a heading stands in: a trail of links ends where its outermost element does',
    function (): void {
        expect(
            headingsOf(
                '<h2>Before</h2><div class="Breadcrumbs"><h2>Trail</h2><div class="breadcrumb-list"><h2>Inner</h2></div>'.
                    '<h2>Still</h2></div><h2>After</h2><nav><h2>Menu</h2></nav><footer><h3>Foot</h3></footer><h2>Last</h2>',
            ),
        )->toBe([
            ['Before', '', 2],
            ['Trail', 'breadcrumbs', 2],
            ['Inner', 'breadcrumbs', 2],
            ['Still', 'breadcrumbs', 2],
            ['After', '', 2],
            ['Menu', 'nav', 2],
            ['Foot', 'footer', 3],
            ['Last', '', 2],
        ]);
    },
);

it(
    'takes what is styled as a heading for one in the main part alone, outside of headings, and of text alone',
    function (string $body, array $headings): void {
        expect(headingsOf($body))->toBe($headings);
    },
)->with([
    'by its role' => ['<div role="heading">Lamps</div>', [['Lamps', '', 0]]],
    'by its class' => ['<p class="card-title big">Lamps &amp; more</p>', [['Lamps & more', '', 0]]],
    'by a class that only holds the word' => ['<p class="subtitled">Lamps</p>', []],
    'without attributes' => ['<p>Lamps</p>', []],
    'in navigation' => ['<nav><div class="title">Lamps</div></nav>', []],
    'in a footer' => ['<footer><div class="title">Lamps</div></footer>', []],
    'in a heading' => ['<h2><span class="title">Lamps</span></h2>', [['Lamps', '', 2]]],
    'with more in it than a text' => ['<div class="title">Lamps<div>and much else</div></div>', []],
    'without a text' => ['<div class="title"> </div>', []],
]);
