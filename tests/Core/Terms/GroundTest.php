<?php

declare(strict_types=1);

use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\AskedJudge;
use Orchard\Core\Terms\GroundType;
use Orchard\Core\Terms\TermEvidence;

/** What speaks for the winning kind, in words. */
function groundsOf(string $term, TermEvidence $evidence, string $language = 'en'): string
{
    $asked = (new AskedJudge($language))->of($term, $evidence);

    return $asked->kind->value.': '.Reason::wordsOf(GroundType::class, Reason::pack($asked->because));
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

it('keeps letters as they are', function (): void {
    expect(Reason::pack([new Reason(GroundType::Reading, ['idées']), new Reason(GroundType::Plural)]))->toBe(
        '[["reading","idées"],["plural"]]',
    );
});
