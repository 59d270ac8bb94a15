<?php

declare(strict_types=1);

namespace App\Match\Screens;

use App\Match\Terms\Dictionary;
use App\Match\Terms\MatchState;
use App\Match\Terms\OpenTerm;
use App\Match\Terms\ReachTerm;
use App\Match\Terms\RivalPages;
use App\Match\Terms\TermFilter;
use App\Match\Terms\TermList;
use App\Platform\Database\Records;
use App\Platform\Web\Pager;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\Request;

/** Terms that no page serves, and terms within the reach of the store that no page leads yet. */
final class OpenScreens
{
    private const SIZE = 100;

    /**
     * Proposed collections and articles, and what is planned.
     *
     * @return array<string, mixed> for the view match.open
     */
    public static function open(Request $request, Store $store): array
    {
        $filter = TermFilter::from($request, $store);
        $show = in_array($request->query('show'), ['planned', 'left', 'not-stocked'], true)
            ? (string) $request->query('show')
            : 'open';
        $served = ['open' => 0, 'not-stocked' => 2, 'planned' => 3, 'left' => 4][$show];
        $counts = [];
        foreach ([0, 2, 3, 4] as $one) {
            $counts[$one] = TermList::atMost("t.excluded = 0 AND t.served = $one", [$store->id, $filter->market]);
        }
        $pager = Pager::of($request, $counts[$served], self::SIZE);
        $rows = Records::select(
            OpenTerm::class,
            'SELECT t.id, t.term, t.volume, t.difficulty, t.asked, t.potential, t.products,
                s.plan_name, s.plan_url, s.plan_page, s.reason, s.review_on, (SELECT COUNT(*) FROM drafts d
                JOIN resources r ON r.id = d.resource_id AND r.page_id = s.plan_page) AS written
                FROM (SELECT id FROM match_terms WHERE store_id = ? AND market_id = ? AND excluded = 0 AND served = ?
                ORDER BY potential DESC, id DESC LIMIT '.
                self::SIZE.
                ' OFFSET '.
                $pager->offset().
                ') shown JOIN match_terms t ON t.id = shown.id
                LEFT JOIN match_said s ON s.store_id = t.store_id AND s.market_id = t.market_id AND s.digest = t.digest
                ORDER BY t.potential DESC, t.id DESC',
            [$store->id, $filter->market, $served],
        );
        $state = MatchState::of($filter->market);

        return [
            'store' => $store,
            'filter' => $filter,
            'show' => $show,
            'rows' => $rows,
            'counts' => $counts,
            'pager' => $pager,
            'state' => $state,
            'reach' => MatchState::reach($state),
            'market' => Markets::of($store)->find($filter->market),
        ];
    }

    /**
     * Terms with a difficulty that this store has an even chance at, most searched first.
     *
     * @return array<string, mixed> for the view match.reach
     */
    public static function reach(Request $request, Store $store): array
    {
        $filter = TermFilter::from($request, $store);
        $state = MatchState::of($filter->market);
        $reach = MatchState::reach($state);
        $most = is_numeric($request->query('difficulty'))
            ? max(0.0, min(100.0, (float) $request->query('difficulty')))
            : round($reach->middle, 0);
        $least = is_numeric($request->query('volume')) ? max(0, min(100_000_000, (int) $request->query('volume'))) : 0;

        $isRivals = $request->query('from') === 'rivals';
        // Lists of rivals tell seldom how often a term is searched, and never how hard it is.
        $where = $isRivals
            ? 't.excluded = 0 AND t.origins & '.
                Dictionary::RIVALS.
                ' AND COALESCE(t.volume, 0) >= ? AND COALESCE(t.difficulty, 0) <= ? AND t.lead_page IS NULL AND
                t.served <> 4'
            : 't.excluded = 0 AND t.volume >= ? AND t.difficulty <= ? AND t.lead_page IS NULL AND t.served <> 4';
        $of = [$store->id, $filter->market, $isRivals ? $least : max(1, $least), $most];
        $pager = Pager::of($request, TermList::atMost($where, $of), self::SIZE);

        $rows = Records::select(
            ReachTerm::class,
            "SELECT t.id, t.digest, t.term, t.volume, t.difficulty, t.asked, t.position_milli, t.results,
                    t.origins FROM (SELECT t.id FROM match_terms t WHERE t.store_id = ?
                    AND t.market_id = ? AND $where
                    ORDER BY t.volume DESC, t.id DESC LIMIT ".
                self::SIZE.
                ' OFFSET '.
                $pager->offset().
                ') shown JOIN match_terms t ON t.id = shown.id ORDER BY t.volume DESC, t.id DESC',
            $of,
        );

        return [
            'store' => $store,
            'filter' => $filter,
            'reach' => $reach,
            'most' => $most,
            'least' => $least,
            'pager' => $pager,
            'market' => Markets::of($store)->find($filter->market),
            'isRivals' => $isRivals,
            'rivals' => RivalPages::of($store, $filter->market, array_column($rows, 'digest')),
            'rows' => $rows,
        ];
    }
}
