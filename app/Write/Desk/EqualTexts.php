<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Platform\Bytes;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Orchard\Core\Wording\TextField;

/**
 * Finds texts by their digests, as pages show them or are to show them. The digests are joined one by one: given as a
 * list, the database reckons with the many texts that have no draft and reads all of the market (100,000 rows: 115 ms).
 */
final class EqualTexts
{
    /** Digests of one statement. */
    private const PORTION = 500;

    /** Resources that share one text; a larger group is left to its own rows' next change. */
    private const MOST = 5000;

    /**
     * @param  list<string>  $digests
     * @return list<int> resources of the store that show one of these texts, or are to
     */
    public static function resources(Store $store, array $digests): array
    {
        $resources = [];
        $which = ['shown_digest' => '', 'draft_digest' => ''];
        foreach (self::each($store, $digests, $which, ['o.resource_id', '', ' LIMIT '.self::MOST]) as $row) {
            $resources[$row->int('resource_id')] = $row->int('resource_id');
        }

        return array_values($resources);
    }

    /**
     * @param  list<string>  $digests
     * @return array<string, true> by market, field and digest: texts that more than one resource shows, or is to show
     */
    public static function repeated(Store $store, array $digests): array
    {
        $counts = [];
        $rows = self::each(
            $store,
            $digests,
            // Where a draft is to show something, what is shown now counts no longer.
            ['shown_digest' => ' AND o.draft_shown IS NULL', 'draft_digest' => ''],
            [
                'o.market_id, o.field, d.digest, SUM(q.gone = 0) AS n',
                ' JOIN resources q ON q.id = o.resource_id',
                ' GROUP BY o.market_id, o.field, d.digest',
            ],
        );
        foreach ($rows as $row) {
            $key = "{$row->market_id} {$row->field} {$row->digest}";
            $counts[$key] = ($counts[$key] ?? 0) + $row->int('n');
        }

        return array_map(static fn (): bool => true, array_filter($counts, static fn (int $n): bool => $n > 1));
    }

    /**
     * @param  list<string>  $digests
     * @param  array<string, string>  $which  a further condition by column of the digest
     * @param  array{string, string, string}  $asked  columns, what is joined, and what stands behind the conditions
     * @return iterable<Row>
     */
    private static function each(Store $store, array $digests, array $which, array $asked): iterable
    {
        [$columns, $join, $behind] = $asked;
        foreach (array_chunk($digests, self::PORTION) as $portion) {
            $given = implode(
                ' UNION ALL ',
                array_map(
                    static fn (string $digest): string => 'SELECT '.(new Bytes($digest))->literal().' AS digest',
                    $portion,
                ),
            );
            foreach (Markets::of($store)->all() as $market) {
                foreach (TextField::inResults() as $field) {
                    foreach ($which as $column => $where) {
                        yield from Rows::all(
                            "SELECT STRAIGHT_JOIN $columns FROM ($given) d JOIN resource_texts o FORCE INDEX ($column)
                                ON o.market_id = ? AND o.field = ? AND o.$column = d.digest$where$join$behind",
                            [$market->id, $field->value],
                        );
                    }
                }
            }
        }
    }
}
