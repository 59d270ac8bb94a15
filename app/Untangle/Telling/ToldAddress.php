<?php

declare(strict_types=1);

namespace App\Untangle\Telling;

/** An address that search engines are to hear of, or have heard of. */
final readonly class ToldAddress
{
    /**
     * @param  string  $purpose  "crawl" again, or "remove"
     * @param  string  $createdAt  moment, UTC
     * @param  ?string  $sentAt  null where it was not taken yet
     * @param  ?string  $answer  why it was refused
     */
    public function __construct(
        public string $url,
        public string $purpose,
        private string $why,
        public string $createdAt,
        public ?string $sentAt,
        public ?string $answer,
    ) {
    }

    /** Why they are to hear of it, in words. */
    public function why(): string
    {
        return ToldReason::tryFrom($this->why)?->words() ?? '';
    }
}
