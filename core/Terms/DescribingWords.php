<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * Words that describe a thing and name none: colours, sizes, shapes; and what things are made of. Folded, as
 * Inflection forms them.
 *
 * @phpstan-type Lists array{shades: string, colours: string, others: string, materials: string, pure: string,
 *     one: array<string, string>}
 */
final class DescribingWords
{
    /** @var array<string, array<string, int>> by list, its words as keys */
    private static array $words = [];

    /** @var ?array<string, string> */
    private static ?array $one = null;

    /** Whether the word before a colour makes another colour of it. */
    public static function isShade(string $form): bool
    {
        return isset(self::words('shades')[$form]);
    }

    public static function isColour(string $form): bool
    {
        return isset(self::words('colours')[$form]);
    }

    /** The form that a word is taken for which differs by gender or by country alone. */
    public static function oneGender(string $form): string
    {
        self::$one ??= self::lists()['one'];

        return self::$one[$form] ?? $form;
    }

    /** Whether the word may stand anywhere in a term without a change of meaning. */
    public static function isFree(string $form): bool
    {
        return self::isColour($form) || isset(self::words('others')[$form]);
    }

    public static function isMaterial(string $form): bool
    {
        return isset(self::words('materials')[$form]);
    }

    /**
     * A material by whose name no other thing goes: "brass lamp" and "lamp brass" are one, "bed linen" and "linen
     * bed" two.
     */
    public static function isPureMaterial(string $form): bool
    {
        return isset(self::words('pure')[$form]);
    }

    /**
     * @param  'shades'|'colours'|'others'|'materials'|'pure'  $list
     * @return array<string, int>
     */
    private static function words(string $list): array
    {
        return self::$words[$list] ??= array_flip(explode(' ', self::lists()[$list]));
    }

    /** @return Lists */
    private static function lists(): array
    {
        return require __DIR__.'/Data/describing-words.php';
    }
}
