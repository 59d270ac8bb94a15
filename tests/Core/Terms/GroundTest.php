<?php

declare(strict_types=1);

use Orchard\Core\Terms\AskedJudge;
use Orchard\Core\Terms\Ground;
use Orchard\Core\Terms\GroundType;
use Orchard\Core\Terms\TermEvidence;

/** What speaks for the winning kind, in words. */
function groundsOf(string $term, TermEvidence $evidence, string $language = 'en'): string
{
    $asked = (new AskedJudge($language))->of($term, $evidence);

    return $asked->kind->value.': '.Ground::wordsOf(Ground::pack($asked->because));
}

it('tells what speaks for a kind, the weightiest first', function (
    string $term,
    TermEvidence $evidence,
    string $told,
): void {
    expect(groundsOf($term, $evidence))->toBe($told);
})->with([
    [
        'how to clean brass lamps',
        new TermEvidence(results: ['article' => 27]),
        // 4.0, 3.8, and 2.5 x 1 x 27 / 30.
        'article: it is put as a question; “to clean” is something that people do; 100% of the first results are articles',
    ],
    [
        'lamp ideas',
        new TermEvidence(seen: ['article' => 70.0, 'collection' => 30.0]),
        'article: “ideas” asks for something to read; 70% of its impressions are of our articles',
    ],
    [
        'brass lamps',
        new TermEvidence(products: 12),
        // 0.5 + 0.8 ln 6 is more than the plural's 1.4.
        'collection: 12 products in stock have all its words; it is put in the plural; it is short and broad',
    ],
    [
        'brass lamps',
        new TermEvidence(products: 3),
        'collection: it is put in the plural; it is short and broad; 3 products in stock have all its words',
    ],
    [
        'best lamps',
        new TermEvidence(),
        'collection: it is put in the plural; “best” asks for a choice; it is short and broad',
    ],
    ['tindrel', new TermEvidence(ownBrand: true), 'brand: it names the store'],
    ['harrow', new TermEvidence(maker: true, beyond: ['x', 'y']), 'maker: it names a maker, and hardly more'],
    [
        'harrow returns',
        new TermEvidence(maker: true, beyond: ['x', 'y']),
        'maker: it names a maker, and hardly more; it asks about a maker’s own shop',
    ],
    [
        'oak lamp tall',
        new TermEvidence(products: 1, named: 1, results: ['product' => 9]),
        'product: one product goes by this name; 100% of the first results are products',
    ],
    ['a dimmer by harrow', new TermEvidence(), 'collection: nothing tells otherwise'],
]);

it('counts a maker less where the term says more, or names a product', function (TermEvidence $evidence): void {
    $asked = (new AskedJudge('en'))->of('harrow table lamp tall', $evidence);
    expect($asked->shares['maker'])->toBeLessThan(0.4);
})->with([
    [new TermEvidence(maker: true, beyond: ['a', 'b', 'c'])],
    [new TermEvidence(maker: true, named: 1, products: 1, beyond: ['a'])],
]);

it('comes back from how it is kept, in the words that it had', function (GroundType $type, array $of): void {
    $ground = new Ground($type, $of);
    expect(Ground::wordsOf(Ground::pack([$ground])))->toBe($ground->words())->not->toBe('');
})->with(
    array_map(
        static fn (GroundType $type): array => [
            $type,
            match ($type) {
                GroundType::Reading, GroundType::Doing, GroundType::Choice => ["d'achat “é” / \""],
                GroundType::Products => [12],
                GroundType::Seen => [55, 'collection'],
                GroundType::Results => [100, 'article'],
                default => [],
            },
        ],
        GroundType::cases(),
    ),
);

it('keeps letters as they are', function (): void {
    expect(Ground::pack([new Ground(GroundType::Reading, ['idées']), new Ground(GroundType::Plural)]))->toBe(
        '[["reading","idées"],["plural"]]',
    );
});

it('says nothing for what is no list of grounds', function (string $packed): void {
    expect(Ground::wordsOf($packed))->toBe('');
})->with(['', '[]', '{', '[["of a later release"]]', '[[]]', '["plural"]', '3']);
