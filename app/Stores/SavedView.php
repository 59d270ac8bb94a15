<?php

declare(strict_types=1);

namespace App\Stores;

use stdClass;

/** A view of a screen that somebody kept. */
final readonly class SavedView
{
    /**
     * @param  int  $userId  whoever kept it
     * @param  string  $query  as it stands in the screen's address
     */
    private function __construct(
        public int $id,
        public int $userId,
        public string $name,
        public string $query,
        public bool $isShared,
    ) {
    }

    /** @param  stdClass  $row  of saved_views */
    public static function of(stdClass $row): self
    {
        return new self(
            (int) $row->id,
            (int) $row->user_id,
            (string) $row->name,
            (string) $row->query,
            (bool) $row->is_shared,
        );
    }
}
