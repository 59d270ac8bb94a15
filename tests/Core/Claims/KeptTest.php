<?php

declare(strict_types=1);

use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\ClaimReader;

// What is read of texts about facts, kept as it was when it was looked at. Whether it is right is what the sheets say,
// which people wrote (FactCheckTest).

it('keeps what is claimed in texts, and what of it no fact says', function (string $language): void {
    $makers = ['Petrel & Sons', 'Corrie', 'Tallow Hill', 'Brook & Bower', 'Lindow', 'Bach & Laube', 'Hollow Mill'];
    $reader = new ClaimReader($language, $makers);
    $told = [];
    foreach (['1', '2', '3', '4', '5'] as $number) {
        foreach (claimSheets("$language-$number") as [$facts, $true, $false]) {
            foreach ([...$true, ...array_column($false, 0)] as $text) {
                $claims = array_map(
                    static fn (Claim $one): string => "{$one->type->value} $one->at $one->text".
                        ($one->quantity === null
                            ? " = $one->concept"
                            : " = {$one->quantity->of} ".$one->quantity->key()),
                    $reader->read($text),
                );
                $told[] =
                    "$text\n  ".implode('; ', $claims)."\n  -".implode('; ', doubtful($language, $text, $facts));
            }
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
})->with(['en', 'de']);
