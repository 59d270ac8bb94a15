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
        assert($type instanceof ReasonType && is_subclass_of($types, ReasonType::class));
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

it('leaves out the last reasons where a list would be longer than its column', function (): void {
    // Each is kept in 13 characters and what it names, between a comma and the next; the list has two brackets.
    $reason = static fn (string $name, int $length): Reason => new Reason(PairReason::Number, [
        str_pad($name, $length, '.'),
    ]);
    $packed = static fn (int ...$lengths): string => Reason::pack(
        array_map(
            static fn (int $length, int|string $nth): Reason => $reason("r$nth", $length),
            $lengths,
            array_keys($lengths),
        ),
    );
    $full = [...array_fill(0, 7, 120), 47];
    expect(strlen($packed(...$full)))
        ->toBe(Reason::LONGEST)
        ->toBe(1000)
        ->and(Reason::unpack(PairReason::class, $packed(...[...array_slice($full, 0, 7), 48])))
        ->toHaveCount(7)
        ->and(Reason::unpack(PairReason::class, $packed(...[...$full, 5]))[0]->of[0])
        ->toStartWith('r0');
});

it('gives what was named back as texts, and leaves out what is no name', function (): void {
    expect(Reason::unpack(PairReason::class, '[["some-products",3,["x"],{"y":1},7]]')[0]->of)
        ->toBe(['3', '7'])
        ->and((new Reason(PairReason::SomeProducts, [3, 7]))->words())
        ->toBe('3 of 7 products');
});

it('says nothing for what is no list of reasons', function (string $kept): void {
    expect(Reason::wordsOf(PairReason::class, $kept))->toBe('');
})->with(['', '[]', '{', '[["of a later release"]]', '[[]]', '["number"]', '3', '[[["number"]]]']);
