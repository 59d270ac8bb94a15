<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** A whole week's clicks from search beside those of the same week a year earlier. */
final readonly class Week
{
    /**
     * @param  string  $monday  yyyy-mm-dd
     * @param  ?int  $clicks  null where no day of the week is told
     * @param  ?int  $yearEarlier  null where no day of that week is told
     */
    public function __construct(public string $monday, public ?int $clicks, public ?int $yearEarlier)
    {
    }
}
