<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

/** What is done about an address that need not stand by itself. */
enum Means: string
{
    case Canonical = 'canonical';
    case Redirect = 'redirect';
    case Noindex = 'noindex';
    case Rewrite = 'rewrite';
    case Links = 'links';
    case Leave = 'leave';

    public function words(): string
    {
        return match ($this) {
            self::Canonical => 'canonical to the keeper',
            self::Redirect => 'redirect to the keeper',
            self::Noindex => 'noindex',
            self::Rewrite => 'write unique texts',
            self::Links => 'link to the keeper instead',
            self::Leave => 'leave as is',
        };
    }

    public function short(): string
    {
        return match ($this) {
            self::Canonical => 'canonical',
            self::Redirect => 'redirect',
            self::Noindex => 'noindex',
            self::Rewrite => 'new texts',
            self::Links => 'fix links',
            self::Leave => 'leave',
        };
    }

    /** @return list<string> those that change something in the shop by themselves */
    public static function changes(): array
    {
        return [self::Canonical->value, self::Redirect->value, self::Noindex->value];
    }
}
