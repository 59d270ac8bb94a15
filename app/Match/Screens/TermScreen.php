<?php

declare(strict_types=1);

namespace App\Match\Screens;

use App\Match\Planning\Plan;
use App\Match\Rivalries\Rivalry;
use App\Match\Rivalries\RivalryBook;
use App\Match\Terms\Asks;
use App\Match\Terms\MatchState;
use App\Match\Terms\Pages;
use App\Match\Terms\Said;
use App\Match\Terms\SearchedForm;
use App\Match\Terms\TermList;
use App\Match\Terms\TermPage;
use App\Match\Tracking\TermHistory;
use App\Platform\Database\Records;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** One term: what it asks for, the pages that could go for it, and what people decided. */
final class TermScreen
{
    /** @return ?array<string, mixed> for the view match.term; null where the store has no such term */
    public static function of(Store $store, int $term): ?array
    {
        $row = TermList::these($store, [$term])[0] ?? null;
        if ($row === null) {
            return null;
        }
        $pairs = Records::select(
            TermPage::class,
            'SELECT * FROM match_pairs WHERE term_id = ? AND store_id = ? ORDER BY worth DESC, page_id',
            [$term, $store->id],
        );
        $rivals = Rivalry::all($store, $term);
        $ids = array_column($pairs, 'pageId');
        foreach ($rivals as $rival) {
            array_push($ids, $rival->pageId, $rival->rivalId);
        }
        foreach ([$row->leadPage, $row->supportPage] as $page) {
            $page === null || ($ids[] = (int) $page);
        }
        $state = MatchState::of($row->marketId);

        return [
            'store' => $store,
            'term' => $row,
            'said' => Said::of($store, $row),
            'pairs' => $pairs,
            'rivals' => $rivals,
            'linking' => RivalryBook::linking($store, $rivals),
            'pages' => Pages::of($store, array_values(array_unique($ids))),
            'forms' => Records::select(
                SearchedForm::class,
                'SELECT text, volume FROM match_forms WHERE store_id = ? AND run = ? AND market_id
                    = ? AND term_digest = ? ORDER BY COALESCE(volume, 0) DESC, impressions DESC, text LIMIT 12',
                [$store->id, $state->run ?? 0, $row->marketId, $row->digest],
            ),
            'head' => DB::table('match_terms')->where('id', $row->headId)->value('term'),
            'market' => Markets::of($store)->find($row->marketId),
            'state' => $state,
            'plan' => ($row->leadPage === null && $row->supportPage === null) || $row->served === 3
                    ? Plan::for($store, Markets::of($store)->find($row->marketId), $row->term, Asks::kind($row->asked))
                    : null,
            'history' => $row->tracked ? TermHistory::of($store, $row->marketId, $row->digest) : null,
        ];
    }
}
