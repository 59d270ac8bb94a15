<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

/** How far the asking for one page is. */
enum PageState: int
{
    case Waiting = 0;
    case Answered = 1;
    case Failed = 2;
}
