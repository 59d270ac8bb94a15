<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressField;
use App\Changes\History;
use App\Inventory\WordSearch;
use App\Platform\Database\Bulk;
use App\Platform\Tables\TableWriter;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Plan;
use App\Untangle\Finding\Identities;
use App\Untangle\Finding\Knowledge;
use App\Untangle\Lists\TanglePicture;
use App\Untangle\Lists\TextDifference;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Orchard\Core\Duplicates\Judge;
use stdClass;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Single tangles: their addresses, keepers and evidence; two pages side by side. */
final class TangleController
{
    private const PAGE = 50;

    private const MEMBERS = 200;

    public function index(Request $request, Store $store): View
    {
        $words = is_string($request->query('words')) ? mb_substr(trim($request->query('words')), 0, 120) : '';
        $given = is_string($request->query('after')) ? explode('-', $request->query('after')) : [];
        $after =
            count($given) === 2 && ctype_digit($given[0]) && ctype_digit($given[1])
                ? [(int) $given[0], (int) $given[1]]
                : null;
        $only = in_array($request->query('only'), ['to-do', 'close'], true) ? $request->query('only') : null;
        $rows = DB::table('untangle_tangles as t')
            ->leftJoin('pages as k', 'k.id', '=', 't.keeper_page')
            ->where('t.store_id', $store->id)
            ->when($only === 'to-do', static fn ($query) => $query->where('t.to_do', '>', 0))
            ->when($only === 'close', static fn ($query) => $query->where('t.lead_points', '<', 100))
            ->when($words !== '', fn ($query) => self::withWords($query, $store, $words))
            ->when(
                $after !== null,
                static fn ($query) => $query->whereRaw('(t.clicks < ? OR (t.clicks = ? AND t.tangle_id < ?))', [
                    $after[0] ?? 0,
                    $after[0] ?? 0,
                    $after[1] ?? 0,
                ]),
            )
            ->orderByDesc('t.clicks')
            ->orderByDesc('t.tangle_id')
            ->limit(self::PAGE + 1)
            ->get(['t.*', 'k.url as keeper_url']);

        return view('untangle.tangles', [
            'store' => $store,
            'words' => $words,
            'only' => $only,
            'rows' => $rows->take(self::PAGE),
            'next' => $rows->count() > self::PAGE ? $rows[self::PAGE - 1] : null,
        ]);
    }

