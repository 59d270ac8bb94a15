<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/** What a text says of a thing that its facts have to say as well. */
enum ClaimType: string
{
    case Figure = 'figure';
    case Price = 'price';
    case Material = 'material';
    case Colour = 'colour';
    case Origin = 'origin';
    case Guarantee = 'guarantee';
    case Certificate = 'certificate';
    case Property = 'property';
    case Superlative = 'superlative';
    case Free = 'free';
    case Name = 'name';

    /** What the page's facts would have to tell. */
    public function missing(): string
    {
        return match ($this) {
            self::Figure => 'no such figure',
            self::Price => 'no such price',
            self::Material => 'no such material',
            self::Colour => 'no such colour',
            self::Origin => 'no such origin',
            self::Guarantee => 'no such guarantee',
            self::Certificate => 'no such certificate',
            self::Property => 'no such property',
            self::Superlative => 'nothing that says so',
            self::Free => 'nothing that says it is free',
            self::Name => 'no such name or number',
        };
    }
}
