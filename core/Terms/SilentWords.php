<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** Articles, prepositions and the like (stop words), which tell nothing of what is wanted; as Inflection forms them. */
final class SilentWords
{
    /** @var ?array<string, int> the words as keys */
    private static ?array $words = null;

    public static function has(string $form): bool
    {
        self::$words ??= array_flip(explode(' ', require __DIR__.'/Data/silent-words.php'));

        return isset(self::$words[$form]);
    }
}
