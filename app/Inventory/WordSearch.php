<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;

/**
 * Finds pages by words of their titles and addresses: all that are asked for have to begin a word there.
 *
 * A search for a word that stands on many pages goes through a list in its order and soon has a page of finds; by the
 * word index all of its finds would be fetched and sorted first (1,300 ms for a word on 100,000 pages, 95 to 140 for
 * one on 2,000 to 9,000). Which words are common is told by a sample.
 */
final readonly class WordSearch
{
    private const SAMPLE = 2000;

    /** Share of the sample from which on a word is common. */
    private const SHARE = 0.005;

    private const SMALLEST_STORE = 1000;

    /**
     * @param  string  $condition  on page_words, there called w; "0" where nothing that could be found is asked for
     * @param  list<string>  $values
     * @param  bool  $byIndex  whether some of the words are rare: begin with page_words then, and with the list
     *     otherwise
     */
    private function __construct(public string $condition, public array $values, public bool $byIndex)
    {
    }

    public static function of(int $store, string $asked): self
    {
        preg_match_all('/[\p{L}\p{N}]+/u', mb_strtolower($asked), $found);
        $words = array_slice($found[0], 0, 8);
        $rare = array_values(array_filter($words, static fn (string $word): bool => ! self::hasAny($store, $word)));
        $conditions = $values = [];
        if ($rare !== []) {
            $conditions[] = 'MATCH(w.words) AGAINST (? IN BOOLEAN MODE)';
            $values[] = implode(' ', array_map(static fn (string $word): string => "+$word*", $rare));
        }
        foreach (array_diff($words, $rare) as $word) {
            $conditions[] = 'w.words LIKE ?';
            $values[] = "% $word%";
        }

        return new self($conditions === [] ? '0' : implode(' AND ', $conditions), $values, $rare !== []);
    }

    /** Called inside a transaction, once the words of the pages are in. */
    public static function rebuild(int $store): void
    {
        $seen = [];
        $pages = 0;
        foreach (
            Rows::all(
                'SELECT w.words FROM pages p JOIN page_words w ON w.page_id = p.id WHERE p.store_id = ?
                    ORDER BY p.digest LIMIT '.self::SAMPLE,
                [$store],
            ) as $row
        ) {
            $pages++;
            foreach (array_unique(explode(' ', mb_strtolower(trim($row->text('words'))))) as $word) {
                $seen[$word] = ($seen[$word] ?? 0) + 1;
            }
        }
        DB::delete('DELETE FROM common_words WHERE store_id = ?', [$store]);
        if ($pages >= self::SMALLEST_STORE) {
            $common = array_keys(
                array_filter(
                    $seen,
                    static fn (int $n, string|int $word): bool => $n >= self::SHARE * $pages &&
                        mb_strlen((string) $word) <= 60 &&
                        $word !== '',
                    ARRAY_FILTER_USE_BOTH,
                ),
            );
            Bulk::write(
                'common_words',
                ['store_id', 'word'],
                array_map(static fn (int|string $word): array => [$store, (string) $word], $common),
                'INSERT IGNORE',
            );
        }
    }

    /** @param  string  $beginning  of a word, in lower case */
    private static function hasAny(int $store, string $beginning): bool
    {
        return Rows::one('SELECT 1 AS has FROM common_words WHERE store_id = ? AND word LIKE ? LIMIT 1', [
            $store,
            addcslashes($beginning, '%_\\').'%',
        ]) !== null;
    }

    /** The text by which a page is found: a space before every word, so that a beginning can be looked for. */
    public static function textOf(string $title, string $target): string
    {
        return mb_substr(
            ' '.trim((string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', $title.' '.rawurldecode($target))),
            0,
            2000,
        );
    }
}
