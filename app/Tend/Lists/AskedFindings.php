<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;

/** Which findings are asked for: those of a cause, or of types. */
final readonly class AskedFindings
{
    /** @param  list<FindingType>  $types  asked for where no cause is */
    private function __construct(public ?int $cause, public array $types, public FindingState $state)
    {
    }

    public static function ofCause(int $cause, FindingState $state): self
    {
        return new self($cause, [], $state);
    }

    /** @param  list<FindingType>  $types */
    public static function ofTypes(array $types, FindingState $state): self
    {
        return new self(null, $types, $state);
    }
}
