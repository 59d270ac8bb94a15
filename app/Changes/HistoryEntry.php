<?php

declare(strict_types=1);

namespace App\Changes;

use stdClass;

/** One thing that happened to a text or to what is set for an address. */
final readonly class HistoryEntry
{
    /**
     * @param  int  $resourceId  0 where it happened to an address
     * @param  int  $field  TextField of a resource, else AddressField
     * @param  ?string  $userName  null where nobody in particular did it
     * @param  string  $createdAt  UTC, to the millisecond
     */
    private function __construct(
        public int $id,
        public int $resourceId,
        public int $field,
        public HistoryEvent $event,
        public ?string $before,
        public ?string $after,
        public string $origin,
        public string $note,
        public ?string $userName,
        public string $createdAt,
    ) {
    }

    /** @param  stdClass  $row  of history, with user_name */
    public static function of(stdClass $row): self
    {
        return new self(
            (int) $row->id,
            (int) $row->resource_id,
            (int) $row->field,
            HistoryEvent::from((string) $row->event),
            $row->before_value === null ? null : (string) $row->before_value,
            $row->after_value === null ? null : (string) $row->after_value,
            (string) $row->origin,
            (string) $row->note,
            $row->user_name === null ? null : (string) $row->user_name,
            (string) $row->created_at,
        );
    }
}
