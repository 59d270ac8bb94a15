<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Changes\AddressField;
use App\Stores\Http\ShownUrl;
use App\Stores\Models\Store;

/** A change of an address, or of what stands on a page, that is ready. */
final readonly class ReadyAddress
{
    /**
     * @param  int  $clicks  of thirteen weeks
     * @param  string  $baseValue  as it is today
     */
    public function __construct(
        public int $id,
        public int $pageId,
        public string $url,
        public int $clicks,
        public AddressField $field,
        public string $baseValue,
        public string $value,
        public string $why,
        public ?string $approvedAt,
        public ?string $approver,
    ) {
    }

    /** A value of it as a row shows it: an address without the store’s own host, all else in brief. */
    public function shown(Store $store, string $value): string
    {
        return $this->field->decidesAddress() && $value !== ''
            ? ShownUrl::of($store, $value)
            : $this->field->brief($value);
    }
}
