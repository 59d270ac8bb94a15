<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/**
 * Tells the lines of a page that are its own from those that pages of its kind repeat.
 *
 * A line belongs to the frame where it stands on a fifth of what pages of one kind are called: pages that share an H1 count once, or a page
 * with thirty addresses would lose its text as a frame. On fewer than ten names nothing is taken for a frame.
 * A short line with a telling word ("Socket E27", "Shown in brass") stays unless nearly all have it: it is what tells them apart.
 */
final class OwnLines
{
    private const SHARE = 0.2;

    private const SHARE_OF_TELLING = 0.8;

    /** Lines that are a price, a rating or a count and no word: they change from day to day. */
    private const FIGURES = '~^[\s\d.,\'’€$£¥/%()\-–+*★☆:]*(?:eur|usd|gbp|chf)?[\s\d.,\'’€$£¥/%()\-–+*★☆:]*$~iu';

    /** Bytes beyond which a line is text, and not a card of another page. */
    private const LONG = 400;

    /** Words of a line that is read for telling words. */
    private const SHORT = 8;

    private const FEWEST = 10;

    /** @var array<string, array<string, array<int, true>>> names by line, by kind */
    private array $seen = [];

    /** @var array<string, array<int, true>> names by kind */
    private array $names = [];

    /** @var array<string, array<string, float>> share of names by line, by kind */
    private array $frame = [];

    public function __construct(private readonly TellingWords $telling)
    {
    }

    /** @param  list<string>  $lines */
    public function see(string $kind, string $called, array $lines): void
    {
        $name = crc32($called);
        $this->names[$kind][$name] = true;
        foreach ($lines as $line) {
            $this->seen[$kind][self::mark($line)][$name] = true;
        }
    }

    /** After the last page was seen. */
    public function learn(): void
    {
        foreach ($this->seen as $kind => $lines) {
            $names = count($this->names[$kind]);
            $this->frame[$kind] = $names < self::FEWEST ? [] : array_map(static fn (array $on): float => count($on) / $names, array_filter($lines, static fn (array $on): bool => count($on) >= max(3, self::SHARE * $names)));
        }
        $this->seen = $this->names = [];
    }

    /**
     * @param  list<string>  $lines
     * @param  list<string>  $anchors  texts of links to other pages: a line that is nothing but such texts, with a price or not, tells of the other pages
     * @return list<string>
     */
    public function of(string $kind, array $lines, array $anchors = []): array
    {
        $gone = array_fill_keys(array_filter($anchors, static fn (string $anchor): bool => $anchor !== ''), ' ');

        return array_values(array_filter($lines, fn (string $line): bool => ! $this->isFrame($kind, $line) && preg_match(self::FIGURES, $gone === [] || strlen($line) > self::LONG ? $line : strtr($line, $gone)) !== 1));
    }

    private function isFrame(string $kind, string $line): bool
    {
        $share = $this->frame[$kind][self::mark($line)] ?? 0.0;

        return $share >= self::SHARE_OF_TELLING || ($share > 0 && (count(Words::of($line)) > self::SHORT || $this->telling->in($line, false) === []));
    }

    private static function mark(string $line): string
    {
        return substr(hash('xxh64', $line, true), 0, 6);
    }
}
