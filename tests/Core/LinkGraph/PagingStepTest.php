<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\PagingStep;
use Orchard\Core\Url\PageUrl;

it('tells a click that turns a list from one that leads somewhere', function (
    string $from,
    string $to,
    bool $is,
): void {
    expect(
        PagingStep::is(
            sure(PageUrl::parse("https://shop.example$from")),
            sure(PageUrl::parse("https://shop.example$to")),
        ),
    )->toBe($is);
})->with([
    'the second part, by parameter' => ['/jugs', '/jugs?page=2', true],
    'the third' => ['/jugs?page=2', '/jugs?page=3', true],
    'backwards' => ['/jugs?page=3', '/jugs?page=2', true],
    'with a filter that stays' => ['/jugs?tone=ash', '/jugs?tone=ash&leaf=2', true],
    'the second part, in the path' => ['/jugs', '/jugs/2', true],
    'by a word and a number' => ['/jugs/part/2', '/jugs/part/3', true],
    'by a word with a hyphen' => ['/jugs', '/jugs/seite-2', true],
    'with a slash at the end' => ['/jugs/', '/jugs/page/2/', true],
    'of a list whose name ends in a number' => ['/bowls/set-2', '/bowls/set-2/part/2', true],
    'the third of such a list' => ['/bowls/set-2/part/2', '/bowls/set-2/part/3', true],
    'another list' => ['/jugs', '/bowls?page=2', false],
    'a filter' => ['/jugs', '/jugs?tone=ash', false],
    'a filter by number beside another page' => ['/jugs?page=2', '/jugs?size=2&page=3', false],
    'a product below' => ['/jugs', '/jugs/alba', false],
    'the same' => ['/jugs', '/jugs', false],
    'back to the first part' => ['/jugs?page=2', '/jugs', false],
    'a number too large for a part' => ['/jugs', '/jugs?id=470011', false],
    'a number of five digits, too large too' => ['/jugs', '/jugs?id=47011', false],
    'from a part that nobody counts' => ['/jugs/part/0', '/jugs/part/1', false],
    'two numbers at once' => ['/jugs', '/jugs?a=1&b=2', false],
]);

it('knows no step to another host', function (): void {
    expect(
        PagingStep::is(
            sure(PageUrl::parse('https://shop.example/jugs')),
            sure(PageUrl::parse('https://other.example/jugs?page=2')),
        ),
    )->toBeFalse();
});

it('knows the form of a further part of a list', function (string $address, bool $is): void {
    expect(PagingStep::mayBePart(sure(PageUrl::parse("https://shop.example$address"))))->toBe($is);
})->with([
    'by parameter' => ['/jugs?page=2', true],
    'before another parameter' => ['/jugs?page=2&tone=ash', true],
    'in the path' => ['/jugs/2', true],
    'by a word and a number' => ['/jugs/seite-2/', true],
    'the first part' => ['/jugs', false],
    'a filter' => ['/jugs?tone=ash', false],
    'a number too large for a part' => ['/jugs?id=470011', false],
    'a word that has a number' => ['/jugs/alba2x', false],
]);
