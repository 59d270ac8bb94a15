<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Suggestions;

/** How suggested texts are to sound. */
enum Tone: string
{
    case Plain = 'plain';
    case Warm = 'warm';
    case Brisk = 'brisk';

    public function label(): string
    {
        return match ($this) {
            self::Plain => 'matter of fact',
            self::Warm => 'warm',
            self::Brisk => 'brisk',
        };
    }
}
