<?php

declare(strict_types=1);

namespace App\Changes\Spells;

use DateTimeInterface;

/** A time in which texts belong to a campaign or a trial. */
final readonly class Spell
{
    /** @param  int  $by  the campaign or the trial */
    public function __construct(
        public SpellCause $cause,
        public int $by,
        public DateTimeInterface $from,
        public DateTimeInterface $to,
    ) {
    }
}
