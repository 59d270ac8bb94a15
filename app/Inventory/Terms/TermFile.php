<?php

declare(strict_types=1);

namespace App\Inventory\Terms;

use App\Inventory\PageAddress;
use App\Platform\Tables\TableReader;
use App\Platform\Typed;
use App\Stores\Models\Store;
use InvalidArgumentException;

/**
 * Brings lead terms in from a table of addresses and keywords: the first keyword of a page leads, the others support
 * it.
 */
final class TermFile
{
    private const MOST_ROWS = 500_000;

    private const URL = ['url', 'page', 'address', 'landing page', 'landing_page', 'link', 'seite', 'adresse'];

    private const TERM = ['keyword', 'lead term', 'lead_term', 'term', 'query', 'search term', 'lead', 'suchbegriff'];

    /**
     * @return array{pages: int, supporting: int, unknown: list<string>} pages that got a lead term, supporting terms,
     *         and the first addresses that the store does not have
     *
     * @throws InvalidArgumentException when the file has no column of addresses or none of keywords
     */
    public static function bring(Store $store, string $path, ?int $userId): array
    {
        return self::take($store, TableReader::read($path), $userId);
    }

    /**
     * Lines as they are pasted from a table: addresses and terms, parted by tabs, commas or semicolons; a first line
     * that names its columns may be there.
     *
     * @return array{pages: int, supporting: int, unknown: list<string>} as bring() tells
     *
     * @throws InvalidArgumentException where the lines hold no such table
     */
    public static function bringPasted(Store $store, string $text, ?int $userId): array
    {
        $first = (string) strtok(ltrim($text), "\r\n");
        $sign = str_contains($first, "\t") ? "\t" : (str_contains($first, ';') ? ';' : ',');
        $isAddress = static fn (string $cell): bool => preg_match('~^\s*"?\s*(/|https?://)~i', $cell) === 1;
        $cells = explode($sign, $first, 2);
        $head = match (true) {
            $isAddress($cells[0]) => "url{$sign}keyword\n",
            $isAddress($cells[1] ?? '') => "keyword{$sign}url\n",
            default => '',
        };
        $path = (string) tempnam(sys_get_temp_dir(), 'terms').($sign === "\t" ? '.tsv' : '.csv');
        try {
            file_put_contents($path, $head.ltrim($text));

            return self::bring($store, $path, $userId);
        } finally {
            @unlink($path);
            @unlink(substr($path, 0, -4));
        }
    }

    /**
     * @param  iterable<array<int, mixed>>  $rows
     * @return array{pages: int, supporting: int, unknown: list<string>}
     */
    private static function take(Store $store, iterable $rows, ?int $userId): array
    {
        $columns = null;
        $terms = [];
        $count = 0;
        foreach ($rows as $cells) {
            if ($columns === null) {
                $columns = self::columns($cells);

                continue;
            }
            if (++$count > self::MOST_ROWS) {
                throw new InvalidArgumentException(
                    'A file of terms has at most '.number_format(self::MOST_ROWS).' rows.',
                );
            }
            $url = trim(Typed::text($cells[$columns[0]] ?? ''));
            $term = PageTerms::tidy(Typed::text($cells[$columns[1]] ?? ''));
            if ($url !== '' && $term !== '' && count($terms[$url] ?? []) <= PageTerms::MOST) {
                $terms[$url][] = $term;
            }
        }
        if ($columns === null) {
            throw new InvalidArgumentException('The file is empty.');
        }
        [$pages, $unknown] = PageAddress::pages($store, array_map(strval(...), array_keys($terms)));
        $leads = $support = [];
        foreach ($pages as $url => $page) {
            $leads[$page] = $terms[$url][0];
            $support[$page] = array_slice($terms[$url], 1);
        }
        PageTerms::lead($store, $leads, TermOrigin::File, $userId);
        $more = array_filter($support, static fn (array $list): bool => $list !== []);
        PageTerms::supportMany($store, $more, TermOrigin::File);

        return [
            'pages' => count($leads),
            'supporting' => array_sum(array_map(count(...), $more)),
            'unknown' => array_slice($unknown, 0, 20),
        ];
    }

    /**
     * @param  array<int, mixed>  $cells
     * @return array{int, int}
     */
    private static function columns(array $cells): array
    {
        $names = array_map(
            static fn (mixed $cell): string => mb_strtolower(trim(is_scalar($cell) ? (string) $cell : '')),
            $cells,
        );
        $find = static function (array $known) use ($names): ?int {
            foreach ($known as $name) {
                $at = array_search($name, $names, true);
                if ($at !== false) {
                    return (int) $at;
                }
            }

            return null;
        };
        $url = $find(self::URL);
        $term = $find(self::TERM);
        if ($url === null || $term === null) {
            throw new InvalidArgumentException(
                'The first row has to name a column url and a column keyword; it has '.
                    implode(
                        ', ',
                        array_map(static fn (string $name): string => "“{$name}”", array_slice($names, 0, 8)),
                    ).
                    '.',
            );
        }

        return [$url, $term];
    }
}
