<?php

declare(strict_types=1);

namespace App\Gather\Files;

/** What a person says of a file that is brought in, where it is not found out or found wrongly. */
final readonly class FileAnswers
{
    /**
     * @param  array<array-key, mixed>  $corrections  of the dialect; dates and scope are kept for the next file of its
     *     shape
     * @param  ?array<int, string>  $columns  field key by column; null to find them
     * @param  ?string  $firstDay  of what rows without a day tell
     * @param  ?string  $lastDay  the same
     */
    public function __construct(
        public array $corrections = [],
        public ?array $columns = null,
        public ?string $firstDay = null,
        public ?string $lastDay = null,
    ) {
    }
}
