<?php

declare(strict_types=1);

namespace Tindrel;

/** An HTTP answer. */
final readonly class Answer
{
    /** @param  array<string, string>  $headers */
    public function __construct(
        public int $status,
        public string $body,
        public array $headers = ['Content-Type' => 'text/html; charset=utf-8'],
    ) {
    }

    public static function redirect(string $target, int $status = 301): self
    {
        return new self($status, '', ['Location' => $target]);
    }

    public static function plain(string $body, string $type): self
    {
        return new self(200, $body, ['Content-Type' => $type]);
    }
}
