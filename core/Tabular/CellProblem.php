<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

/** Why a row cannot be taken: a finding about the file, not an error of ours. */
final readonly class CellProblem
{
    public function __construct(public string $column, public string $reason)
    {
    }
}
