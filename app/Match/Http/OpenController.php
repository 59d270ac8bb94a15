<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Match\Terms\Dictionary;
use App\Match\Terms\Pages;
use App\Match\Terms\PlacedPages;
use App\Match\Terms\RivalPages;
use App\Match\Terms\TermFilter;
use App\Match\Terms\TermList;
use App\Platform\Database\Rows;
use App\Platform\Web\Pager;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Orchard\Core\Terms\Reach;

/**
 * What the matching leaves open: pages that take turns, terms without a page, what is within reach, where terms stand.
 */
final class OpenController
{
    private const SIZE = 100;

    /** Pages that are seen for one term, those that take turns first. */
    public function rivals(Request $request, Store $store): View
    {
        $filter = TermFilter::from($request, $store);
        $isAll = $request->query('show') === 'all';
        $counts = Rows::sole(
            'SELECT COUNT(*) AS n, SUM(takes_turns) AS turns FROM match_rivalries WHERE store_id = ? AND market_id = ?',
            [$store->id, $filter->market],
        );
        $pager = Pager::of($request, (int) ($isAll ? $counts->n : $counts->turns), self::SIZE);
        $rows = DB::select(
            'SELECT r.*, t.term, t.volume, d.decision, d.reason, d.review_on FROM match_rivalries r JOIN match_terms t
                ON t.id = r.term_id
                LEFT JOIN match_decisions d ON d.store_id = r.store_id AND d.market_id = r.market_id AND d.digest =
                t.digest
                AND d.page_id = LEAST(r.page_id, r.rival_id) AND d.rival_id = GREATEST(r.page_id, r.rival_id)
                WHERE r.store_id = ? AND r.market_id = ?'.
                ($isAll ? '' : ' AND r.takes_turns = 1').
                ' ORDER BY r.takes_turns DESC, r.worth DESC, r.term_id DESC LIMIT '.
                self::SIZE.
                ' OFFSET '.
                $pager->offset(),
            [$store->id, $filter->market],
        );
        $pages = [];
        foreach ($rows as $row) {
            array_push($pages, (int) $row->page_id, (int) $row->rival_id);
        }

        return view('match.rivals', [
            'store' => $store,
            'filter' => $filter,
            'rows' => $rows,
            'isAll' => $isAll,
            'counts' => $counts,
            'pager' => $pager,
            'pages' => Pages::of($store, array_values(array_unique($pages))),
            'market' => Markets::of($store)->find($filter->market),
        ]);
    }

    /** Terms that no page serves: proposed collections and articles, and what is planned. */
    public function open(Request $request, Store $store): View
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
        $rows = DB::select(
            'SELECT t.id, t.term, t.volume, t.difficulty, t.asked, t.potential, t.products, t.impressions, t.head_id,
                s.plan_name, s.plan_url, s.plan_page, s.plan_kind, s.reason, s.review_on, (SELECT COUNT(*) FROM drafts d
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
        $state = DB::table('match_states')->where('market_id', $filter->market)->first();

        return view('match.open', [
            'store' => $store,
            'filter' => $filter,
            'show' => $show,
            'rows' => $rows,
            'counts' => $counts,
            'pager' => $pager,
            'state' => $state,
            'reach' => $state === null
                    ? new Reach()
                    : new Reach((float) $state->reach_middle, (float) $state->reach_spread, (int) $state->reach_terms),
            'market' => Markets::of($store)->find($filter->market),
        ]);
    }

    /** Terms that no page leads yet, with a difficulty that this store has an even chance at, most searched first. */
    public function reach(Request $request, Store $store): View
    {
        $filter = TermFilter::from($request, $store);
        $state = DB::table('match_states')->where('market_id', $filter->market)->first();
        $reach =
            $state === null
                ? new Reach()
                : new Reach((float) $state->reach_middle, (float) $state->reach_spread, (int) $state->reach_terms);
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

        $rows = DB::select(
            "SELECT t.id, t.digest, t.term, t.volume, t.difficulty, t.asked, t.potential, t.products, t.position_milli,
                    t.results, t.origins, t.support_page FROM (SELECT t.id FROM match_terms t WHERE t.store_id = ?
                    AND t.market_id = ? AND $where
                    ORDER BY t.volume DESC, t.id DESC LIMIT ".
                self::SIZE.
                ' OFFSET '.
                $pager->offset().
                ') shown JOIN match_terms t ON t.id = shown.id ORDER BY t.volume DESC, t.id DESC',
            $of,
        );

        return view('match.reach', [
            'store' => $store,
            'filter' => $filter,
            'reach' => $reach,
            'most' => $most,
            'least' => $least,
            'pager' => $pager,
            'market' => Markets::of($store)->find($filter->market),
            'isRivals' => $isRivals,
            'rivals' => RivalPages::of($store, $filter->market, $rows),
            'rows' => $rows,
        ]);
    }

    /** Where each page's lead term stands. */
    public function pages(Request $request, Store $store): View
    {
        $filter = TermFilter::from($request, $store);
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 60) : null;
        $placed = PlacedPages::page($store, $filter->market, $after);

        return view(
            'match.pages',
            [
                'store' => $store,
                'filter' => $filter,
                'after' => $after,
                'names' => Pages::of($store, array_column($placed['rows'], 'page')),
                'market' => Markets::of($store)->find($filter->market),
            ] + $placed,
        );
    }
}
