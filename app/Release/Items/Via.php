<?php

declare(strict_types=1);

namespace App\Release\Items;

/** By which way a change gets into the shop. */
enum Via: string
{
    /** Written by the shop's admin API. */
    case Direct = 'direct';

    /** Handed over as a file of the shop's own form, which its import takes. */
    case File = 'file';

    /** Put on a list for a person or a developer. */
    case Person = 'person';

    public function label(): string
    {
        return match ($this) {
            self::Direct => 'directly',
            self::File => 'as a file',
            self::Person => 'by somebody else',
        };
    }
}
