<?php

declare(strict_types=1);

namespace App\Release\Lists;

/** One of the pages with the most clicks among those that a release would change. */
final readonly class LargestPage
{
    /**
     * @param  int  $clicks  in 13 weeks
     * @param  list<BeforeAfter>  $changes
     */
    public function __construct(public int $id, public string $url, public int $clicks, public array $changes)
    {
    }
}
