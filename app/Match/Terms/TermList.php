<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Web\Pager;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\TermForm;

/** Terms of a market, a screen at a time by key. */
final class TermList
{
    private const COLUMNS = 't.id, t.market_id, t.digest, t.term, t.forms, t.volume, t.difficulty, t.clicks,
        t.impressions, t.position_milli, t.asked, t.strength, t.because, t.head_id, t.page_id, t.lead_page,
        t.support_page, t.worth, t.potential, t.products, t.served, t.locked, t.rivals, t.excluded, t.tracked,
        t.origins';

    /** @return array{rows: list<MarketTerm>, next: ?string} */
    public static function page(Store $store, TermFilter $filter, ?string $after): array
    {
        [$where, $values] = self::where($store, $filter);
        $column = self::column($filter);
        if ($after !== null && preg_match('/^(-?[\d.eE+\-]{1,30})_(\d{1,18})$/', $after, $found) === 1) {
            $where .= " AND (COALESCE($column, 0) < ? OR (COALESCE($column, 0) = ? AND t.id < ?))";
            array_push($values, (float) $found[1], (float) $found[1], (int) $found[2]);
        }
        $rows = Records::of(
            MarketTerm::class,
            Rows::all(
                'SELECT '.
                    self::COLUMNS.
                    " FROM match_terms t WHERE $where ORDER BY $column DESC, t.id DESC LIMIT ".
                    ($filter->size + 1),
                $values,
            ),
        );
        $next = null;
        if (count($rows) > $filter->size) {
            array_pop($rows);
            $last = $rows[count($rows) - 1];
            $name = substr($column, 2);
            $next = (string) ($last->{$name} ?? 0).'_'.$last->id;
        }

        return ['rows' => $rows, 'next' => $next];
    }

    /**
     * How many terms are like that, counted up to Pager::MOST.
     *
     * @param  string  $where  condition beside the store and the market
     * @param  list<int|float|string>  $values
     */
    public static function atMost(string $where, array $values): int
    {
        return Rows::figure(
            "SELECT COUNT(*) AS n FROM (SELECT 1 FROM match_terms t WHERE t.store_id = ? AND t.market_id = ? AND $where
                LIMIT ".
                Pager::MOST.
                ') counted',
            $values,
        );
    }

    /**
     * How many terms each view holds.
     *
     * @return array<string, int>
     */
    public static function counts(Store $store, int $market): array
    {
        $count = static fn (string $where): int => self::atMost($where, [$store->id, $market]);

        return [
            'all' => MatchState::of($market)->terms ?? 0,
            'rivals' => $count('t.rivals = 1'),
            'open' => $count('t.excluded = 0 AND t.served = 0'),
            'locked' => $count('t.locked = 1'),
            'tracked' => Rows::figure(
                'SELECT COUNT(*) AS n FROM match_terms t WHERE t.store_id = ? AND t.tracked = 1 AND t.market_id = ?',
                [$store->id, $market],
            ),
            'out' => $count('t.excluded = 1'),
        ];
    }

    /**
     * @param  list<int>  $ids
     * @return list<MarketTerm> the terms of these numbers that are the store's
     */
    public static function these(Store $store, array $ids): array
    {
        return $ids === []
            ? []
            : Records::of(
                MarketTerm::class,
                Rows::all(
                    'SELECT '.
                        self::COLUMNS.
                        ' FROM match_terms t WHERE t.store_id = ? AND t.id IN ('.
                        Bulk::list($ids).
                        ') ORDER BY t.id',
                    [$store->id],
                ),
            );
    }

    public static function nameOf(Store $store, int $term): ?string
    {
        $name = DB::table('match_terms')->where('store_id', $store->id)->where('id', $term)->value('term');

        return is_string($name) ? $name : null;
    }

    /** A term's number, as of the newest matching; null where it is none any more. */
    public static function idOf(Store $store, int $market, string $digest): ?int
    {
        $id = DB::table('match_terms')
            ->where(['store_id' => $store->id, 'market_id' => $market, 'digest' => $digest])
            ->value('id');

        return is_numeric($id) ? (int) $id : null;
    }

    private static function column(TermFilter $filter): string
    {
        return match (true) {
            $filter->order === 'volume' => 't.volume',
            $filter->view === 'open' => 't.potential',
            default => 't.worth',
        };
    }

    /** @return array{string, list<int|string>} */
    private static function where(Store $store, TermFilter $filter): array
    {
        $where = 't.store_id = ? AND t.market_id = ? AND t.excluded = '.($filter->view === 'out' ? 1 : 0);
        $where .= match ($filter->view) {
            'rivals' => ' AND t.rivals = 1',
            'open' => ' AND t.served = 0',
            'locked' => ' AND t.locked = 1',
            'tracked' => ' AND t.tracked = 1',
            default => '',
        };
        $values = [$store->id, $filter->market];
        if ($filter->asked !== null) {
            $where .= ' AND t.asked = ?';
            $values[] = Asks::number($filter->asked);
        }
        if ($filter->head > 0) {
            $where .= ' AND t.head_id = ?';
            $values[] = $filter->head;
        }
        $words = TermForm::words(TermForm::normal($filter->words));
        if ($words !== []) {
            $where .= ' AND MATCH (t.term) AGAINST (? IN BOOLEAN MODE)';
            $values[] = implode(
                ' ',
                array_map(
                    static fn (string $word): string => '+'.
                        str_replace(['*', '"', '+', '-', '<', '>', '(', ')', '~', '@'], '', $word).
                        '*',
                    $words,
                ),
            );
        }

        return [$where, $values];
    }
}
