<?php

declare(strict_types=1);

namespace App\Match\Screens;

use App\Match\Planning\Plan;
use App\Match\Rivalries\RivalryBook;
use App\Match\Terms\Asks;
use App\Match\Terms\MatchState;
use App\Match\Terms\Pages;
use App\Match\Terms\TermList;
use App\Match\Tracking\TermHistory;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use stdClass;

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
        $pairs = DB::select(
            'SELECT * FROM match_pairs WHERE term_id = ? AND store_id = ? ORDER BY worth DESC, page_id',
            [$term, $store->id],
        );
        $rivals = RivalryBook::of($store, $term);
        $ids = array_map(static fn (stdClass $pair): int => (int) $pair->page_id, $pairs);
        foreach ($rivals as $rival) {
            array_push($ids, (int) $rival->page_id, (int) $rival->rival_id);
        }
        foreach ([$row->lead_page, $row->support_page] as $page) {
            $page === null || ($ids[] = (int) $page);
        }
        $state = MatchState::of((int) $row->market_id);

        return [
            'store' => $store,
            'term' => $row,
            'said' => DB::table('match_said')
                ->where('store_id', $store->id)
                ->where('market_id', $row->market_id)
                ->where('digest', $row->digest)
                ->first(),
            'pairs' => $pairs,
            'rivals' => $rivals,
            'linking' => RivalryBook::linking($store, $rivals),
            'pages' => Pages::of($store, array_values(array_unique($ids))),
            'forms' => DB::select(
                'SELECT text, volume, impressions, clicks FROM match_forms WHERE store_id = ? AND run = ? AND market_id
                    = ? AND term_digest = ? ORDER BY COALESCE(volume, 0) DESC, impressions DESC, text LIMIT 12',
                [$store->id, $state->run ?? 0, $row->market_id, $row->digest],
            ),
            'head' => DB::table('match_terms')->where('id', $row->head_id)->value('term'),
            'market' => Markets::of($store)->find((int) $row->market_id),
            'state' => $state,
            'plan' => ($row->lead_page === null && $row->support_page === null) || (int) $row->served === 3
                    ? Plan::for(
                        $store,
                        Markets::of($store)->find((int) $row->market_id),
                        (string) $row->term,
                        Asks::kind((int) $row->asked),
                    )
                    : null,
            'history' => (int) $row->tracked === 1
                    ? TermHistory::of($store, (int) $row->market_id, (string) $row->digest)
                    : null,
        ];
    }
}
