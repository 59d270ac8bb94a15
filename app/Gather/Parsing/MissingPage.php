<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\MainText;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;

/** What a shop shows, with status 200, for an address that surely does not exist; pages like it are missing too. */
final readonly class MissingPage
{
    /** Share of lines of text that two such pages have in common at least. */
    private const LIKE = 0.9;

    /** @param  array<string, true>  $lines */
    private function __construct(private array $lines, private ?string $title)
    {
    }

    public static function from(string $html): self
    {
        $facts = PageReader::read(
            Charset::toUtf8($html, null),
            PageUrl::parse('http://missing.invalid/') ?? throw new \LogicException('No URL.'),
        );

        return new self(self::linesOf($facts->details?->text), $facts->title);
    }

    public function isLike(MainText $text, ?string $title): bool
    {
        $lines = self::linesOf($text);
        $all = count($lines + $this->lines);

        // A title of its own says that the page is about something, however little text there is.
        return $title === $this->title &&
            ($all === 0 || count(array_intersect_key($lines, $this->lines)) / $all >= self::LIKE);
    }

    /**
     * @return array<string, true> lines by what stands in them but addresses and numbers, which such pages repeat of
     *     the one asked for
     */
    private static function linesOf(?MainText $text): array
    {
        $lines = [];
        foreach ($text?->lines() ?? [] as $line) {
            $lines[(string) preg_replace('~\S*[/\d]\S*~', '', $line)] = true;
        }

        return $lines;
    }
}
