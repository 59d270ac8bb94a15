<?php

declare(strict_types=1);

use App\Untangle\Deciding\ActionReason;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Policy;
use App\Untangle\Deciding\Standing;
use App\Untangle\Lists\ListedCause;
use App\Untangle\Lists\TextDifference;
use Orchard\Core\Duplicates\CauseType;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;
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
    $cause = static fn (CauseType $type, string $parameter, string $scope): string => (new ListedCause(
        1,
        $type,
        $parameter,
        $scope,
        $sort,
    ))->words();
    expect($cause(CauseType::Parameter, 'finish', '/lamp/'))
        ->toContain('finish, /lamp/')
        ->and($cause(CauseType::Declared, 'unreachable', '/lamp/*'))
        ->toBe('Canonical to an error page (404), /lamp/*');
})->with(CauseSort::cases());

it('is safe only where nothing speaks against it, and says what does', function (
    array $with,
    string $means,
    ?string $doubt,
    string $why = 'canonical to an error page (404)',
): void {
    $with += ['choice' => 'canonical', 'isDecided' => false];
    $policy = Policy::beside(
        $with['choice'],
        $with['isDecided'],
        new Standing(
            ...array_diff_key($with, ['choice' => true, 'isDecided' => true]) + [
                'status' => 200,
                'verdict' => CanonicalVerdict::Unreachable,
                'isClosed' => false,
                'sureness' => 0.99,
                'isLearned' => true,
                'lead' => 3.0,
                'isBusier' => false,
                'demand' => null,
            ],
        ),
    );
    expect($policy->means->value)
        ->toBe($means)
        ->and($policy->isSafe)
        ->toBe($doubt === null)
        ->and($policy->why->words())
        ->toBe($doubt ?? $why);
})->with([
    'sure' => [[], 'canonical', null],
    'no fault in what it declares' => [['verdict' => CanonicalVerdict::Weak], 'canonical', null, 'one page is enough'],
    'not sure that they are the same' => [['sureness' => 0.849], 'canonical', 'likely, not sure, to be the same page'],
    'just sure' => [['sureness' => 0.85, 'lead' => 1.0], 'canonical', null],
    'the parameter was seen too seldom' => [
        ['isLearned' => false],
        'canonical',
        'what the parameter does was seen too seldom to be sure',
    ],
    'busier than the keeper' => [['isBusier' => true], 'canonical', 'has more clicks than the keeper'],
    'a close keeper' => [['lead' => 0.99], 'canonical', 'which of them should stay is close'],
    'decided by a person' => [
        ['sureness' => 0.5, 'isBusier' => true, 'lead' => 0.1, 'isDecided' => true],
        'canonical',
        null,
    ],
    'names the keeper already' => [
        ['verdict' => CanonicalVerdict::ToKeeper],
        'leave',
        null,
        'names the keeper already',
    ],
    'redirects already' => [
        ['status' => 301, 'verdict' => CanonicalVerdict::NotNeeded],
        'leave',
        null,
        'redirects to the keeper',
    ],
    'redirects by a detour' => [
        ['status' => 301, 'verdict' => CanonicalVerdict::Redirected, 'choice' => 'redirect'],
        'redirect',
        null,
        'reaches the keeper by more than one hop',
    ],
    'closed already' => [['isClosed' => true], 'leave', null, 'is kept out of search already'],
    'closed, to be redirected' => [['isClosed' => true, 'choice' => 'redirect'], 'redirect', null],
    'kept apart' => [['choice' => 'leave'], 'leave', null, 'the store’s rule: kept apart'],
    'kept apart by a person' => [['choice' => 'leave', 'isDecided' => true], 'leave', null, 'decided: kept apart'],
    'in demand' => [
        ['choice' => 'demand', 'demand' => new Reason(ActionReason::SearchedFor, ['oak lamp', 2, 1090])],
        'leave',
        null,
        'is searched for by itself: “oak lamp” and 2 more, 1,090 impressions in thirteen weeks',
    ],
    'not in demand' => [['choice' => 'demand'], 'canonical', null],
    'to be rewritten' => [
        ['choice' => 'rewrite'],
        'rewrite',
        'whether it deserves a text of its own is the owner’s to say',
    ],
]);

it('has words for every type of cause', function (CauseType $type): void {
    expect((new ListedCause(1, $type, 'p', '', CauseSort::Writing))->words())->not->toBe('');
})->with(CauseType::cases());
