<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Row;

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

    /** @param  Row  $row  of history, with user_name */
    public static function of(Row $row): self
    {
        return new self(
            $row->int('id'),
            $row->int('resource_id'),
            $row->int('field'),
            HistoryEvent::from($row->text('event')),
            $row->textOrNull('before_value'),
            $row->textOrNull('after_value'),
            $row->text('origin'),
            $row->text('note'),
            $row->textOrNull('user_name'),
            $row->text('created_at'),
        );
    }
}
