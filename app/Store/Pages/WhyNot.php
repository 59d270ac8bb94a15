<?php

declare(strict_types=1);

namespace App\Store\Pages;

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

    public function words(): string
    {
        return match ($this) {
            self::Indexable => '',
            self::NoAnswer => 'no answer',
            self::Redirect => 'redirect',
            self::ClientError => 'error of the address',
            self::ServerError => 'error of the shop',
            self::NotHtml => 'no HTML page',
            self::Noindex => 'noindex',
            self::Barred => 'barred by robots.txt',
            self::CanonicalElsewhere => 'canonical names another page',
            self::NotFetched => 'not fetched yet',
            self::LooksMissing => 'a not-found page that says 200',
            self::NoWholePage => 'a status of success without a page (204, 206 and the like)',
        };
    }
}
