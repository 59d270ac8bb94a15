<?php

declare(strict_types=1);

use Orchard\Core\Markup\Tokens;

it('ends declarations where the standard ends them', function (string $html, bool $foreign, string $rest): void {
    expect(substr($html, Tokens::declarationEnd($html, 0, $foreign)))->toBe($rest);
})->with([
    'a comment' => ['<!-- a > b -->rest', false, 'rest'],
    'an empty comment, closed at once' => ['<!-->rest', false, 'rest'],
    'an empty comment with one dash more' => ['<!--->rest', false, 'rest'],
    'a comment closed with a bang' => ['<!-- a --!>rest', false, 'rest'],
    'a comment that nothing closes' => ['<!-- a > b', false, ''],
    'a doctype' => ['<!DOCTYPE html>rest', false, 'rest'],
    'a processing instruction is a bogus comment' => ['<?xml a="b>c"?>rest', false, 'c"?>rest'],
    'CDATA in HTML is a bogus comment' => ['<![CDATA[a > b]]>rest', false, ' b]]>rest'],
    'CDATA in foreign content' => ['<![CDATA[a > b]]>rest', true, 'rest'],
    'CDATA that nothing closes' => ['<![CDATA[a > b', true, ''],
]);

it('ends raw text at its own end tag alone', function (string $name, string $html, string $text): void {
    expect(substr($html, 0, Tokens::rawEnd($name, $html, 0)))->toBe($text);
})->with([
    'another tag does not end it' => ['title', 'a</b>b</title>c', 'a</b>b'],
    'a longer name does not end it' => ['title', 'a</titles>b</TITLE >c', 'a</titles>b'],
    'nothing ends it' => ['style', 'a { }', 'a { }'],
    'a script in a comment in a script' => [
        'script',
        '<!-- <script> x </script> y --></script>z',
        '<!-- <script> x </script> y -->',
    ],
    'a comment in a script without another script' => ['script', '<!-- x </script> --></script>', '<!-- x '],
]);

it('reads attributes by the first of a name, decoded', function (): void {
    expect(Tokens::attributes(' HREF="/a?b=1&amp;c=2" href=/second hidden title=\'it "is"\' data-n = 5 =odd=1'))
        ->toBe(['href' => '/a?b=1&c=2', 'hidden' => '', 'title' => 'it "is"', 'data-n' => '5', '=odd' => '1'])
        ->and(Tokens::attributes(''))
        ->toBe([])
        ->and(Tokens::attributes('a="/copy=1&copy;"'))
        ->toBe(['a' => '/copy=1©']);
});

it('ends an end tag where its attributes end, quoted behind an equals sign alone', function (
    string $html,
    ?string $name,
    string $rest,
): void {
    [$read, $end] = Tokens::endTag($html, 0);
    expect([$read, substr($html, $end)])->toBe([$name, $rest]);
})->with([
    'plain' => ['</P>rest', 'p', 'rest'],
    'with blanks' => ["</p \n>rest", 'p', 'rest'],
    'a value with its sign' => ['</p title="a>b" x=\'>\'>rest', 'p', 'rest'],
    'a quotation mark in a name' => ['</p a"b>c">rest', 'p', 'c">rest'],
    'a quotation mark as a name' => ['</scr" + "ipt>" }', 'scr"', '" }'],
    // A browser reads to the end of the file; whoever forgot a mark is better served by what stands behind it.
    'a value that nothing closes' => ['</p a="b>rest', 'p', 'rest'],
    'no letter' => ['</3>rest', null, 'rest'],
    'nothing' => ['</>rest', null, 'rest'],
    'no end' => ['</p', null, ''],
]);
