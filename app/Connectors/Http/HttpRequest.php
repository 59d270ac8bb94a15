<?php

declare(strict_types=1);

namespace App\Connectors\Http;

use Orchard\Core\Url\PageUrl;

/** A request to the outside. */
final readonly class HttpRequest
{
    /**
     * @param  non-empty-string  $method
     * @param  array<string, string>  $headers
     * @param  float  $timeout  seconds for the whole answer
     * @param  int  $maxBytes  what is read of the body; the rest is cut off
     */
    public function __construct(
        public PageUrl $url,
        public string $method = 'GET',
        public array $headers = [],
        public ?string $body = null,
        public float $timeout = 20,
        public int $maxBytes = 5_000_000,
    ) {
    }
}
