<?php

declare(strict_types=1);

namespace Fennmoor;

final readonly class Reply
{
    /** @param  array<string, string>  $headers */
    public function __construct(public int $status, public string $body = '', public array $headers = [])
    {
    }

    public static function html(string $body, int $status = 200): self
    {
        return new self($status, $body, ['Content-Type' => 'text/html; charset=utf-8']);
    }

    /** @param  array<string, mixed>  $data */
    public static function json(array $data, int $status = 200): self
    {
        return new self(
            $status,
            json_encode($data, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
            ['Content-Type' => 'application/json'],
        );
    }

    /** A refusal, as this shop tells it. */
    public static function fault(string $text, string $code = 'refused'): self
    {
        return self::json(['result' => null, 'fault' => ['code' => $code, 'text' => $text]]);
    }
}
