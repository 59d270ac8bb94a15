<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

/** A page that waits in a crawl's frontier. */
final readonly class FrontierPage
{
    /**
     * @param  int  $level  links from home at which the crawl met it
     * @param  ?string  $answer  16 bytes that stand for its last answer; null where it was never parsed
     * @param  array<string, string>  $validators  headers by which the shop can say that nothing has changed
     */
    public function __construct(
        public int $id,
        public string $url,
        public int $level,
        public int $attempts,
        public ?string $answer,
        public array $validators = [],
    ) {
    }

    public function onceMore(): self
    {
        return new self($this->id, $this->url, $this->level, $this->attempts + 1, $this->answer, $this->validators);
    }
}
