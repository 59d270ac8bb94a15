<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Untangle\Deciding\Policy;

/** What the cause of a page is, what to do with it, and how it stands to the keeper of its tangle. */
final readonly class PageAdvice
{
    /** @param  string  $cause  its digest; empty where there is none */
    public function __construct(public string $cause, public Policy $policy, public ?PairVerdict $kin = null)
    {
    }
}
