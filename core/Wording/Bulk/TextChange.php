<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

/** Something that is done to many texts at once. */
interface TextChange
{
    /** The text as it is to be; the same where there is nothing to change. */
    public function apply(PageText $page): string;
}
