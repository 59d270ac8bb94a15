<?php

declare(strict_types=1);

namespace App\Gather\Pages;

/** What is kept of the answer of a page. */
final readonly class KeptAnswer
{
    /**
     * @param  int  $noAlt  images without an alternative text
     * @param  ?string  $details  packed (KeptDetails)
     * @param  ?string  $text  packed (KeptDetails)
     */
    public function __construct(
        public int $responseMs,
        public int $noAlt,
        private ?string $headers,
        public ?string $details,
        public ?string $text,
    ) {
    }

    /** @return array<string, string> by name */
    public function headers(): array
    {
        $headers = [];
        foreach ((array) json_decode((string) $this->headers, true) as $name => $value) {
            $headers[(string) $name] = is_scalar($value) ? (string) $value : '';
        }

        return $headers;
    }
}
