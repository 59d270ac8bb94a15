<?php

declare(strict_types=1);

namespace App\Stores;

use App\Platform\Database\Row;

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

    /** @param  Row  $row  of saved_views */
    public static function of(Row $row): self
    {
        return new self(
            $row->int('id'),
            $row->int('user_id'),
            $row->text('name'),
            $row->text('query'),
            $row->isTrue('is_shared'),
        );
    }
}
