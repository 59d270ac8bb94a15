<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use Orchard\Core\Text\Slot;

/** A text of a page that a result list shows. */
enum TextField: int
{
    case Title = 1;
    case Description = 2;

    public function key(): string
    {
        return $this === self::Title ? 'title' : 'description';
    }

    public static function fromKey(string $key): ?self
    {
        return match ($key) {
            'title' => self::Title,
            'description' => self::Description,
            default => null,
        };
    }

    public function label(): string
    {
        return $this === self::Title ? 'Title' : 'Description';
    }

    public function desktopSlot(): Slot
    {
        return $this === self::Title ? Slot::desktopTitle() : Slot::desktopDescription();
    }

    public function phoneSlot(): Slot
    {
        return $this === self::Title ? Slot::phoneTitle() : Slot::phoneDescription();
    }

    /** Longest text that is taken at all, in characters; far beyond what any result list shows. */
    public function longest(): int
    {
        return $this === self::Title ? 400 : 1000;
    }
}
