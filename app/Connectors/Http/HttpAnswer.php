<?php

declare(strict_types=1);

namespace App\Connectors\Http;

/** What came back; status 0 where nothing did. */
final readonly class HttpAnswer
{
    /**
     * @param  array<string, list<string>>  $headers  by name in lower case
     * @param  bool  $cut  whether the body was longer than what is read
     * @param  ?string  $problem  why there is no whole answer
     * @param  float  $seconds  until the end of the answer
     */
    public function __construct(
        public int $status,
        public array $headers,
        public string $body,
        public bool $cut,
        public ?string $problem,
        public float $seconds,
    ) {
    }

    public function header(string $name): ?string
    {
        return $this->headers[$name][0] ?? null;
    }

    /** Seconds that Retry-After asks for (RFC 9110 section 10.2.3), at most an hour; null where it asks for nothing. */
    public function retryAfter(): ?int
    {
        $value = trim((string) $this->header('retry-after'));
        $seconds = ctype_digit($value)
            ? (int) $value
            : ($value !== '' && ($at = strtotime($value)) !== false
                ? $at - time()
                : null);

        return $seconds === null ? null : max(0, min(3600, $seconds));
    }
}
