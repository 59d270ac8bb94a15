<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use Orchard\Core\Text\Words;

/** The text of a page outside navigation, header and footer, line by line as elements part it. */
final readonly class MainText
{
    private function __construct(public string $text)
    {
    }

    /** @param  string  $raw  text in which line ends stand where elements part it */
    public static function of(string $raw): self
    {
        $lines = (string) preg_replace('/[^\S\n]+/u', ' ', str_replace("\u{A0}", ' ', $raw));

        return new self(trim((string) preg_replace('/ ?\n[\n ]*/', "\n", $lines)));
    }

    public function words(): int
    {
        return Words::count($this->text);
    }

    /** @return list<string> */
    public function lines(): array
    {
        return $this->text === '' ? [] : explode("\n", $this->text);
    }

    /**
     * Eight bytes for each line: six that stand for it, and two with how many words it has.
     * By these the lines that a site repeats on many pages are found and left out of the count.
     */
    public function marks(): string
    {
        $marks = '';
        foreach ($this->lines() as $line) {
            $marks .= substr(hash('xxh64', $line, true), 0, 6).pack('n', min(65535, Words::count($line)));
        }

        return $marks;
    }

    /** @return \Generator<string, int> words by the six bytes of each line; a line that stands twice comes twice */
    public static function marksOf(string $marks): \Generator
    {
        for ($at = 0, $end = strlen($marks); $at + 8 <= $end; $at += 8) {
            yield substr($marks, $at, 6) => (ord($marks[$at + 6]) << 8) | ord($marks[$at + 7]);
        }
    }
}
