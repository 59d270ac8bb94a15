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

    public function repair(): string
    {
        return match ($this) {
            self::NoReturn => 'Name this page there, too: a version counts only where both name each other.',
            self::NoSelf => 'Name the page itself among its versions.',
            self::WrongCode => 'A language of ISO 639-1, with a country of ISO 3166-1 behind a hyphen if any: en, en-GB, x-default.',
            self::TwoForOne => 'Name one page for each code.',
            self::Redirected => 'Name the page that the redirect leads to.',
            self::Unreachable => 'Take it off, or bring the page back.',
            self::Closed => 'Take it off, or let the page be listed.',
            self::Folded => 'Name the page that it folds into.',
            self::Unseen => 'Nothing is known of it until it has been fetched.',
        };
    }
}
