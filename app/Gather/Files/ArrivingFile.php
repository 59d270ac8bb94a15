<?php

declare(strict_types=1);

namespace App\Gather\Files;

/** A file that somebody sends in pieces. */
final readonly class ArrivingFile
{
    /**
     * @param  int  $arrived  bytes that are here
     */
    public function __construct(public int $id, public int $arrived)
    {
    }
}
