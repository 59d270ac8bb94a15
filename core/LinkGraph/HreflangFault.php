<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/** What is wrong with versions of a page in other languages or markets, or with one of them. */
enum HreflangFault: string
{
    case NoReturn = 'no return link';
    case NoSelf = 'itself is missing';
    case WrongCode = 'wrong code';
    case TwoForOne = 'two pages for one code';
    case Redirected = 'redirects';
    case Unreachable = 'answers with an error';
    case Closed = 'is kept out of search';
    case Folded = 'folds into another page';
    case Unseen = 'was never fetched';

    /** What is the case, in the words of the trade. */
    public function words(): string
    {
        return match ($this) {
            self::NoReturn => 'No return link',
            self::NoSelf => 'Self-reference missing',
            self::WrongCode => 'Invalid language or country code',
            self::TwoForOne => 'Two URLs for one code',
            self::Redirected => 'hreflang to a redirect',
            self::Unreachable => 'hreflang to an error page',
            self::Closed => 'hreflang to a noindex page',
            self::Folded => 'hreflang to a page with another canonical',
            self::Unseen => 'hreflang to a page not crawled yet',
        };
    }

    public function repair(): string
    {
        return match ($this) {
            self::NoReturn => 'Add hreflang back to this page: a version counts only where both link to each other.',
            self::NoSelf => 'Add hreflang to the page itself.',
            self::WrongCode => 'Use an ISO 639-1 language, with an ISO 3166-1 country after a hyphen if needed: en, en-GB, x-default.',
            self::TwoForOne => 'Use one URL for each code.',
            self::Redirected => 'Point it to the target of the redirect.',
            self::Unreachable => 'Remove it, or bring the page back.',
            self::Closed => 'Remove it, or make the page indexable.',
            self::Folded => 'Point it to the canonical page.',
            self::Unseen => 'Crawl the page first.',
        };
    }
}
