<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/**
 * How one item is read: the request, where the item stands in the answer, and the header that is its version, if one
 * is.
 */
final readonly class ItemReading
{
    private function __construct(public RequestShape $request, public Pointer $item, public ?string $versionHeader)
    {
    }

    public static function of(stdClass $given): self
    {
        return new self(
            RequestShape::of($given->request),
            Pointer::of((string) ($given->item ?? '')),
            isset($given->version_header) ? (string) $given->version_header : null,
        );
    }
}
