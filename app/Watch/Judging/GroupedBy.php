<?php

declare(strict_types=1);

namespace App\Watch\Judging;

/** By what the pages of a change are parted; a page stands in one group of each. */
enum GroupedBy: int
{
    /** All pages of the change, or those that share their queries. */
    case Nothing = 0;

    case Work = 1;

    case Recipe = 2;

    case Query = 3;

    public function label(): string
    {
        return match ($this) {
            self::Nothing => 'All pages',
            self::Work => 'Kind and way of writing',
            self::Recipe => 'Recipe',
            self::Query => 'What people search for',
        };
    }

    /** The number of its first group; page by page lists are by Work alone. */
    public function firstPart(): int
    {
        return match ($this) {
            self::Nothing => GroupResult::ALL,
            self::Work => GroupResult::SHARING + 1,
            self::Recipe => 1000,
            self::Query => 2000,
        };
    }

    /** Pages, at least, that are told as a group: fewer are told page by page. */
    public function least(): int
    {
        return $this === self::Work ? 1 : 10;
    }

    /** Groups that are told at most, the largest; the rest is in what all pages did. */
    public function most(): int
    {
        return $this === self::Work ? 500 : 12;
    }
}
