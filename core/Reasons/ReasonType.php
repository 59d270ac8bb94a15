<?php

declare(strict_types=1);

namespace Orchard\Core\Reasons;

use BackedEnum;

/** Kinds of reasons of one judge: what stands in the database are its cases; the words are made when one is shown. */
interface ReasonType extends BackedEnum
{
    /** @param  list<string>  $of  what a reason of this type names, such as a count or a word of a page */
    public function words(array $of): string;
}
