<?php

declare(strict_types=1);

namespace App\Tend\Found;

enum FindingState: int
{
    case Open = 1;
    case Left = 2;
    case Mended = 3;
}
