<?php

declare(strict_types=1);

namespace Orchard\Core\Robots;

/** Whether robots directives of a page (meta tags and X-Robots-Tag headers) let search engines list it. */
final readonly class IndexRules
{
    /** Directives that carry a colon of their own. */
    private const WITH_COLON = ['unavailable_after', 'max-snippet', 'max-image-preview', 'max-video-preview'];

    private const WORDS = [
        'all', 'index', 'follow', 'noindex', 'nofollow', 'none', 'noarchive', 'nocache', 'nosnippet', 'noimageindex',
        'notranslate', 'noodp', 'noydir', 'indexifembedded',
    ];

    /** @param  list<string>  $barred  crawlers on the list that alone are told not to index */
    private function __construct(public bool $noindex, public bool $nofollow, public array $barred)
    {
    }

    /**
     * @param  list<string>  $directives  each as given, e.g. "noindex, follow" or "bot: noindex"; a name holds for what
     *     follows it
     * @param  list<string>  $crawlers  names of those by which the store lives; what is said to others is passed over
     */
    public static function from(array $directives, array $crawlers = []): self
    {
        $noindex = $nofollow = false;
        $barred = [];
        $crawlers = array_map(strtolower(...), $crawlers);
        foreach ($directives as $text) {
            $name = null;
            foreach (array_map(trim(...), explode(',', strtolower($text))) as $word) {
                // "somebot: noindex" speaks to that crawler alone; dates and sizes carry a colon too.
                if (
                    preg_match('/^([a-z0-9_\-]+)\s*:\s*(.*)$/', $word, $found) === 1 &&
                    ! in_array($found[1], self::WITH_COLON, true)
                ) {
                    [$name, $word] = [$found[1], trim($found[2])];
                }
                $isNoindex = in_array($word, ['noindex', 'none'], true);
                if ($name === null) {
                    $noindex = $noindex || $isNoindex;
                    $nofollow = $nofollow || in_array($word, ['nofollow', 'none'], true);
                } elseif ($isNoindex && in_array($name, $crawlers, true)) {
                    $barred[$name] = true;
                }
            }
        }

        return new self($noindex, $nofollow, array_map(strval(...), array_keys($barred)));
    }

    /**
     * Whether a meta element of this name speaks to one crawler: its content is nothing but directives, and one that
     * forbids or allows among them.
     */
    public static function areDirectives(string $name, string $content): bool
    {
        if (preg_match('/^[a-z][a-z0-9_\-]{2,40}$/', $name) !== 1) {
            return false;
        }
        $words = array_filter(
            array_map(trim(...), explode(',', strtolower($content))),
            static fn (string $word): bool => $word !== '',
        );
        $known = array_filter(
            $words,
            static fn (string $word): bool => in_array($word, self::WORDS, true) ||
                in_array(trim(explode(':', $word)[0]), self::WITH_COLON, true),
        );

        return $words !== [] &&
            count($known) === count($words) &&
            array_intersect($words, ['index', 'noindex', 'nofollow', 'none', 'noarchive', 'nosnippet']) !== [];
    }
}
