<?php

declare(strict_types=1);

use Orchard\Core\Markup\HeadMeta;

it('finds a meta element by its name in whatever way it is written', function (string $html, array $contents): void {
    expect(HeadMeta::contents($html, 'engine-proof'))->toBe($contents);
})->with([
    'as usual' => ['<head><meta name="engine-proof" content="abc-1"></head>', ['abc-1']],
    'the other way round, by single quotes' => ["<META CONTENT='abc-1' NAME='Engine-Proof' />", ['abc-1']],
    'two of them' => ['<meta name="engine-proof" content="a"><meta name="engine-proof" content="b">', ['a', 'b']],
    'without quotes' => ['<meta name=engine-proof content=abc>', ['abc']],
    'in a comment' => ['<!-- <meta name="engine-proof" content="abc"> -->', []],
    'another name' => ['<meta name="engine-proof-2" content="abc">', []],
    'no content' => ['<meta name="engine-proof">', ['']],
]);
