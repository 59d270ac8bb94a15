<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

enum FrontierState: int
{
    case Queued = 0;
    case Done = 1;
    case Failed = 2;
    case Barred = 3;
    case CutOff = 4;
}
