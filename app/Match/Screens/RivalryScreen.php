<?php

declare(strict_types=1);

namespace App\Match\Screens;

use App\Match\Rivalries\ListedRivalry;
use App\Match\Terms\Pages;
use App\Match\Terms\TermFilter;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Web\Pager;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\Request;

/** Pages that are seen for one term, those that take turns first. */
final class RivalryScreen
{
    private const SIZE = 100;

    /** @return array<string, mixed> for the view match.rivals */
    public static function of(Request $request, Store $store): array
    {
        $filter = TermFilter::from($request, $store);
        $isAll = $request->query('show') === 'all';
        $counts = Rows::sole(
            'SELECT COUNT(*) AS n, SUM(takes_turns) AS turns FROM match_rivalries WHERE store_id = ? AND market_id = ?',
            [$store->id, $filter->market],
        );
        $pager = Pager::of($request, (int) ($isAll ? $counts->n : $counts->turns), self::SIZE);
        $rows = Records::select(
            ListedRivalry::class,
            'SELECT r.*, t.term, d.decision, d.review_on FROM match_rivalries r JOIN match_terms t
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
            array_push($pages, $row->pageId, $row->rivalId);
        }

        return [
            'store' => $store,
            'filter' => $filter,
            'rows' => $rows,
            'isAll' => $isAll,
            'counts' => ['all' => $counts->int('n'), 'turns' => $counts->int('turns')],
            'pager' => $pager,
            'pages' => Pages::of($store, array_values(array_unique($pages))),
            'market' => Markets::of($store)->find($filter->market),
        ];
    }
}
