<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

/**
 * How far a page of a worklist is. All but "left out" come by themselves, from what happens to the page's texts and
 * addresses.
 */
enum PageState: string
{
    case Planned = 'planned';
    case Written = 'written';
    case Ready = 'ready';
    case Released = 'released';
    case Seen = 'seen';
    case Left = 'left';

    /** Ticked off by hand, before states came by themselves. */
    case Done = 'done';

    public function label(): string
    {
        return match ($this) {
            self::Left => 'left out',
            self::Seen => 'seen live',
            self::Ready => 'ready for release',
            default => $this->value,
        };
    }

    /** Whether it is still to be done, so that it carries over. */
    public function isOpen(): bool
    {
        return in_array($this, [self::Planned, self::Written, self::Ready], true);
    }

    public function isDone(): bool
    {
        return in_array($this, [self::Released, self::Seen, self::Done], true);
    }

    /** @return string values of those that hold, as a list for SQL */
    public static function sql(bool $done): string
    {
        return implode(
            ',',
            array_map(
                static fn (self $one): string => "'$one->value'",
                array_filter(self::cases(), static fn (self $one): bool => $done ? $one->isDone() : $one->isOpen()),
            ),
        );
    }
}
