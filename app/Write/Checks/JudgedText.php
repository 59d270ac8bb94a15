<?php

declare(strict_types=1);

namespace App\Write\Checks;

/** What the checks say of one text by itself, without what other pages say. */
final readonly class JudgedText
{
    /**
     * @param  int  $bits  of Check
     * @param  int  $pixels  its width as shown, at most 65,535
     * @param  ?string  $near  eight bytes of NearWording; null where it has no words
     * @param  int  $off  bits of checks that are not made of it, or that somebody let pass
     */
    public function __construct(public int $bits, public int $pixels, public ?string $near, public int $off)
    {
    }
}
