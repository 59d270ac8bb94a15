<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** In what way somebody else changed a text. */
enum ShiftType: string
{
    case Emptied = 'emptied';
    case Filled = 'filled';
    case EndAdded = 'end-added';
    case StartAdded = 'start-added';
    case EndLost = 'end-lost';
    case NameAlone = 'name-alone';
    case AroundName = 'around-name';
    case EndReplaced = 'end-replaced';
    case Rewritten = 'rewritten';
}
