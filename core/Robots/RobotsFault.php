<?php

declare(strict_types=1);

namespace Orchard\Core\Robots;

/** What can be odd in a robots.txt. */
enum RobotsFault: string
{
    case TooLong = 'too-long';
    case NotUtf8 = 'not-utf8';
    case NoColon = 'no-colon';
    case Unknown = 'unknown';
    case NoindexHere = 'noindex-here';
    case NoName = 'no-name';
    case OddName = 'odd-name';
    case NoGroup = 'no-group';
    case WholeAddress = 'whole-address';
    case NoSlash = 'no-slash';
    case DollarInside = 'dollar-inside';
    case SitemapNotWhole = 'sitemap-not-whole';

    public function words(): string
    {
        return match ($this) {
            self::TooLong => 'The file has more than 500 KiB; crawlers need not read what is behind.',
            self::NotUtf8 => 'The file is not in UTF-8.',
            self::NoColon => 'There is no colon; the line is passed over.',
            self::Unknown => 'Crawlers do not know this line and pass it over.',
            self::NoindexHere => 'noindex counts for nothing here; it belongs into the page.',
            self::NoName => 'The user-agent has no name.',
            self::OddName => 'A crawler’s name has only letters, “-” and “_”; what follows is passed over.',
            self::NoGroup => 'The rule stands before any user-agent and is passed over.',
            self::WholeAddress => 'A rule is a path, not a whole address; this one matches nothing.',
            self::NoSlash => 'A rule begins with “/” or “*”; this one matches nothing.',
            self::DollarInside => '“$” ends a rule only as its last sign; here it is a plain sign.',
            self::SitemapNotWhole => 'A sitemap’s address must be whole, with https:// and host.',
        };
    }
}
