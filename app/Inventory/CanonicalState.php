<?php

declare(strict_types=1);

namespace App\Inventory;

use Orchard\Core\Url\PageUrl;

/** What a page's canonicals come to. */
enum CanonicalState: int
{
    case None = 0;
    case Itself = 1;
    case Another = 2;
    case Disagreeing = 3;
    case StrayOnly = 4;
    case NoAddress = 5;

    public function words(): string
    {
        return match ($this) {
            self::None => 'none',
            self::Itself => 'self-canonical',
            self::Another => 'another URL',
            self::Disagreeing => 'several that disagree',
            self::StrayOnly => 'only outside the head',
            self::NoAddress => 'not a valid URL (ignored)',
        };
    }

    /**
     * @param  list<string>  $tags  as the head gives them
     * @param  int  $strays  canonicals in the body
     */
    public static function of(string $url, array $tags, ?string $header, int $strays): self
    {
        $all = array_values(array_unique([...$tags, ...$header === null ? [] : [$header]]));

        return match (true) {
            count($all) > 1 => self::Disagreeing,
            $all === [] => $strays > 0 ? self::StrayOnly : self::None,
            PageUrl::parse($all[0]) === null => self::NoAddress,
            default => $all[0] === $url ? self::Itself : self::Another,
        };
    }
}
