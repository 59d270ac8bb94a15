<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** What is read out of a page once, however often it is compared: its runs of words, its telling words. */
final class Reading
{
    /** @var ?array<int, true> */
    private ?array $runs = null;

    /** @var ?array<string, string> */
    private ?array $called = null;

    /** @var ?array<string, string> */
    private ?array $inText = null;

    /** @var ?array<string, true> */
    private ?array $words = null;

    /** @var ?list<array{string, string}> lines in small letters, and without what figures are written with */
    private ?array $lines = null;

    /** @var array<string, list<string>> */
    private array $contexts = [];

    public function __construct(public readonly Identity $page, private readonly TellingWords $telling)
    {
    }

    /** @return array<int, true> */
    public function runs(): array
    {
        return $this->runs ??= Shingles::of($this->page->words);
    }

    /** @return array<string, string> telling words of title, H1 and name, class by word */
    public function called(): array
    {
        $h1 = implode(' ', $this->telling->core($this->page->h1)) === '' ? '' : $this->page->h1;

        return $this->called ??= $this->telling->in(implode("\n", [$this->page->title, $h1, $this->page->name]), true);
    }

    /** @return array<string, string> telling words of the text, class by word */
    public function inText(): array
    {
        return $this->inText ??= $this->telling->in(implode("\n", $this->page->lines), false);
    }

    public function says(string $word): bool
    {
        $this->words ??= array_fill_keys($this->page->words, true);

        return isset($this->words[$word]);
    }

    /**
     * What stands around a word in the text: its line without it, with the line before where it stands alone, as in
     * tables.
     *
     * @return list<string>
     */
    public function contexts(string $word): array
    {
        if (isset($this->contexts[$word])) {
            return $this->contexts[$word];
        }
        if ($this->lines === null) {
            $this->lines = [];
            foreach ($this->page->lines as $line) {
                $plain = mb_strtolower($line);
                $this->lines[] = [$plain, str_replace([' ', ',', '×'], ['', '.', 'x'], $plain)];
            }
        }
        $contexts = [];
        foreach ($this->lines as $i => [$plain, $bare]) {
            $isPlain = str_contains($plain, $word);
            if (! $isPlain && ! str_contains($bare, $word)) {
                continue;
            }
            // A figure's unit may be written with or without a space.
            $around = trim(
                (string) preg_replace('/[\d.,]+|\s+/', ' ', str_replace($word, '', $isPlain ? $plain : $bare)),
            );
            $contexts[] = mb_strlen($around) < 3 ? ($this->lines[$i - 1][0] ?? '').'|' : $around;
        }

        return $this->contexts[$word] = $contexts;
    }
}
