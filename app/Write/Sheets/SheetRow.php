<?php

declare(strict_types=1);

namespace App\Write\Sheets;

use Orchard\Core\Wording\TextField;

/** A text of a file, beside what stands in the shop and in the draft. */
final readonly class SheetRow
{
    /**
     * @param  int  $place  row of the file; of a wide one, times its most columns
     * @param  ?string  $note  what is wrong with it
     * @param  ?int  $now  revision of the draft
     */
    public function __construct(
        public int $place,
        public string $url,
        public ?TextField $field,
        public ?string $text,
        public ?string $note,
        public ?string $stored,
        public ?string $draft,
        public ?int $now,
    ) {
    }
}
