<?php

declare(strict_types=1);

namespace App\Stores\Steps;

/** The eight steps, in the order in which people work. */
enum Step: string
{
    case Gather = 'gather';
    case Weigh = 'weigh';
    case Match = 'match';
    case Write = 'write';
    case Untangle = 'untangle';
    case Tend = 'tend';
    case Release = 'release';
    case Watch = 'watch';

    public function label(): string
    {
        return ucfirst($this->value);
    }

    public function question(): string
    {
        return match ($this) {
            self::Gather => 'What pages are there?',
            self::Weigh => 'Where is money left lying?',
            self::Match => 'Which search term does each page go for?',
            self::Write => 'What should the searcher read?',
            self::Untangle => 'Which URLs are the same page, and which stays?',
            self::Tend => 'Can the pages be found?',
            self::Release => 'Is it live?',
            self::Watch => 'Did it pay?',
        };
    }
}
