<?php

declare(strict_types=1);

use Orchard\Core\Redirects\AddressPattern;
use Orchard\Core\Url\PageUrl;

it('tells what an address and its value have in common with others of their kind', function (
    string $from,
    string $to,
    string $of,
    string $value,
    bool $isRule,
): void {
    $pattern = AddressPattern::between(PageUrl::parse($from) ?? throw new LogicException(), $to);
    expect($pattern)->of->toBe($of)->value->toBe($value)->and($pattern->isRule())->toBe($isRule);
})->with([
    [
        'https://s.example/lamp/brom?finish=brass',
        'https://s.example/lamp/brom',
        '/lamp/…?finish=…',
        'the same URL without “finish”',
        true,
    ],
    [
        'https://s.example/lamp/brom?b=2&a=1',
        'https://s.example/lamp/brom?a=1',
        '/lamp/…?a=…&b=…',
        'the same URL without “b”',
        true,
    ],
    [
        'https://s.example/lamp/brom?a=1&c=3&b=2',
        'https://s.example/lamp/brom',
        '/lamp/…?a=…&b=…&c=…',
        'the same URL without “a”, “b” and “c”',
        true,
    ],
    [
        'https://s.example/range/desk/brom',
        'https://s.example/lamp/brom',
        '/range/…/…',
        '/lamp/<the last part of the URL>',
        true,
    ],
    [
        'https://s.example/range/desk/brom?x=1',
        'https://s.example/lamp/brom?finish=oak',
        '/range/…/…?x=…',
        '/lamp/<the last part of the URL>?finish=…',
        true,
    ],
    ['https://s.example/lamp/brom', 'https://s.example/lamp/brom', '/lamp/…', 'the URL itself', true],
    [
        'https://s.example/lamp/brom-copy',
        'https://s.example/lamp/brom',
        '/lamp/…',
        'https://s.example/lamp/brom',
        false,
    ],
    ['https://s.example/find?q=x', 'noindex', '/…?q=…', '“noindex”', true],
    ['https://s.example/', '', '/', 'as the theme sets it', true],
]);
