<?php

declare(strict_types=1);

namespace App\Changes;

use Orchard\Core\Wording\TextField;
use stdClass;

/** A text that is to become true in the shop, as it stands now. */
final readonly class Draft
{
    /**
     * @param  string  $baseValue  the shop's stored text that it was written against
     * @param  int  $revision  number of the history entry that made it what it is
     */
    public function __construct(
        public int $id,
        public int $storeId,
        public int $resourceId,
        public TextField $field,
        public string $value,
        public string $baseValue,
        public Origin $origin,
        public DraftState $state,
        public ?string $note,
        public int $revision,
        public ?int $userId,
        public string $updatedAt,
        public ?int $recipeId,
    ) {
    }

    public static function fromRow(stdClass $row): self
    {
        return new self(
            (int) $row->id,
            (int) $row->store_id,
            (int) $row->resource_id,
            TextField::from((int) $row->field),
            (string) $row->value,
            (string) $row->base_value,
            Origin::from((string) $row->origin),
            DraftState::from((string) $row->state),
            $row->note,
            (int) $row->revision,
            $row->user_id === null ? null : (int) $row->user_id,
            (string) $row->updated_at,
            $row->recipe_id === null ? null : (int) $row->recipe_id,
        );
    }
}
