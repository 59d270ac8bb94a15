<?php

declare(strict_types=1);

namespace App\Inventory;

use Orchard\Core\Robots\IndexRules;

/** Why a search engine would not list a page. */
enum WhyNot: int
{
    case Indexable = 0;
    case NoAnswer = 1;
    case Redirect = 2;
    case ClientError = 3;
    case ServerError = 4;
    case NotHtml = 5;
    case Noindex = 6;
    case Barred = 7;
    case CanonicalElsewhere = 8;
    case NotFetched = 9;
    case LooksMissing = 10;
    case NoWholePage = 11;
    case SendsOn = 12;
    case NoindexForOne = 13;
    case Planned = 14;

    /** Whether the page itself asks to be kept out. */
    public function isClosed(): bool
    {
        return $this === self::Noindex || $this === self::NoindexForOne;
    }

    /**
     * The same, with the crawlers that alone are told not to index.
     *
     * @param  list<string>  $crawlers  by which the store lives
     */
    public function wordsOf(string $robots, string $header, array $crawlers): string
    {
        return $this === self::NoindexForOne
            ? 'noindex for '.implode(', ', IndexRules::from([$robots, ...explode('; ', $header)], $crawlers)->barred)
            : $this->words();
    }

    public function words(): string
    {
        return match ($this) {
            self::Indexable => '',
            self::NoAnswer => 'no answer',
            self::Redirect => 'redirect',
            self::ClientError => '4xx error',
            self::ServerError => '5xx error',
            self::NotHtml => 'not HTML',
            self::Noindex => 'noindex',
            self::Barred => 'blocked by robots.txt',
            self::CanonicalElsewhere => 'canonical to another URL',
            self::NotFetched => 'not crawled yet',
            self::LooksMissing => 'soft 404 (not found, but status 200)',
            self::SendsOn => 'meta refresh to another page',
            self::NoindexForOne => 'noindex for one crawler',
            self::Planned => 'planned, not made yet',
            self::NoWholePage => '2xx without a whole page (204, 206)',
        };
    }
}
