<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Index\RepeatedLines;
use App\Inventory\KeptDetails;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;
use Orchard\Core\Markup\MainText;
use Orchard\Core\Text\Words;

/**
 * Pages of which less than half the words are their own: the others stand on further pages of the market, too (a
 * maker's text, a cloned intro). Texts in another market are the same on purpose, further addresses of one page are
 * Untangle's, and what the frame repeats on every page is nobody's text.
 */
final class SharedTexts implements StoreFinder
{
    /** Words of a sentence from which on it is no label. */
    private const WORDS = 8;

    /** Words that must be shared before a page is told. */
    private const FEWEST = 40;

    /** Share of own words that is enough. */
    private const ENOUGH = 0.5;

    /** Pages of a text from which on it is a cause of its own. */
    private const OFTEN = 3;

    private const PORTION = 1000;

    /** Bits of the sieve by which lines that stand once are passed over. */
    private const SIEVE = 1 << 25;

    /**
     * @var array<int, string> six bytes for each sentence of a page and its market, and two for its words (see
     * MainText)
     */
    private array $pages = [];

    /**
     * @var array<array-key, array{pages: int, example: int, words: int}> sentences that stand on several pages, by
     * their mark
     */
    private array $lines = [];

    /** @var array<string, string> the beginning of a text by its line */
    private array $texts = [];

    public function __construct(private readonly Store $store)
    {
    }

    public static function types(): array
    {
        return [FindingType::SharedText];
    }

    public function find(Closure $beat): iterable
    {
        $this->read($beat);
        $this->sieve();
        $beat();
        foreach ($this->lines === [] ? [] : $this->pages as $page => $packed) {
            $found = $this->judge($page, self::unpacked($packed));
            if ($found !== null) {
                yield $found;
            }
        }
    }

    /**
     * Finds the sentences that stand on more than one page, in two passes, so that those that stand once take no room.
     */
    private function sieve(): void
    {
        $once = $twice = str_repeat("\0", self::SIEVE >> 3);
        foreach ($this->pages as $packed) {
            foreach (self::unpacked($packed) as $mark => $words) {
                $bit = crc32((string) $mark) % self::SIEVE;
                $mask = chr(1 << ($bit & 7));
                if (($once[$bit >> 3] & $mask) !== "\0") {
                    $twice[$bit >> 3] = $twice[$bit >> 3] | $mask;
                } else {
                    $once[$bit >> 3] = $once[$bit >> 3] | $mask;
                }
            }
        }
        unset($once);
        foreach ($this->pages as $page => $packed) {
            foreach (self::unpacked($packed) as $mark => $words) {
                $bit = crc32((string) $mark) % self::SIEVE;
                if ($words >= self::WORDS && ($twice[$bit >> 3] & chr(1 << ($bit & 7))) !== "\0") {
                    $this->lines[$mark] ??= ['pages' => 0, 'example' => $page, 'words' => $words];
                    $this->lines[$mark]['pages']++;
                }
            }
        }
        $this->lines = array_filter($this->lines, static fn (array $line): bool => $line['pages'] > 1);
    }

    /** @return array<array-key, int> words by the mark of each sentence */
    private static function unpacked(string $packed): array
    {
        return iterator_to_array(MainText::marksOf($packed));
    }

    /** @param  array<array-key, int>  $lines  words by sentence */
    private function judge(int $page, array $lines): ?Found
    {
        $all = array_sum($lines);
        $shared = array_intersect_key($lines, $this->lines);
        $own = $all - array_sum($shared);
        if (array_sum($shared) < self::FEWEST || $own >= self::ENOUGH * $all) {
            return null;
        }
        // The text that takes most words on most pages is what the page is grouped by.
        $weigh = fn (int|string $line): int => $this->lines[$line]['words'] * $this->lines[$line]['pages'];
        uksort($shared, static fn (int|string $a, int|string $b): int => [$weigh($b), $a] <=> [$weigh($a), $b]);
        $main = (string) array_key_first($shared);
        ['pages' => $pages, 'example' => $example] = $this->lines[$main];

        return new Found(
            FindingType::SharedText,
            $page,
            $pages >= self::OFTEN ? ['text' => $this->textOf($main, $example)] : ['why' => 'few'],
            [
                'own' => $own,
                'words' => $all,
                'pages' => $pages,
                'text' => mb_substr($this->textOf($main, $example), 0, 160),
            ],
            count($shared),
            $example === $page ? 0 : $example,
        );
    }

    private function textOf(string $mark, int $page): string
    {
        return $this->texts[$mark] ??= $this->readText($mark, $page);
    }

    private function readText(string $mark, int $page): string
    {
        $row = Rows::one(
            'SELECT d.text, t.market_id FROM page_details d JOIN tend_pages t ON t.page_id = d.page_id
                WHERE d.page_id = ? AND t.store_id = ?',
            [$page, $this->store->id],
        );
        foreach (self::sentences(KeptDetails::textOf($row?->text)) as $text) {
            if (self::mark((int) $row?->market_id, $text) === $mark) {
                return mb_substr($text, 0, 140);
            }
        }

        return '';
    }

    /** Reads the sentences of each page that stands for itself; labels and lines of the frame are left out. */
    private function read(Closure $beat): void
    {
        $lines = new RepeatedLines($this->store->id);
        $seen = [];
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT t.page_id, t.market_id, d.text, p.resource_id, o.number FROM tend_pages t
                    JOIN pages p ON p.id = t.page_id JOIN page_details d ON d.page_id = t.page_id
                    LEFT JOIN page_products o ON o.page_id = t.page_id WHERE t.store_id = ? AND t.indexable = 1
                    AND t.is_part = 0 AND t.page_id > ? ORDER BY t.page_id LIMIT '.self::PORTION,
                [$this->store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            foreach ($rows as $row) {
                $thing = $row->market_id.' '.($row->number ?: $row->resource_id);
                if (($row->number || $row->resource_id) && isset($seen[$thing])) {
                    continue;
                }
                $seen[$thing] = true;
                $packed = '';
                foreach (self::sentences($lines->ownText(KeptDetails::textOf($row->text))) as $text) {
                    $packed .= self::mark($row->int('market_id'), $text).pack('n', min(65535, Words::count($text)));
                }
                $this->pages[$row->int('page_id')] = $packed;
            }
            $beat();
        }
    }

    /** @return list<string> */
    private static function sentences(string $text): array
    {
        return preg_split('/\n|(?<=[.!?…。！？])\s+/u', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }

    private static function mark(int $market, string $text): string
    {
        return substr(hash('xxh64', $market.' '.mb_strtolower($text), true), 0, 6);
    }
}
