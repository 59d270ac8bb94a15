<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** Articles, prepositions and the like (stop words), which tell nothing of what is wanted; as Inflection forms them. */
final class SilentWords
{
    private const WORDS = [
        'the' => 1,
        'a' => 1,
        'an' => 1,
        'for' => 1,
        'with' => 1,
        'and' => 1,
        'in' => 1,
        'of' => 1,
        'to' => 1,
        'on' => 1,
        'by' => 1,
        'our' => 1,
        'your' => 1,
        'is' => 1,
        'at' => 1,
        'from' => 1,
        'or' => 1,
        'der' => 1,
        'die' => 1,
        'das' => 1,
        'fur' => 1,
        'mit' => 1,
        'und' => 1,
        'im' => 1,
        'am' => 1,
        'ein' => 1,
        'von' => 1,
        'aus' => 1,
        'zu' => 1,
        'le' => 1,
        'la' => 1,
        'les' => 1,
        'de' => 1,
        'du' => 1,
        'des' => 1,
        'pour' => 1,
        'avec' => 1,
        'et' => 1,
        'un' => 1,
        'une' => 1,
        'en' => 1,
        'el' => 1,
        'los' => 1,
        'las' => 1,
        'del' => 1,
        'para' => 1,
        'con' => 1,
        'y' => 1,
        'una' => 1,
    ];

    public static function has(string $form): bool
    {
        return isset(self::WORDS[$form]);
    }
}
