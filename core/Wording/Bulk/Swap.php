<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

use InvalidArgumentException;

/** Changes the places of what stands before and behind a sign: "Lamp – Brass" becomes "Brass – Lamp". */
final readonly class Swap implements TextChange
{
    /** @throws InvalidArgumentException when there is no sign to swap around */
    public function __construct(private string $sign)
    {
        if (trim($sign) === '') {
            throw new InvalidArgumentException('Type the sign around which the parts change places, such as – or |.');
        }
    }

    public function apply(PageText $page): string
    {
        $sign = preg_quote(trim($this->sign), '~');

        return preg_match("~^(.*?)(\\s*$sign\\s*)(.*)$~us", $page->text, $found) === 1 &&
            trim($found[1]) !== '' &&
            trim($found[3]) !== ''
            ? trim($found[3]).$found[2].trim($found[1])
            : $page->text;
    }
}
