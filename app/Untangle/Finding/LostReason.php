<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use Orchard\Core\Reasons\ReasonType;

/** Why an address that answers no more should lead where it is to lead; some name hundredths. */
enum LostReason: string implements ReasonType
{
    case Moved = 'moved';
    case Replaced = 'replaced';
    case SameNumber = 'same-number';
    case OldText = 'old-text';
    case Name = 'name';
    case NothingLike = 'nothing-like';
    case OnlyLinks = 'only-links';
    case Nobody = 'nobody';

    public function words(array $of): string
    {
        $part = $of[0] ?? '';

        return match ($this) {
            self::Moved => 'moved there',
            self::Replaced => 'replaced by it',
            self::SameNumber => 'the same product number',
            self::OldText => "$part of 100 runs of words of that page stood in its old text",
            self::Name => "$part of 100 words of its name and address",
            self::NothingLike => 'nothing is like it',
            self::OnlyLinks => 'nobody asks for it but links of the shop',
            self::Nobody => 'nobody asks for it',
        };
    }
}
