<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

/** What a column holds. */
enum CellSort
{
    case Day;
    case Address;
    case Words;
    case Country;
    case Device;
    case SearchType;
    case Count;
    case Number;
    case Text;
    case Truth;
}
