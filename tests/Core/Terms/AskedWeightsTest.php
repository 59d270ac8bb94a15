<?php

declare(strict_types=1);

use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Terms\AskedJudge;
use Orchard\Core\Terms\GroundType;
use Orchard\Core\Terms\TermEvidence;

/**
 * What speaks for a kind, in logarithms of odds: the logarithm of its share over that of a kind of which nothing was
 * said, less what both have to begin with (collection 0.6, product 0.2, all others -1).
 */
function weightFor(AskedFor $kind, string $term, TermEvidence $evidence, string $language = 'en'): float
{
    $shares = (new AskedJudge($language))->of($term, $evidence)->shares;
    $silent = $kind === AskedFor::Brand ? AskedFor::Article : AskedFor::Brand;
    $start = match ($kind) {
        AskedFor::Collection => 0.6,
        AskedFor::Product => 0.2,
        default => -1.0,
    };

    return round(log($shares[$kind->value] / $shares[$silent->value]) - $start - 1.0, 9);
}

it('adds up the weights of what speaks for a kind', function (
    AskedFor $kind,
    string $term,
    TermEvidence $evidence,
    float $weight,
    string $language = 'en',
): void {
    expect(weightFor($kind, $term, $evidence, $language))->toBe(round($weight, 9));
})->with([
    'nothing' => [AskedFor::Collection, 'a dimmer by harrow', new TermEvidence(), 0.0],
    'nothing for a product' => [AskedFor::Product, 'a dimmer by harrow', new TermEvidence(), 0.0],
    'a question' => [AskedFor::Article, 'how bright it is', new TermEvidence(), 4.0],
    'a question of two words is none' => [AskedFor::Article, 'how bright', new TermEvidence(), 0.0],
    'something to read' => [AskedFor::Article, 'a lamp guide of ours', new TermEvidence(), 3.5],
    'something to do' => [AskedFor::Article, 'rooms to paint now', new TermEvidence(), 3.8],
    'a question about something to do' => [AskedFor::Article, 'how to paint it', new TermEvidence(), 7.8],
    'the store' => [AskedFor::Brand, 'tindrel desk and lamp', new TermEvidence(ownBrand: true), 6.0],
    'a maker' => [AskedFor::Maker, 'harrow', new TermEvidence(maker: true), 5.0],
    'a maker and two words' => [AskedFor::Maker, 'harrow a b', new TermEvidence(maker: true, beyond: ['a', 'b']), 5.0],
    'a maker and three words' => [
        AskedFor::Maker,
        'harrow a b c',
        new TermEvidence(maker: true, beyond: ['a', 'b', 'c']),
        1.0,
    ],
    'a maker and a product' => [AskedFor::Maker, 'harrow', new TermEvidence(products: 1, named: 1, maker: true), 1.0],
    'a maker and returns' => [AskedFor::Maker, 'harrow returns', new TermEvidence(maker: true), 6.5],
    'returns of nobody' => [AskedFor::Maker, 'returns', new TermEvidence(), 0.0],
    'a product by its name' => [AskedFor::Product, 'aurora one', new TermEvidence(products: 1, named: 1), 4.0],
    'one product has all three words' => [AskedFor::Product, 'oak lamp tall', new TermEvidence(products: 1), 0.6],
    'one product has both words' => [AskedFor::Product, 'oak lamp', new TermEvidence(products: 1), 0.0],
    'two products' => [AskedFor::Collection, 'oak lamp tall', new TermEvidence(products: 2), 0.6],
    'three products' => [AskedFor::Collection, 'oak lamp tall', new TermEvidence(products: 3), 0.6],
    'four products' => [AskedFor::Collection, 'oak lamp tall', new TermEvidence(products: 4), 0.5 + 0.8 * log(2)],
    'forty products' => [AskedFor::Collection, 'oak lamp tall', new TermEvidence(products: 40), 0.5 + 0.8 * log(20)],
    'a thousand products' => [AskedFor::Collection, 'oak lamp tall', new TermEvidence(products: 1000), 3.0],
    'two of a maker' => [AskedFor::Collection, 'harrow lamp tall', new TermEvidence(products: 2, maker: true), 0.0],
    'four of a maker' => [AskedFor::Collection, 'harrow lamp tall', new TermEvidence(products: 4, maker: true), 0.0],
    'a plural' => [AskedFor::Collection, 'tall oak lamps', new TermEvidence(), 1.4],
    'a plural that stands first' => [AskedFor::Collection, 'lampes de table', new TermEvidence(), 1.4, 'fr'],
    'a plural behind it' => [AskedFor::Collection, 'lampe pour halls', new TermEvidence(), 0.0, 'fr'],
    'a choice' => [AskedFor::Collection, 'best lamp there is', new TermEvidence(), 1.0],
    'two words' => [AskedFor::Collection, 'oak lamp', new TermEvidence(), 0.8],
    'three words' => [AskedFor::Collection, 'tall oak lamp', new TermEvidence(), 0.0],
    'two words with a maker' => [AskedFor::Collection, 'harrow lamp', new TermEvidence(maker: true), 0.0],
    'which one, in two words' => [AskedFor::Product, 'brass lamp 30cm here', new TermEvidence(), 0.5],
    'which one, in three words' => [AskedFor::Product, 'black brass lamp 30cm', new TermEvidence(), 1.0],
    'which one, in a term of three' => [AskedFor::Product, 'brass lamp 30cm', new TermEvidence(), 0.0],
    'which ones' => [AskedFor::Product, 'black brass 30cm lamps', new TermEvidence(), 0.0],
    'seen pages' => [
        AskedFor::Article,
        'oak lamp tall',
        new TermEvidence(seen: ['article' => 70.0, 'collection' => 30.0]),
        1.5 * 0.7 * (100 / 130),
    ],
    'two fifths of what is seen' => [
        AskedFor::Article,
        'oak lamp tall',
        new TermEvidence(seen: ['article' => 40.0, 'collection' => 60.0]),
        0.0,
    ],
    'nothing is seen' => [AskedFor::Article, 'oak lamp tall', new TermEvidence(seen: ['article' => 0.0]), 0.0],
    'half an impression' => [
        AskedFor::Article,
        'oak lamp tall',
        new TermEvidence(seen: ['article' => 0.5]),
        1.5 * (0.5 / 30.5),
    ],
    'pages of no kind' => [
        AskedFor::Article,
        'oak lamp tall',
        new TermEvidence(seen: ['article' => 50.0, 'other' => 50.0]),
        1.5 * 0.5 * (100 / 130),
    ],
    'first results' => [
        AskedFor::Product,
        'oak lamp tall',
        new TermEvidence(results: ['product' => 9, 'article' => 1]),
        2.5 * 0.9 * (10 / 13),
    ],
    'results and impressions' => [
        AskedFor::Product,
        'oak lamp tall',
        new TermEvidence(seen: ['product' => 30.0], results: ['product' => 3]),
        1.5 / 2 + 2.5 / 2,
    ],
]);

it('names the share that speaks for it in hundredths, behind what is weightier', function (): void {
    $evidence = new TermEvidence(results: ['article' => 2, 'product' => 1]);
    $because = (new AskedJudge('en'))->of('a lamp guide of ours', $evidence)->because;
    expect(array_map(static fn (Reason $reason): array => [$reason->type, $reason->of], $because))->toBe([
        [GroundType::Reading, ['guide']],
        [GroundType::Results, [67, 'article']],
    ]);
});
