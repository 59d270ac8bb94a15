<?php

declare(strict_types=1);

namespace App\Connectors\Wording;

/** What a wording source answered to one question: a text, or why there is none. */
final readonly class WordingAnswer
{
    /**
     * @param  string  $content  as it came, from a stranger; empty where there is a problem
     * @param  int  $tokensIn  as the source counted them; as they were estimated where it does not tell
     * @param  ?string  $problem  why there is no text, in words for people
     * @param  bool  $isFinal  whether asking the same again is of no use
     * @param  ?int  $retryAfter  seconds that the source asks to be left alone for
     */
    public function __construct(
        public string $content,
        public int $tokensIn,
        public int $tokensOut,
        public ?string $problem = null,
        public bool $isFinal = false,
        public ?int $retryAfter = null,
    ) {
    }
}
