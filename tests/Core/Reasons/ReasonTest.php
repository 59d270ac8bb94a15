<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\KeeperReason;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Reasons\ReasonType;
use Orchard\Core\Terms\GroundType;

it('comes back from how it is kept, in the words that it had, and no two types say the same', function (
    string $types,
): void {
    $names = ['A-7', '12', 'x'];
    $said = [];
    foreach ($types::cases() as $type) {
        assert($type instanceof ReasonType);
        $of = $type === PairReason::Keeper ? [Reason::pack([new Reason(KeeperReason::Clicks, [12])])] : $names;
        $reason = new Reason($type, $of);
        $kept = Reason::pack([$reason]);
        expect(Reason::wordsOf($types, $kept))
            ->toBe($reason->words())
            ->not->toBe('')
            ->and(Reason::unpack($types, $kept)[0]->type)
            ->toBe($type);
        $said[] = $reason->words();
    }
    expect(array_unique($said))->toHaveCount(count($types::cases()));
})->with([PairReason::class, KeeperReason::class, GroundType::class]);

it('keeps what a page says whatever signs are in it, in one line and in the room that there is', function (): void {
    $odd = "d'été “a” \"b\" \\c\n\t/[1],";
    expect(Reason::wordsOf(PairReason::class, Reason::pack([new Reason(PairReason::Number, [$odd])])))
        ->toBe("stock number d'été “a” \"b\" \\c /[1], on both")
        ->and(Reason::pack([new Reason(PairReason::Number, ["\xff\xfe".str_repeat('é', 500)])]))
        ->toHaveLength(strlen('[["number",""]]') + 120);
    $long = array_fill(0, 20, new Reason(PairReason::Number, [str_repeat('é', 100)]));
    $kept = Reason::pack($long, 400);
    expect(mb_strlen($kept))
        ->toBeLessThanOrEqual(400)
        ->and(Reason::unpack(PairReason::class, $kept))
        ->toHaveCount(3)
        ->and(Reason::pack($long, 5))
        ->toBe('[]');
});

it('says nothing for what is no list of reasons', function (string $kept): void {
    expect(Reason::wordsOf(PairReason::class, $kept))->toBe('');
})->with(['', '[]', '{', '[["of a later release"]]', '[[]]', '["number"]', '3', '[[["number"]]]']);
