<?php

declare(strict_types=1);

namespace App\Gather\Feeds;

use App\Connectors\Feed\FeedPart;
use App\Stores\Models\Store;

/** Days of a part of a feed that are pulled at once, and what the feed tells of them. */
final readonly class FeedPortion
{
    /**
     * @param  int  $number  of the part
     * @param  ?string  $lastDay  to which the feed has rows, as it says
     * @param  ?string  $wholeTo  day to which these will not change any more, as it says
     */
    public function __construct(
        public Store $store,
        public FeedPart $part,
        public int $number,
        public string $from,
        public string $to,
        public ?string $lastDay = null,
        public ?string $wholeTo = null,
    ) {
    }

    public function told(?string $lastDay, ?string $wholeTo): self
    {
        return new self($this->store, $this->part, $this->number, $this->from, $this->to, $lastDay, $wholeTo);
    }
}
