<?php

declare(strict_types=1);

namespace App\Tend\Known;

/** What somebody was asked about a page, and what they said. */
final readonly class Question
{
    /**
     * @param  string  $asked  whom
     * @param  string  $askedAt  moment, UTC
     * @param  ?string  $answer  null where there is none yet
     */
    public function __construct(
        public int $id,
        public string $asked,
        public string $question,
        public string $askedAt,
        public ?string $answer,
        public ?string $answeredAt,
    ) {
    }
}
