<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/** Where the shop keeps redirects as records of their own. */
final readonly class RedirectRecords
{
    private function __construct(
        public RequestShape $find,
        public Pointer $items,
        public Pointer $from,
        public Pointer $to,
        public Pointer $record,
        public RequestShape $create,
        public ?RequestShape $change,
        public RequestShape $remove,
    ) {
    }

    public static function of(stdClass $given): self
    {
        return new self(
            RequestShape::of($given->find),
            Pointer::of((string) $given->items),
            Pointer::of((string) $given->from),
            Pointer::of((string) $given->to),
            Pointer::of((string) $given->record),
            RequestShape::of($given->create, 'POST'),
            isset($given->change) ? RequestShape::of($given->change, 'PATCH') : null,
            RequestShape::of($given->remove, 'DELETE'),
        );
    }
}
