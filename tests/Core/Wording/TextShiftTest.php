<?php

declare(strict_types=1);

use Orchard\Core\Wording\ShiftType;
use Orchard\Core\Wording\TextShift;

it('tells in what way a text was changed', function (string $ours, string $theirs, string $words): void {
    expect(TextShift::between($ours, $theirs, 'Oak Table Lamp')->words())->toBe($words);
})->with([
    ['Oak Table Lamp, dimmable', '', 'is empty now'],
    ['', 'Something', 'was empty, and is not any more'],
    ['Oak Table Lamp, dimmable', 'Oak Table Lamp, dimmable | Shop', 'got “ | Shop” at its end'],
    ['Oak Table Lamp, dimmable', 'SALE: Oak Table Lamp, dimmable', 'got “SALE: ” before it'],
    ['Oak Table Lamp, dimmable and warm', 'Oak Table Lamp, dimmable…', 'lost its end'],
    ['A lamp of oak for the table', 'Buy Oak Table Lamp online', 'is “Buy … online” around the name now'],
    ['A lamp of oak for the table', 'Oak Table Lamp', 'is the name alone now'],
    ['Lamp of oak, by hand – Tindrel', 'Lamp of oak, by hand – Lampery', 'ends with “Lampery” instead of “Tindrel”'],
    ['Lämpchen aus Eiche – Bö', 'Lämpchen aus Eiche – Bä', 'ends with “Bä” instead of “Bö”'],
    ['A lamp of oak', 'Light for late readers', 'was written anew'],
]);

it('tells the same of whatever one template did, whichever thing it is', function (): void {
    $words = [];
    foreach (
        ['Oak Table Lamp' => 'Made of oak', 'Brass Spot' => 'A spot of brass', 'Étoile' => 'Star of paper'] as $name => $ours
    ) {
        $words[] = TextShift::between($ours, "$name – buy it at Shop", $name)->words();
    }
    expect(array_unique($words))->toBe(['is “… – buy it at Shop” around the name now']);
});

it('is never at a loss, and never longer than a line', function (int $seed): void {
    mt_srand($seed);
    $text = static function (): string {
        $letters = ['a', 'ß', '–', ' ', '|', '漢', '…', '.', "\u{1F4A1}", 'Q', '5'];

        return implode('', array_map(static fn (): string => $letters[array_rand($letters)], range(0, mt_rand(0, 120))));
    };
    for ($i = 0; $i < 200; $i++) {
        $words = TextShift::between($text(), $text(), $text())->words();
        expect($words)
            ->not->toBe('')
            ->and(mb_check_encoding($words, 'UTF-8'))
            ->toBeTrue()
            ->and(mb_strlen($words))
            ->toBeLessThanOrEqual(170);
    }
})->with([1, 2, 3]);

it('tells ends and beginnings up to sixty characters, longer ones are texts of their own', function (
    string $ours,
    string $theirs,
    string $words,
): void {
    expect(TextShift::between($ours, $theirs, 'Lamp')->words())->toBe($words);
})->with([
    'sixty behind' => ['Oak', 'Oak'.str_repeat('x', 60), 'got “'.str_repeat('x', 60).'” at its end'],
    'sixty-one behind' => ['Oak', 'Oak'.str_repeat('x', 61), 'was written anew'],
    'sixty before' => ['Oak', str_repeat('y', 60).'Oak', 'got “'.str_repeat('y', 60).'” before it'],
    'sixty-one before' => ['Oak', str_repeat('y', 61).'Oak', 'was written anew'],
    'sixty around the name, and sixty-one' => [
        'Oak',
        str_repeat('a', 60).'Lamp'.str_repeat('b', 61),
        'was written anew',
    ],
    'sixty-one around it, and sixty' => ['Oak', str_repeat('a', 61).'Lamp'.str_repeat('b', 60), 'was written anew'],
    'sixty around it on both sides' => [
        'Oak',
        str_repeat('a', 60).'Lamp'.str_repeat('b', 60),
        'is “'.str_repeat('a', 60).'…'.str_repeat('b', 60).'” around the name now',
    ],
]);

it('says that an end was lost where four tenths of the text are left, else that it was written anew', function (
    int $left,
    string $words,
): void {
    $ours = 'abcdefghi klmnopqrst';
    expect(TextShift::between($ours, substr($ours, 0, $left).' …', 'None of it')->words())->toBe($words);
})->with([[8, 'lost its end'], [7, 'was written anew'], [20, 'got “ …” at its end']]);

it('tells another end where four tenths have stayed, to the word', function (): void {
    // Of ten characters four have stayed: "abc " of "abc defghi".
    expect(TextShift::between('abc defghi', 'abc xyz', 'None')->words())
        ->toBe('ends with “xyz” instead of “defghi”')
        ->and(TextShift::between('abc defghij', 'abc xyz', 'None')->words())
        ->toBe('was written anew');
});

it('looks for names of four letters and more', function (): void {
    expect(TextShift::between('Something else', 'Buy Lamp here', 'Lamp')->words())
        ->toBe('is “Buy … here” around the name now')
        ->and(TextShift::between('Something else', 'Buy Oak here', 'Oak')->words())
        ->toBe('was written anew')
        ->and(TextShift::between('Something else', 'Buy Lamp here', '  Lamp ')->words())
        ->toBe('is “Buy … here” around the name now');
});

it('comes back from its code as it was, whatever stands in the texts', function (int $seed): void {
    mt_srand($seed);
    $letters = ['a', 'Z', ' ', '"', '\\', '/', "\n", "\t", '|', '“', '漢', "\u{1F4A1}", ',', '[', ']'];
    $text = static fn (int $most): string => implode(
        '',
        array_map(static fn (): string => $letters[mt_rand(0, count($letters) - 1)], range(0, mt_rand(0, $most))),
    );
    $types = [];
    for ($i = 0; $i < 300; $i++) {
        $ours = 'Oak lamp, '.$text(10);
        $theirs = match ($i % 7) {
            0 => $ours.$text(50),
            1 => $text(50).$ours,
            2 => $text(20).'Oak lamp'.$text(20),
            3 => mb_substr($ours, 0, 9).' '.$text(30),
            4 => 'Oak lam…',
            5 => '',
            default => $text(80),
        };
        $shift = TextShift::between($ours, $theirs, 'Oak lamp');
        $back = TextShift::fromCode($shift->code());
        expect($back)->toEqual($shift)->and($back?->words())->toBe($shift->words());
        // A form takes space off both ends of what is sent.
        expect(trim($shift->code()))->toBe($shift->code());
        expect(mb_strlen($shift->code()))->toBeLessThanOrEqual(TextShift::MOST);
        $types[$shift->type->value] = true;
    }
    expect(count($types))->toBeGreaterThanOrEqual(6);
})->with([4, 5]);

it('tells what would take too long a code as written anew', function (): void {
    $ends = static fn (int $n): TextShift => TextShift::between('Oak', 'Oak'.str_repeat("\x01", $n), 'Lamp');
    expect($ends(60)->type)
        ->toBe(ShiftType::EndAdded)
        ->and(TextShift::between('Oak', str_repeat("\x01", 60).'Lamp'.str_repeat("\x02", 60), 'Lamp')->type)
        ->toBe(ShiftType::Rewritten);
});

it('knows no shift by what is no code', function (string $code): void {
    expect(TextShift::fromCode($code))->toBeNull();
})->with(['', 'lost its end', '[]', '{}', '"end-lost"', '["of a later release"]', '[1]', '["end-lost"']);
