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

    /**
     * @param  iterable<Draft>  $drafts
     * @return list<array{int, self}> what happened to each, with the resource that it is of
     */
    public static function ofDrafts(iterable $drafts, HistoryEvent $event, ?int $userId, ?string $note = null): array
    {
        $entries = [];
        foreach ($drafts as $draft) {
            $entries[] = [
                $draft->resourceId,
                new self(
                    $draft->storeId,
                    $draft->field,
                    $event,
                    $draft->baseValue,
                    $draft->value,
                    $userId,
                    note: $note,
                ),
            ];
        }

        return $entries;
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
