<?php

declare(strict_types=1);

use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\Intro;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;

it('finds the sentences below the main heading', function (string $text, array $headings, string $intro): void {
    expect(Intro::of($text, array_values($headings)))->toBe($intro);
})->with([
    'counts and filters around it' => [
        "Home\nJugs\n24 products\nJugs of clay and glass for every table in the house.\nSort by price, low first\nSort by name, best first, newest first and so on and on and on and on and on and on and on",
        ['Jugs'],
        'Jugs of clay and glass for every table in the house.',
    ],
    'two paragraphs' => [
        "Jugs\nJugs of clay and glass for every table.\nEach holds a litre or a little more!\nAdd to basket",
        ['Jugs'],
        "Jugs of clay and glass for every table.\nEach holds a litre or a little more!",
    ],
    'a sentence above the heading is the shop’s' => [
        "Free delivery on all orders over fifty.\nJugs\nAdd to basket",
        ['Jugs'],
        '',
    ],
    'no heading at all' => [
        "Jugs of clay and glass for every table.\nAdd to basket",
        [],
        'Jugs of clay and glass for every table.',
    ],
    'a heading that is not in the text' => [
        'Jugs of clay and glass for every table.',
        ['A banner'],
        'Jugs of clay and glass for every table.',
    ],
    'short lines with full stops are labels' => ["Jugs\nIn stock.\nNo. 4\nFrom € 12.50", ['Jugs'], ''],
    'a price is no end of a sentence' => ["Jugs\nJug of clay from 12.50 to 14.90 euros each piece", ['Jugs'], ''],
    'a quotation ends it' => [
        "Jugs\nThe potter says: “I like jugs more than cups.”\nOak",
        ['Jugs'],
        'The potter says: “I like jugs more than cups.”',
    ],
    'far below the heading stands something else' => [
        "Jugs\n".str_repeat("Jug\n", 13).'Jugs of clay and glass for every table.',
        ['Jugs'],
        '',
    ],
    'at the last place where one begins' => [
        "Jugs\n".str_repeat("Jug\n", 12).'Jugs of clay and glass for every table.',
        ['Jugs'],
        'Jugs of clay and glass for every table.',
    ],
    'nothing' => ['', ['Jugs'], ''],
]);

it('finds it in pages of other layouts', function (string $html, string $intro): void {
    $page = PageReader::read(
        Charset::toUtf8("<!DOCTYPE html><html><body>$html</body></html>", 'text/html'),
        sure(PageUrl::parse('https://shop.example/jugs')),
    );
    expect(Intro::of(sure($page->details?->text->text), $page->h1s))->toBe($intro);
})->with([
    'a header with an image between' => [
        '<header><nav><a href="/">Home</a></nav></header><main><h1>Jugs</h1><figure><img src="a.jpg" alt="A jug"><figcaption>Blue</figcaption></figure><div><p>Jugs of clay, <b>thrown by hand</b> in our own workshop.</p></div><ul><li>Jug one</li></ul></main>',
        'Jugs of clay, thrown by hand in our own workshop.',
    ],
    'lists instead of paragraphs' => [
        '<main><h1>Jugs</h1><ul class="filters"><li>Blue</li><li>Green</li></ul><span>12 of 40 shown</span><p>Our jugs hold a litre and a half.<br>All of them may go into the oven.</p></main>',
        "Our jugs hold a litre and a half.\nAll of them may go into the oven.",
    ],
    'a page whose text is at its end' => [
        '<main><h1>Jugs</h1>'.
        str_repeat('<a href="/j">Jug of clay</a><p>€ 12</p>', 20).
        '<p>Our jugs hold a litre and a half.</p></main>',
        '',
    ],
]);
