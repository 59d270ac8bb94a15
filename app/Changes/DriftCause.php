<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Row;
use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TextShift;

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

    /** @param  Row  $row  field, cause, texts, first_at and clicks */
    public static function of(Row $row): self
    {
        return new self(
            TextField::from($row->int('field')),
            $row->text('cause'),
            TextShift::fromCode($row->text('cause'))?->words() ?? 'was changed',
            $row->int('texts'),
            $row->text('first_at'),
            $row->int('clicks'),
        );
    }
}
