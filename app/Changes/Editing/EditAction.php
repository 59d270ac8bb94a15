<?php

declare(strict_types=1);

namespace App\Changes\Editing;

/** What a person did to texts in one go. */
enum EditAction: string
{
    case Typed = 'typed';
    case Pasted = 'pasted';
    case Cut = 'cut';
    case Filled = 'filled';
    case Cleared = 'cleared';
    case AsShop = 'as-shop';
    case Replaced = 'replaced';
    case Brand = 'brand';
    case Letters = 'letters';
    case Taken = 'taken';
    case Fitted = 'fitted';
    case Swapped = 'swapped';
    case Tidied = 'tidied';
    case Led = 'led';
    case Suggested = 'suggested';

    /** Such as "pasted 12 texts". */
    public function words(int $texts): string
    {
        $n = $texts === 1 ? 'one text' : number_format($texts).' texts';

        return match ($this) {
            self::Typed => "typed $n",
            self::Pasted => "pasted $n",
            self::Cut => "cut $n",
            self::Filled => "filled down $n",
            self::Cleared => "cleared $n",
            self::AsShop => "went back to the shop’s text in $n",
            self::Replaced => "replaced words in $n",
            self::Brand => "changed the brand in $n",
            self::Letters => "changed letters in $n",
            self::Taken => "took over $n",
            self::Fitted => "shortened $n",
            self::Swapped => "swapped parts of $n",
            self::Tidied => "tidied $n",
            self::Suggested => "took $n that were suggested",
            self::Led => 'set the lead '.
                ($texts === 1 ? 'term of one page' : 'terms of '.number_format($texts).' pages'),
        };
    }
}
