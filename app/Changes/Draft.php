<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Row;
use Orchard\Core\Wording\TextField;

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

    public static function fromRow(Row $row): self
    {
        return new self(
            $row->int('id'),
            $row->int('store_id'),
            $row->int('resource_id'),
            TextField::from($row->int('field')),
            $row->text('value'),
            $row->text('base_value'),
            Origin::from($row->text('origin')),
            DraftState::from($row->text('state')),
            $row->note,
            $row->int('revision'),
            $row->intOrNull('user_id'),
            $row->text('updated_at'),
            $row->intOrNull('recipe_id'),
        );
    }
}
