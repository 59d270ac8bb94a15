<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

/** How far a page of a worklist is. */
enum PageState: string
{
    case Planned = 'planned';
    case Begun = 'begun';
    case Done = 'done';
    case Left = 'left';

    public function label(): string
    {
        return $this === self::Left ? 'left out' : $this->value;
    }

    /** Whether it is still to be done, so that it carries over. */
    public function isOpen(): bool
    {
        return $this === self::Planned || $this === self::Begun;
    }
}
