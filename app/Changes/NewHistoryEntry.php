<?php

declare(strict_types=1);

namespace App\Changes;

use Orchard\Core\Wording\TextField;

/** Something that happened to a text, or to what is set for an address, to be written down. */
final readonly class NewHistoryEntry
{
    /** Characters of a note; more is cut. */
    private const NOTE = 400;

    public function __construct(
        public int $storeId,
        public TextField|AddressField $field,
        public HistoryEvent $event,
        public ?string $before,
        public ?string $after,
        public ?int $userId,
        public ?int $releaseId = null,
        public ?string $note = null,
    ) {
    }

    /** @return array<string, mixed> columns of the table history */
    public function columns(): array
    {
        return [
            'store_id' => $this->storeId,
            'field' => $this->field->value,
            'event' => $this->event->value,
            'before_value' => $this->before,
            'after_value' => $this->after,
            'note' => $this->note === null ? null : mb_substr($this->note, 0, self::NOTE),
            'release_id' => $this->releaseId,
            'user_id' => $this->userId,
            'created_at' => now()->format('Y-m-d H:i:s.v'),
        ];
    }
}
