<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/**
 * Tells the lines of a page that are its own from those that pages of its kind repeat.
 *
 * A line belongs to the frame where it stands on a fifth of what pages of one kind are called: pages that share an H1
 * count once, or a page with thirty addresses would lose its text as a frame. On fewer than ten names nothing is taken
 * for a frame. A short line with a telling word ("Socket E27", "Shown in brass") stays unless nearly every page has it,
 * whatever it is called: it is what tells them apart.
 */
final class OwnLines
{
    private const SHARE = 0.2;

    private const SHARE_OF_TELLING = 0.8;

    /** Lines that are a price, a rating or a count and no word: they change from day to day. */
    private const FIGURES = '~^[\s\d.,\'’€$£¥/%()\-–+*★☆:]*(?:eur|usd|gbp|chf)?[\s\d.,\'’€$£¥/%()\-–+*★☆:]*$~iu';

    private const PRICE = '/(?:[€$£¥]|\b(?:eur|usd|gbp|chf)\b)\s?\d[\d.,\'’]*|\d[\d.,\'’]*\s?(?:[€$£¥]|\b(?:eur|usd|gbp|chf)\b)/iu';

    /** Words beside a price in a line that is a card and no sentence. */
    private const CARD = 5;

    /** Bytes beyond which a line is text, and not a card of another page. */
    private const LONG = 400;

    /** Words of a line that is read for telling words. */
    private const SHORT = 8;

    private const FEWEST = 10;

    /** @var array<string, array<string, array<int, true>>> names by line, by kind */
    private array $seen = [];

    /** @var array<string, array<int, true>> names by kind */
    private array $names = [];

    /** @var array<string, array<string, int>> pages by line, by kind */
    private array $on = [];

    /** @var array<string, int> pages by kind */
    private array $pages = [];

    /** @var array<string, array<string, bool>> lines of the frame by kind; true where nearly every page has it */
    private array $frame = [];

    public function __construct(private readonly TellingWords $telling)
    {
    }

    /** @param  list<string>  $lines */
    public function see(string $kind, string $called, array $lines): void
    {
        $name = crc32($called);
        $this->names[$kind][$name] = true;
        $this->pages[$kind] = ($this->pages[$kind] ?? 0) + 1;
        foreach (array_unique(array_map(self::mark(...), $lines)) as $mark) {
            $this->seen[$kind][$mark][$name] = true;
            $this->on[$kind][$mark] = ($this->on[$kind][$mark] ?? 0) + 1;
        }
    }

    /** After the last page was seen. */
    public function learn(): void
    {
        foreach ($this->seen as $kind => $lines) {
            $names = count($this->names[$kind]);
            foreach ($names < self::FEWEST ? [] : $lines as $mark => $on) {
                if (count($on) >= max(3, self::SHARE * $names)) {
                    $this->frame[$kind][$mark] =
                        count($on) >= self::SHARE_OF_TELLING * $names &&
                        $this->on[$kind][$mark] >= self::SHARE_OF_TELLING * $this->pages[$kind];
                }
            }
        }
        $this->seen = $this->names = $this->on = $this->pages = [];
    }

    /**
     * @param  list<string>  $lines
     * @param  list<string>  $anchors  texts of links to other pages: a line that is nothing but such texts, with a
     *     price or not, tells of the other pages
     * @param  string  $called  what the page itself is called: a trail of links that ends with it is nothing of its own
     * @return list<string>
     */
    public function of(string $kind, array $lines, array $anchors = [], string $called = ''): array
    {
        $gone = array_fill_keys(array_filter($anchors, static fn (string $anchor): bool => $anchor !== ''), ' ');

        return array_values(
            array_filter(
                $lines,
                fn (string $line): bool => ! $this->isFrame($kind, $line) && ! $this->isOfOthers($line, $gone, $called),
            ),
        );
    }

    /** @param  array<string, string>  $gone */
    private function isOfOthers(string $line, array $gone, string $called): bool
    {
        if (strlen($line) > self::LONG) {
            return false;
        }
        $rest = $gone === [] ? $line : strtr($line, $gone);
        if (
            preg_match(self::FIGURES, $rest) === 1 ||
            ($rest !== $line && $called !== '' && trim($rest, " /›»>|·-–\t") === $called)
        ) {
            return true;
        }

        // The card of another product: its maker, or a few words, and a price.
        return preg_match(self::PRICE, $rest) === 1 &&
            count(Words::of((string) preg_replace(self::PRICE, ' ', $rest))) <= self::CARD;
    }

    private function isFrame(string $kind, string $line): bool
    {
        $isEverywhere = $this->frame[$kind][self::mark($line)] ?? null;

        return $isEverywhere === true ||
            ($isEverywhere === false &&
                (count(Words::of($line)) > self::SHORT || $this->telling->in($line, false) === []));
    }

    private static function mark(string $line): string
    {
        return substr(hash('xxh64', $line, true), 0, 6);
    }
}
