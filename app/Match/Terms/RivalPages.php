<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;

/** Pages of rivals that lists tell for terms. */
final class RivalPages
{
    /**
     * The best placed page of each term.
     *
     * @param  list<string>  $digests  of terms
     * @return array<string, array{url: string, host: string, kind: ?PageKind, position: ?float}> by the term's digest
     */
    public static function of(Store $store, int $market, array $digests): array
    {
        if ($digests === []) {
            return [];
        }
        $found = [];
        foreach (
            Rows::all(
                'SELECT r.term_digest, r.url, r.kind, r.position_milli FROM match_results r JOIN match_states s ON
                    s.market_id = r.market_id AND s.run = r.run WHERE r.store_id = ? AND r.market_id = ? AND
                    r.term_digest IN ('.
                    Bytes::list($digests).
                    ') ORDER BY r.position_milli = 0, r.position_milli, r.url',
                [$store->id, $market],
            ) as $row
        ) {
            $found[$row->text('term_digest')] ??= [
                'url' => $row->text('url'),
                'host' => (string) parse_url($row->text('url'), PHP_URL_HOST),
                'kind' => $row->kind === null ? null : PageKind::from($row->int('kind')),
                'position' => $row->int('position_milli') === 0 ? null : $row->int('position_milli') / 1000,
            ];
        }

        return $found;
    }
}
