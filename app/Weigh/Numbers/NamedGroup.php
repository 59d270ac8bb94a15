<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

/** A group of sums as people call it. */
final readonly class NamedGroup
{
    /**
     * @param  ?array<string, ?string>  $asked  what stands in the address where it is looked at alone; null where it
     *     cannot be
     */
    public function __construct(public SumGroup $group, public string $label, public ?array $asked)
    {
    }
}
