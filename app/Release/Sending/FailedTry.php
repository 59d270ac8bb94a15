<?php

declare(strict_types=1);

namespace App\Release\Sending;

/** A write, or the reading before it, that did not come about. */
final readonly class FailedTry
{
    /**
     * @param  ?int  $seconds  that the shop wants to be left alone
     * @param  bool  $isRequestToWait  whether the shop said so plainly, and so did nothing; it counts as no try
     * @param  bool  $isUnsure  whether the shop may have the write already
     */
    public function __construct(
        public string $reason,
        public ?int $seconds = null,
        public bool $isRequestToWait = false,
        public bool $isUnsure = false,
    ) {
    }

    public function counts(): int
    {
        return $this->isRequestToWait ? 0 : 1;
    }
}
