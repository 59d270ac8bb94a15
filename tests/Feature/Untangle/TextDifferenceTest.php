<?php

declare(strict_types=1);

use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Policy;
use App\Untangle\Lists\CauseWords;
use App\Untangle\Lists\TextDifference;
use Orchard\Core\Duplicates\CauseType;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Random\Engine\Mt19937;
use Random\Randomizer;

it('shows two texts line by line: both are whole in it, and what is shared is as much as can be', function (
    int $seed,
): void {
    $chance = new Randomizer(new Mt19937($seed));
    $text = static fn (): array => array_map(
        static fn (): string => 'line '.$chance->getInt(0, 6),
        range(1, $chance->getInt(1, 14)),
    );
    [$ours, $theirs] = [$text(), $text()];
    $lines = TextDifference::of($ours, $theirs);
    $only = static fn (string $which): array => array_values(
        array_map(
            static fn (array $line): string => $line[1],
            array_filter($lines, static fn (array $line): bool => $line[0] === 'both' || $line[0] === $which),
        ),
    );
    expect($only('ours'))->toBe($ours)->and($only('theirs'))->toBe($theirs);
    // The longest common subsequence, by trying all that the shorter text has.
    $best = 0;
    for ($mask = 0; $mask < 1 << count($ours); $mask++) {
        $some = array_values(
            array_filter($ours, static fn (int $i): bool => (($mask >> $i) & 1) === 1, ARRAY_FILTER_USE_KEY),
        );
        $at = 0;
        foreach ($theirs as $line) {
            $at += ($some[$at] ?? null) === $line ? 1 : 0;
        }
        $best = $at === count($some) ? max($best, $at) : $best;
    }
    expect(count(array_filter($lines, static fn (array $line): bool => $line[0] === 'both')))->toBe($best);
})->with(range(1, 6));

it('says of every cause and every choice what it means', function (CauseSort $sort): void {
    expect($sort->label())->not->toBe('')->and($sort->choices())->not->toBeEmpty();
    foreach (array_keys($sort->choices()) as $choice) {
        expect(Means::tryFrom($choice) !== null || in_array($choice, ['demand', 'promote'], true))->toBeTrue();
    }
    $cause = static fn (string $type, string $parameter, string $scope): string => CauseWords::of(
        (object) ['type' => $type, 'parameter' => $parameter, 'scope' => $scope, 'sort' => $sort->value],
    );
    expect($cause('parameter', 'finish', '/lamp/'))
        ->toContain('finish, /lamp/')
        ->and($cause('declared', 'unreachable', '/lamp/*'))
        ->toBe('Canonical to an error page (404), /lamp/*');
})->with(CauseSort::cases());

it('is safe only where nothing speaks against it', function (array $with, string $means, bool $isSafe): void {
    $with += [
        'sort' => CauseSort::Path,
        'choice' => 'canonical',
        'isDecided' => false,
        'status' => 200,
        'verdict' => CanonicalVerdict::MissedFold,
        'isClosed' => false,
        'sureness' => 0.99,
        'isLearned' => true,
        'lead' => 3.0,
        'isBusier' => false,
        'demand' => null,
    ];
    $policy = Policy::beside(...$with);
    expect($policy->means->value)->toBe($means)->and($policy->isSafe)->toBe($isSafe)->and($policy->why)->not->toBe('');
})->with([
    'sure' => [[], 'canonical', true],
    'not sure that they are the same' => [['sureness' => 0.8], 'canonical', false],
    'the parameter was seen too seldom' => [['isLearned' => false], 'canonical', false],
    'busier than the keeper' => [['isBusier' => true], 'canonical', false],
    'a close keeper' => [['lead' => 0.4], 'canonical', false],
    'decided by a person' => [
        ['sureness' => 0.5, 'isBusier' => true, 'lead' => 0.1, 'isDecided' => true],
        'canonical',
        true,
    ],
    'names the keeper already' => [['verdict' => CanonicalVerdict::ToKeeper], 'leave', true],
    'redirects already' => [['status' => 301, 'verdict' => CanonicalVerdict::NotNeeded], 'leave', true],
    'closed already' => [['isClosed' => true], 'leave', true],
    'closed, to be redirected' => [['isClosed' => true, 'choice' => 'redirect'], 'redirect', true],
    'kept apart' => [['choice' => 'leave'], 'leave', true],
    'in demand' => [['choice' => 'demand', 'demand' => '“oak lamp”, 90 impressions in thirteen weeks'], 'leave', true],
    'not in demand' => [['choice' => 'demand'], 'canonical', true],
    'to be rewritten' => [['choice' => 'rewrite'], 'rewrite', false],
]);

it('has words for every type of cause', function (CauseType $type): void {
    expect(
        CauseWords::of((object) ['type' => $type->value, 'parameter' => 'p', 'scope' => '', 'sort' => 'writing']),
    )->not->toBe('');
})->with(CauseType::cases());
