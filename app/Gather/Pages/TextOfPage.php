<?php

declare(strict_types=1);

namespace App\Gather\Pages;

/** A text of a page that can be edited. */
final readonly class TextOfPage
{
    /**
     * @param  int  $field  number of a TextField
     * @param  ?string  $stored  what somebody entered in the shop
     * @param  ?string  $shown  what the page shows
     */
    public function __construct(public int $field, public ?string $stored, public ?string $shown)
    {
    }
}
