<?php

declare(strict_types=1);

namespace App\Changes;

use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TextShift;
use stdClass;

/** What was done to many texts in one way, such as by a theme. */
final readonly class DriftCause
{
    /**
     * @param  string  $code  of the shift, by which its texts are decided on; '' where it was read before these were
     *     kept
     * @param  string  $words  what was done
     * @param  string  $firstAt  UTC
     * @param  int  $clicks  of their pages in the store's window
     */
    private function __construct(
        public TextField $field,
        public string $code,
        public string $words,
        public int $texts,
        public string $firstAt,
        public int $clicks,
    ) {
    }

    /** @param  stdClass  $row  field, cause, texts, first_at and clicks */
    public static function of(stdClass $row): self
    {
        return new self(
            TextField::from((int) $row->field),
            (string) $row->cause,
            TextShift::fromCode((string) $row->cause)?->words() ?? 'was changed',
            (int) $row->texts,
            (string) $row->first_at,
            (int) $row->clicks,
        );
    }
}
