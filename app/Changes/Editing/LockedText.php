<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Changes\Origin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Wording\TextField;

/** A stored text whose row is locked until the transaction ends, with the draft that stands over it. */
final readonly class LockedText
{
    private function __construct(
        public int $resourceId,
        public TextField $field,
        public int $marketId,
        public string $stored,
        public Origin $origin,
        public ?string $shownDigest,
        public ?string $draftDigest,
        public ?DraftSnapshot $draft,
    ) {
    }

    public function key(): string
    {
        return "{$this->resourceId} {$this->field->value}";
    }

    /** Revision of what stands there now; 0 where there is no draft. */
    public function revision(): int
    {
        return $this->draft === null ? 0 : $this->draft->revision;
    }

    /**
     * Locks texts in the order of their keys, so that two people never wait for each other.
     *
     * @param  array<int, list<int>>  $resources  by field
     * @return array<string, self> by key; texts that the store does not have are left out
     */
    public static function lock(Store $store, array $resources): array
    {
        ksort($resources);
        $rows = $locked = [];
        foreach ($resources as $field => $ids) {
            $list = Bulk::list($ids);
            $rows[$field] = Rows::all(
                "SELECT resource_id, market_id, stored, origin, shown_digest, draft_digest,
                    draft_shown IS NOT NULL AS has_draft FROM resource_texts
                    WHERE resource_id IN ($list) AND field = ? AND store_id = ? ORDER BY resource_id FOR UPDATE",
                [$field, $store->id],
            );
        }
        // Drafts are read under locks of their own: a plain read would see what stood there when the transaction began.
        // Only those that are there: to lock what is missing would lock the gap, and others would wait to write beside.
        foreach ($rows as $field => $texts) {
            $drafted = array_filter($texts, static fn (Row $row): bool => $row->int('has_draft') === 1);
            $drafts = DraftSnapshot::lock(Bulk::ids($drafted, 'resource_id'), $field);
            foreach ($texts as $row) {
                $text = self::from($row, TextField::from($field), $drafts[$row->int('resource_id')] ?? null);
                $locked[$text->key()] = $text;
            }
        }

        return $locked;
    }

    private static function from(Row $row, TextField $field, ?DraftSnapshot $draft): self
    {
        return new self(
            $row->int('resource_id'),
            $field,
            $row->int('market_id'),
            $row->text('stored'),
            Origin::from($row->text('origin')),
            $row->shown_digest,
            $row->draft_digest,
            $draft,
        );
    }
}
