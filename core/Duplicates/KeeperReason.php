<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Reasons\ReasonType;

/** Why a page of a tangle stays; most types name a count. */
enum KeeperReason: string implements ReasonType
{
    case Decided = 'decided';
    case NoneCanStay = 'none-can-stay';
    case StaysBefore = 'stays-before';
    case Declared = 'declared';
    case Engine = 'engine';
    case Tidiness = 'tidiness';
    case Links = 'links';
    case Sitemap = 'sitemap';
    case Redirects = 'redirects';
    case Clicks = 'clicks';
    case Backlinks = 'backlinks';
    case Itself = 'itself';
    case Depth = 'depth';

    public function words(array $of): string
    {
        $count = (int) ($of[0] ?? 0);
        $told = number_format($count);

        return match ($this) {
            self::Decided => 'decided by a person',
            self::NoneCanStay => 'none of them answers 200, may be fetched and is meant for search',
            self::StaysBefore => "was the keeper before, and none is better by more than $told points",
            self::Declared => $count === 1
                ? 'one of the others names it as canonical'
                : "$count of the others name it as canonical",
            self::Engine => 'the search engine kept it',
            self::Tidiness => 'has the tidiest address',
            self::Links => $count === 1 ? 'one page links to it' : "$told pages link to it",
            self::Sitemap => 'stands in the sitemap',
            self::Redirects => $count === 1 ? 'an address redirects to it' : "$count addresses redirect to it",
            self::Clicks => "$told clicks",
            self::Backlinks => $count === 1 ? 'one backlink' : "$told backlinks",
            self::Itself => 'names itself',
            self::Depth => 'the shortest way from the home page',
        };
    }
}
