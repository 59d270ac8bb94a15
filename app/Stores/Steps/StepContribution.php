<?php

declare(strict_types=1);

namespace App\Stores\Steps;

use App\Stores\Models\Store;

/** What a built step tells the page frame and the dossier. */
interface StepContribution
{
    public function step(): Step;

    /** Where the step begins. */
    public function url(Store $store): string;

    /** What waits there, in a few words; null where nothing does. Must cost one indexed query at most. */
    public function waiting(Store $store): ?Waiting;

    /**
     * What needs a hand there, as a sentence, with the straight way to it; null where nothing does. A few indexed
     * queries at most.
     */
    public function hand(Store $store): ?Hand;

    /** What the step cannot begin without; null where it has what it needs. */
    public function missing(Store $store): ?Missing;

    /**
     * What the step does by itself. A few indexed queries at most.
     *
     * @return list<Duty>
     */
    public function duties(Store $store): array;
}
