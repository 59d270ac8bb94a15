<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;

/** The store's dictionary of search queries. */
final class QueryBook
{
    /** @var array<string, int> */
    private array $ids = [];

    /** @param  int  $memory  queries that are remembered; beyond this many all are forgotten and looked up again */
    public function __construct(private readonly int $storeId, private readonly int $memory = 300_000)
    {
    }

    /** The id of a query, where it was met lately. */
    public function knownId(string $text): ?int
    {
        return $this->ids[$text] ?? null;
    }

    /**
     * Ids of these queries; new ones are written down.
     *
     * @param  list<string>  $texts  each of at most 500 characters
     * @return array<string, int> by text
     */
    public function idsOf(array $texts): array
    {
        $wanted = [];
        $found = [];
        foreach ($texts as $text) {
            if (isset($this->ids[$text])) {
                $found[$text] = $this->ids[$text];
            } else {
                $wanted[md5($text, true)] = $text;
            }
        }
        foreach (array_chunk($wanted, 2000, true) as $chunk) {
            $known = $this->look($chunk);
            $new = array_diff_key($chunk, $known);
            if ($new !== []) {
                ksort($new);
                Bulk::write(
                    'search_queries',
                    ['store_id', 'digest', 'text'],
                    array_map(
                        fn (int|string $digest, string $text): array => [
                            $this->storeId,
                            new Bytes((string) $digest),
                            $text,
                        ],
                        array_keys($new),
                        $new,
                    ),
                    'INSERT IGNORE',
                );
                $known += $this->look($new);
            }
            foreach ($chunk as $digest => $text) {
                $found[$text] = $this->ids[$text] = $known[$digest];
            }
        }
        if (count($this->ids) > $this->memory) {
            $this->ids = [];
        }

        return $found;
    }

    /**
     * @param  array<string, string>  $texts  by digest
     * @return array<string, int> id by digest
     */
    private function look(array $texts): array
    {
        $found = [];
        foreach (
            Rows::all(
                'SELECT id, digest FROM search_queries WHERE store_id = ? AND digest IN ('.
                    Bytes::list(array_map(strval(...), array_keys($texts))).
                    ')',
                [$this->storeId],
            ) as $row
        ) {
            $found[$row->text('digest')] = $row->int('id');
        }

        return $found;
    }
}
