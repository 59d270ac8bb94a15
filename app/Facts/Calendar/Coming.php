<?php

declare(strict_types=1);

namespace App\Facts\Calendar;

/** Something that a step will do, or tell, on a day ahead. */
final readonly class Coming
{
    /**
     * @param  string  $at  day of the store, yyyy-mm-dd, with hour and minute where they are known
     * @param  string  $what  a plain sentence without full stop
     */
    public function __construct(public string $at, public string $what, public string $url)
    {
    }
}