    /** Tangles with an address whose title or path has these words. */
    private static function withWords(Builder $tangles, Store $store, string $words): void
    {
        $search = WordSearch::of($store->id, $words);
        if ($search->byIndex) {
            $tangles->whereIn(
                't.tangle_id',
                Bulk::ids(
                    DB::select(
                        "SELECT DISTINCT u.tangle_id FROM page_words w JOIN untangle_pages u ON u.store_id = w.store_id
                            AND u.page_id = w.page_id WHERE w.store_id = ? AND u.tangle_id > 0 AND $search->condition LIMIT 5000",
                        [$store->id, ...$search->values],
                    ),
                    'tangle_id',
                ),
            );
        } else {
            $tangles->whereRaw(
                "EXISTS (SELECT 1 FROM untangle_pages u JOIN page_words w ON w.page_id = u.page_id
                    WHERE u.store_id = t.store_id AND u.tangle_id = t.tangle_id AND $search->condition)",
                $search->values,
            );
        }
    }

    public function show(Store $store, int $tangle): View
    {
        $row =
            DB::table('untangle_tangles')->where('store_id', $store->id)->where('tangle_id', $tangle)->first() ??
            abort(404);
        $members = DB::table('untangle_pages as u')
            ->join('pages as p', 'p.id', '=', 'u.page_id')
            ->join('page_index as i', 'i.page_id', '=', 'u.page_id')
            ->leftJoin(
                'untangle_decisions as d',
                static fn ($join) => $join
                    ->on('d.page_id', '=', 'u.page_id')
                    ->on('d.store_id', '=', 'u.store_id')
                    ->where('d.sort', 'keeper'),
            )
            ->where('u.store_id', $store->id)
            ->where('u.tangle_id', $tangle)
            ->orderByRaw('u.page_id = u.keeper_page DESC')
            ->orderByDesc('u.clicks')
            ->orderBy('u.page_id')
            ->limit(self::MEMBERS)
            ->get([
                'u.*',
                'p.url',
                'i.status',
                'i.why_not',
                'i.links_in',
                'i.depth',
                'i.sources',
                'd.value as is_decided',
            ]);

        return view('untangle.tangle', [
            'store' => $store,
            'tangle' => $row,
            'members' => $members,
            'picture' => TanglePicture::of($store, $tangle),
            'points' => (array) json_decode((string) $row->points, true),
            'plan' => Plan::of($store, array_values(Typed::ints($members->pluck('page_id')->all()))),
            'history' => History::ofPage((int) $row->keeper_page, 10),
            'planned' => DB::table('address_changes')
                ->whereIn('page_id', $members->pluck('page_id'))
                ->whereIn('field', AddressField::decisive())
                ->get()
                ->groupBy('page_id'),
            'linked' => DB::table('links as l')
                ->join(
                    'untangle_pages as u',
                    static fn ($join) => $join->on('u.page_id', '=', 'l.to_page')->on('u.store_id', '=', 'l.store_id'),
                )
                ->join('pages as p', 'p.id', '=', 'l.from_page')
                ->join('pages as t', 't.id', '=', 'l.to_page')
                ->where('u.store_id', $store->id)
                ->where('u.tangle_id', $tangle)
                ->whereColumn('u.page_id', '<>', 'u.keeper_page')
                ->where('u.keeper_page', '>', 0)
                ->limit(20)
                ->get(['p.url as from_url', 'l.anchor', 't.url as to_url']),
        ]);
    }

    /** Two pages side by side: facts, what the texts say differently, numbers, what they are searched for by. */
    public function compare(Request $request, Store $store): View
    {
        $pages = [];
        foreach (['a', 'b'] as $which) {
            $id = (int) $request->query($which, '0');
            $pages[] =
                DB::table('pages as p')
                    ->join('page_index as i', 'i.page_id', '=', 'p.id')
                    ->leftJoin(
                        'page_facts as f',
                        static fn ($join) => $join->on('f.page_id', '=', 'p.id')->where('f.to_crawl', 0),
                    )
                    ->leftJoin('page_products as n', 'n.page_id', '=', 'p.id')
                    ->leftJoin(
                        'untangle_pages as u',
                        static fn ($join) => $join->on('u.page_id', '=', 'p.id')->on('u.store_id', '=', 'p.store_id'),
                    )
                    ->where('p.store_id', $store->id)
                    ->where('p.id', $id)
                    ->first([
                        'p.id', 'p.url', 'i.status', 'i.why_not', 'i.kind', 'i.depth', 'i.links_in', 'i.words',
                        'i.clicks', 'i.impressions', 'i.position_milli', 'i.orders', 'i.revenue', 'f.title',
                        'f.description', 'f.h1s', 'f.language', 'n.number', 'n.price', 'u.declared', 'u.verdict',
                        'u.tangle_id', 'u.keeper_page',
                    ]) ?? abort(404);
        }
        $identities = new Identities($store, ($telling = Knowledge::tellingOf($store)));
        $known =
            DB::table('untangle_identities')
                ->where('store_id', $store->id)
                ->whereIn('page_id', [$pages[0]->id, $pages[1]->id])
                ->count() === ($pages[0]->id === $pages[1]->id ? 1 : 2);
        [$a, $b] = $known ? [$identities->of((int) $pages[0]->id), $identities->of((int) $pages[1]->id)] : [null, null];

        return view('untangle.compare', [
            'store' => $store,
            'pages' => $pages,
            'kin' => $a === null || $b === null ? null : (new Judge($telling))->judge($a, $b),
            'lines' => $a === null || $b === null ? null : TextDifference::of($a->lines, $b->lines),
            'queries' => array_map(
                static fn (stdClass $page): array => DB::select(
                    'SELECT q.text, SUM(r.clicks) AS clicks, SUM(r.impressions) AS impressions FROM search_rows r
                        JOIN search_queries q ON q.id = r.query_id WHERE r.store_id = ? AND r.page_id = ?
                        AND r.query_id > 0 AND r.day >= UTC_DATE() - INTERVAL 98 DAY GROUP BY q.id, q.text
                        ORDER BY impressions DESC LIMIT 12',
                    [$store->id, $page->id],
                ),
                $pages,
            ),
        ]);
    }

    /** Links of the shop that lead to an address that folds into another, and where they should lead. */
    public function links(Store $store, string $format): StreamedResponse
    {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);
        $rows = (static function () use ($store): \Generator {
            for (
                $from = $place = 0; ;
                [$from, $place] = [(int) $found[count($found) - 1]->from_page, (int) $found[count($found) - 1]->place]
            ) {
                $found = DB::select(
                    'SELECT l.from_page, l.place, p.url AS from_url, l.anchor, t.url AS to_url, k.url AS should
                        FROM links l JOIN untangle_pages u ON u.store_id = l.store_id AND u.page_id = l.to_page
                        AND u.keeper_page > 0 AND u.keeper_page <> u.page_id JOIN pages p ON p.id = l.from_page
                        JOIN pages t ON t.id = l.to_page JOIN pages k ON k.id = u.keeper_page
                    WHERE l.store_id = ? AND (l.from_page > ? OR (l.from_page = ? AND l.place > ?))
                    ORDER BY l.from_page, l.place LIMIT 5000',
                    [$store->id, $from, $from, $place],
                );
                foreach ($found as $row) {
                    yield [
                        (string) $row->from_url,
                        (string) $row->anchor,
                        (string) $row->to_url,
                        (string) $row->should,
                    ];
                }
                if ($found === []) {
                    return;
                }
            }
        })();

        return response()->streamDownload(
            static fn () => TableWriter::write(
                $format,
                ['page', 'anchor', 'leads_to', 'should_lead_to'],
                $rows,
                fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.'),
            ),
            "{$store->slug}-links-to-mend.$format",
            ['Content-Type' => TableWriter::FORMATS[$format]],
        );
    }
}
