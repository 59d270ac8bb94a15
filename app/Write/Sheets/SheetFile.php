<?php

declare(strict_types=1);

namespace App\Write\Sheets;

/** A file of texts that came back. */
final readonly class SheetFile
{
    /**
     * @param  bool  $isWide  a row a page, and not a row a text
     * @param  string  $createdAt  moment, UTC
     * @param  ?string  $userName  null for the command line
     */
    public function __construct(
        public int $id,
        public string $fileName,
        public bool $isWide,
        public string $createdAt,
        public ?string $appliedAt,
        public ?string $userName,
    ) {
    }
}
