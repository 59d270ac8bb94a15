<?php

declare(strict_types=1);

use Orchard\Core\Url\PageUrl;
use Orchard\Core\Url\UrlPatterns;

it('knows the shapes that may have no end', function (string $path, array $patterns): void {
    expect(UrlPatterns::of(PageUrl::parse("http://shop.example$path") ?? throw new LogicException()))->toBe($patterns);
})->with([
    'a plain page' => ['/lamps/alma-12', []],
    'one parameter' => ['/lamps/alma?finish=brass', ['/lamps/alma?finish' => 1.0, '/lamps/…?finish' => 20.0]],
    'filters in any order' => ['/lamps?b[]=1&a=2&b[]=3', ['/lamps?a&b[]' => 1.0, '/lamps/…?a&b[]' => 10.0]],
    'a calendar' => ['/days/2026/11/05', ['/days/#/#/#' => 1.0]],
    'a number of its own' => ['/p/12345', ['/p/#' => 50.0]],
    'a path that repeats itself' => ['/a/b/a/b/a/b', ['…/a/b again and again' => 0.01]],
    'a very deep path' => ['/a/b/c/d/e/f/g/h/i/j/k/l/m/n/o/p', ['/a/b/… deeper than 15' => 0.1]],
]);
