<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

use InvalidArgumentException;

/** Finds words and puts others in their place: as they stand, as whole words, or by a pattern. */
final readonly class Replace implements TextChange
{
    /** Steps back that a pattern may take on one text; one that needs more would hold everybody up. */
    private const MOST_STEPS = 50_000;

    private string $pattern;

    private string $with;

    /**
     * @param  string  $how  plain, word, or pattern (PCRE without delimiters; $1 and the like stand for its groups)
     *
     * @throws InvalidArgumentException when nothing is to be found, or the pattern is none
     */
    public function __construct(string $find, string $with, string $how = 'plain', bool $minds = false)
    {
        if ($find === '') {
            throw new InvalidArgumentException('Type the words that are to be found.');
        }
        $quoted = preg_quote($find, '~');
        $body = match ($how) {
            // A border stands where a letter or digit meets none, so that signs at the ends of the words do no harm.
            'word' => "(?<![\\p{L}\\p{N}])$quoted(?![\\p{L}\\p{N}])",
            'pattern' => str_replace('~', '\\~', $find),
            default => $quoted,
        };
        $this->pattern = "~$body~u".($minds ? '' : 'i');
        $this->with = $how === 'pattern' ? $with : addcslashes($with, '\\$');
        $problem = '';
        set_error_handler(static function (int $level, string $words) use (&$problem): bool {
            $problem = (string) preg_replace('/^.*?: /', '', $words);

            return true;
        });
        try {
            $isRead = preg_match($this->pattern, '') !== false;
        } finally {
            restore_error_handler();
        }
        if (! $isRead) {
            throw new InvalidArgumentException("This pattern cannot be read: $problem.");
        }
    }

    /** @throws InvalidArgumentException when a pattern takes too long on a text */
    public function apply(PageText $page): string
    {
        $before = (string) ini_set('pcre.backtrack_limit', (string) self::MOST_STEPS);
        try {
            $text = preg_replace($this->pattern, $this->with, $page->text);
        } finally {
            ini_set('pcre.backtrack_limit', $before);
        }

        return $text ??
            throw new InvalidArgumentException(
                'This pattern takes too long on “'.mb_substr($page->text, 0, 60).'”. Make it simpler.',
            );
    }
}
