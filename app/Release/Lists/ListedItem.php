<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Release\Items\FieldChange;
use App\Release\Items\ItemState;
use App\Release\Items\Via;

/** A page of a release: what was changed on it, how far it is, and what the page shows since. */
final readonly class ListedItem
{
    /**
     * @param  ?int  $undoneBy  the release that took it back
     * @param  ?string  $reason  why it was not sent
     * @param  ?string  $seen  "seen", "no", or what else the page shows; null where nobody looked
     */
    public function __construct(
        public int $id,
        public ?int $pageId,
        public ?string $name,
        public ItemState $state,
        public Via $via,
        public ?int $undoneBy,
        public ?string $reason,
        public ?string $seen,
        private ?string $shownNow,
        private string $fields,
    ) {
    }

    /** @return list<FieldChange> */
    public function changes(): array
    {
        return FieldChange::unpack($this->fields);
    }

    /** What the page shows of a field, or why it cannot be told; null where it shows what it should. */
    public function shownNow(string $field): ?string
    {
        $shown = $this->shownNow === null || $this->shownNow === '' ? null : json_decode($this->shownNow, true);
        if (! is_array($shown) || $shown === []) {
            return null;
        }
        $text = $shown['problem'] ?? ($shown[$field] ?? '');

        return is_scalar($text) ? (string) $text : '';
    }
}
