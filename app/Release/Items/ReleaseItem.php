<?php

declare(strict_types=1);

namespace App\Release\Items;

/** What a release sends of one thing: its changes, and how far they are. */
final readonly class ReleaseItem
{
    /**
     * @param  int  $resourceId  0 where it changes an address alone
     * @param  string  $externalId  of the thing in the shop
     * @param  string  $fields  its changes, packed
     * @param  ?string  $version  that the shop had when the write was intended
     * @param  bool  $unsure  whether the shop may have the write already
     * @param  int  $attempts  tries that the shop failed on
     * @param  ?string  $notBefore  UTC
     * @param  int  $looks  of the live check
     * @param  ?string  $dueAt  UTC; until when a live check of what was handed over goes on
     * @param  ?string  $url  of its page, where it was asked for
     */
    public function __construct(
        public int $id,
        public int $releaseId,
        public int $storeId,
        public int $resourceId,
        public ?int $pageId,
        public string $externalId,
        public ItemState $state,
        public string $fields,
        public ?string $version,
        public bool $unsure,
        public int $attempts,
        public ?string $notBefore,
        public int $looks,
        public ?string $dueAt,
        public Via $via,
        public ?int $fileId,
        public ?string $url = null,
    ) {
    }

    /** @return list<FieldChange> */
    public function changes(): array
    {
        return FieldChange::unpack($this->fields);
    }
}
