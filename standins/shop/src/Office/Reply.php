<?php

declare(strict_types=1);

namespace Tindrel\Office;

use Tindrel\Answer;

/** Answers of the back office, as JSON. */
final class Reply
{
    /**
     * @param  array<string, mixed>  $data
     * @param  array<string, string>  $headers
     */
    public static function json(int $status, array $data, array $headers = []): Answer
    {
        return new Answer(
            $status,
            json_encode($data, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n",
            ['Content-Type' => 'application/json'] + $headers,
        );
    }

    /** @param  array<string, string>  $headers */
    public static function problem(int $status, string $detail, array $headers = []): Answer
    {
        return new Answer(
            $status,
            json_encode(['status' => $status, 'detail' => $detail], JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR).
                "\n",
            ['Content-Type' => 'application/problem+json'] + $headers,
        );
    }
}
