<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Changes\DraftState;
use App\Changes\Origin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;

/** A draft as it stood at one moment: all that is needed to bring it back to the letter. */
final readonly class DraftSnapshot
{
    public const COLUMNS = [
        'value', 'base_value', 'origin', 'recipe_id', 'state', 'note', 'revision', 'user_id', 'updated_at',
        'approved_by', 'approved_at',
    ];

    /**
     * @param  string  $baseValue  the shop's stored text that it was written against
     * @param  int  $revision  number of the history entry that made it what it is
     * @param  string  $updatedAt  in UTC, as the database has it
     */
    public function __construct(
        public string $value,
        public string $baseValue,
        public Origin $origin,
        public ?int $recipeId,
        public DraftState $state,
        public ?string $note,
        public int $revision,
        public ?int $userId,
        public string $updatedAt,
        public ?int $approvedBy = null,
        public ?string $approvedAt = null,
    ) {
    }

    /**
     * @param  list<int>  $resources
     * @return array<int, self> by resource
     */
    public static function lock(array $resources, int $field): array
    {
        if ($resources === []) {
            return [];
        }
        $list = Bulk::list($resources);
        $drafts = [];
        foreach (
            Rows::all("SELECT * FROM drafts WHERE resource_id IN ($list) AND field = ? FOR UPDATE", [$field]) as $row
        ) {
            $drafts[$row->int('resource_id')] = self::from((array) $row);
        }

        return $drafts;
    }

    public static function fromJson(?string $json): ?self
    {
        return $json === null ? null : self::from((array) json_decode($json, true, flags: JSON_THROW_ON_ERROR));
    }

    /** @param  array<array-key, mixed>  $row */
    private static function from(array $row): self
    {
        $number = static fn (string $key): ?int => is_numeric($row[$key] ?? null) ? (int) $row[$key] : null;
        $text = static fn (string $key): ?string => is_scalar($row[$key] ?? null) ? (string) $row[$key] : null;

        return new self(
            (string) $text('value'),
            (string) $text('base_value'),
            Origin::from((string) $text('origin')),
            $number('recipe_id'),
            DraftState::from((string) $text('state')),
            $text('note'),
            (int) $number('revision'),
            $number('user_id'),
            (string) $text('updated_at'),
            $number('approved_by'),
            $text('approved_at'),
        );
    }

    /** @return list<int|string|null> in the order of COLUMNS */
    public function values(): array
    {
        return [
            $this->value,
            $this->baseValue,
            $this->origin->value,
            $this->recipeId,
            $this->state->value,
            $this->note,
            $this->revision,
            $this->userId,
            $this->updatedAt,
            $this->approvedBy,
            $this->approvedAt,
        ];
    }

    public function toJson(): string
    {
        return json_encode(array_combine(self::COLUMNS, $this->values()), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
    }
}
