<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Inventory\PageSource;
use App\Platform\Tables\TableWriter;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Decisions;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Plan;
use App\Untangle\Deciding\Rules;
use App\Untangle\Finding\Finds;
use App\Untangle\Finding\FindWork;
use App\Untangle\Lists\CauseProgress;
use App\Untangle\Lists\CauseWords;
use App\Untangle\Lists\TanglePicture;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\LinkGraph\HreflangFault;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Which addresses are the same page: by cause, by trouble, by what their parameters do. */
final class UntangleController
{
    private const PAGE = 50;

    public function index(Store $store): View
    {
        CauseProgress::learn($store);
        $causes = DB::table('untangle_causes')
            ->leftJoin('users', 'users.id', '=', 'decided_by')
            ->where('store_id', $store->id)
            ->where('urls', '>', 0)
            ->orderByDesc('clicks')
            ->orderByDesc('to_do')
            ->orderByDesc('urls')
            ->limit(200)
            ->get(['untangle_causes.*', 'users.name as user_name']);
        $left = $causes->filter(static fn (object $cause): bool => $cause->to_do > $cause->ready + $cause->live);
        $open = $left->whereNull('decision');
        // The one with the most addresses shows best what is meant.
        $example = $open->where('tangles', '>', 0)->sortByDesc('urls')->first() ?? $causes->first();
        $tangle =
            $example === null
                ? 0
                : (int) DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('page_id', $example->example_page)
                    ->value('tangle_id');

        return view('untangle.index', [
            'store' => $store,
            'state' => DB::table('untangle_states')->where('store_id', $store->id)->first(),
            'work' => WorkView::latest($store->id, FindWork::sort()),
            'safe' => $open->where('is_safe', 1),
            'yours' => $open->where('is_safe', 0),
            'going' => $causes->filter(
                static fn (object $cause): bool => $cause->to_do > 0 && $cause->to_do <= $cause->ready + $cause->live,
            ),
            'decided' => $left->whereNotNull('decision')->merge($causes->where('to_do', 0)->whereNotNull('decision')),
            'crawled' => DB::table('page_index')->where('store_id', $store->id)->exists(),
            'fine' => $causes->whereNull('decision')->where('to_do', 0),
            'example' => $example,
            'picture' => $tangle === 0 ? null : TanglePicture::of($store, $tangle, 6),
            'ready' => DB::table('address_changes')
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->count(),
            'drifts' => AddressDrifts::list($store, 50),
        ]);
    }

    public function progress(Store $store): View
    {
        return view('untangle.progress', ['store' => $store, 'work' => WorkView::latest($store->id, FindWork::sort())]);
    }

    public function cause(Request $request, Store $store, int $cause): View
    {
        CauseProgress::learn($store);
        $row =
            DB::table('untangle_causes')
                ->leftJoin('users', 'users.id', '=', 'decided_by')
                ->where('store_id', $store->id)
                ->where('untangle_causes.id', $cause)
                ->first(['untangle_causes.*', 'users.name as user_name']) ?? abort(404);
        $sort = CauseSort::from((string) $row->sort);
        $which =
            $request->query('show') === 'exceptions'
                ? 'exceptions'
                : ($request->query('show') === 'all'
                    ? 'all'
                    : 'to-do');
        [$clicks, $after] = self::place($request);
        $pages = DB::table('untangle_pages as u')
            ->join('pages as p', 'p.id', '=', 'u.page_id')
            ->leftJoin('pages as k', 'k.id', '=', 'u.keeper_page')
            ->where('u.store_id', $store->id)
            ->where('u.cause_id', $cause)
            ->when($which === 'exceptions', static fn ($query) => $query->where('u.is_safe', 0))
            ->when($which === 'to-do', static fn ($query) => $query->where('u.action', '<>', 'leave'))
            ->when(
                $after !== null,
                static fn ($query) => $query->whereRaw('(u.clicks < ? OR (u.clicks = ? AND u.page_id < ?))', [
                    $clicks,
                    $clicks,
                    $after,
                ]),
            )
            ->orderByDesc('u.clicks')
            ->orderByDesc('u.page_id')
            ->limit(self::PAGE + 1)
            ->get(['u.*', 'p.url', 'k.url as keeper_url']);
        $asked = $request->query('choice');
        $choice = is_string($asked) && isset($sort->choices()[$asked]) ? $asked : null;
        $tangle = (int) DB::table('untangle_pages')
            ->where('store_id', $store->id)
            ->where('page_id', $row->example_page)
            ->value('tangle_id');

        return view('untangle.cause', [
            'store' => $store,
            'cause' => $row,
            'sort' => $sort,
            'which' => $which,
            'pages' => $pages->take(self::PAGE),
            'next' => $pages->count() > self::PAGE ? $pages[self::PAGE - 1] : null,
            'rule' => Rules::of($store)->choice($sort),
            'family' => count(self::familyOf($store, $row)),
            'targets' => Plan::targets(
                $store,
                array_values(
                    array_map(static fn (object $page): int => (int) $page->page_id, $pages->take(self::PAGE)->all()),
                ),
            ),
            'choice' => $choice,
            'preview' => $choice === null ? null : Decisions::preview($store, $cause, $sort, $choice),
            'picture' => $tangle === 0 ? null : TanglePicture::of($store, $tangle, 6),
        ]);
    }

    /** The same fault in several folders: decided, and made ready, at once. */
    public function family(Request $request, Store $store, int $cause): View
    {
        CauseProgress::learn($store);
        $row = DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);
        $sort = CauseSort::from((string) $row->sort);
        $causes = collect(self::familyOf($store, $row));
        $asked = $request->query('choice');
        $choice = is_string($asked) && isset($sort->choices()[$asked]) ? $asked : null;
        $preview = $choice === null ? null : [];
        if ($choice !== null) {
            foreach ($causes as $one) {
                foreach (Decisions::preview($store, (int) $one->id, $sort, $choice) as $means => [$urls, $clicks]) {
                    $preview[$means] = [($preview[$means][0] ?? 0) + $urls, ($preview[$means][1] ?? 0) + $clicks];
                }
            }
        }

        return view('untangle.family', [
            'store' => $store,
            'sort' => $sort,
            'causes' => $causes,
            'rule' => Rules::of($store)->choice($sort),
            'choice' => $choice,
            'preview' => $preview,
        ]);
    }

    /** @return list<object> causes of the same sort and words, most clicks first */
    public static function familyOf(Store $store, object $cause): array
    {
        $sort = CauseSort::from((string) $cause->sort);
        $family = CauseWords::family($cause);

        return array_values(
            array_filter(
                DB::table('untangle_causes')
                    ->where('store_id', $store->id)
                    ->where('sort', $cause->sort)
                    ->where('urls', '>', 0)
                    ->orderByDesc('clicks')
                    ->orderBy('id')
                    ->limit(2000)
                    ->get()
                    ->all(),
                static fn (object $one): bool => CauseWords::family($one) === $family,
            ),
        );
    }

    /** What would be changed for a cause, proved: a fragment of its own, for it looks at all of its addresses. */
    public function plan(Store $store, int $cause): View
    {
        $row = DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);

        return view('untangle.plan', [
            'store' => $store,
            'cause' => $row,
            'plan' => Plan::of($store, self::toDo($store, $cause)),
        ]);
    }

    public function export(Store $store, string $format): StreamedResponse
    {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);

        return response()->streamDownload(
            static function () use ($store, $format): void {
                TableWriter::write(
                    $format,
                    Finds::COLUMNS,
                    Finds::export($store),
                    fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.'),
                );
            },
            "{$store->slug}-tangles.$format",
            ['Content-Type' => TableWriter::FORMATS[$format]],
        );
    }

    /** What is declared, by what it is worth; and where the search engine chose otherwise. */
    public function troubles(Request $request, Store $store): View
    {
        /** @var array{verdicts?: array<string, array{int, int, int}>, chosen?: array{int, int, int}, listed?: array{int, int}, linked?: array{int, int}} $totals */
        $totals = (array) json_decode(
            (string) DB::table('untangle_states')->where('store_id', $store->id)->value('totals'),
            true,
        );
        $counts = [];
        foreach ($totals['verdicts'] ?? [] as $key => [$pages, $clicks, $impressions]) {
            $counts[] = [
                'verdict' => CanonicalVerdict::fromKey((string) $key) ?? CanonicalVerdict::NotNeeded,
                'pages' => $pages,
                'clicks' => $clicks,
                'impressions' => $impressions,
            ];
        }
        usort(
            $counts,
            static fn (array $a, array $b): int => $b['verdict']->isFault() <=> $a['verdict']->isFault() ?:
            $b['clicks'] <=> $a['clicks'] ?:
            $b['pages'] <=> $a['pages'],
        );
        $asked = is_string($request->query('verdict')) ? $request->query('verdict') : null;
        [$clicks, $after] = self::place($request);
        $pages = collect();
        if ($asked !== null) {
            $pages = DB::table('untangle_pages as u')
                ->join('pages as p', 'p.id', '=', 'u.page_id')
                ->leftJoin('pages as k', 'k.id', '=', 'u.keeper_page')
                ->leftJoin('pages as c', 'c.id', '=', 'u.chosen_page')
                ->where('u.store_id', $store->id)
                ->when(
                    $asked === 'chosen',
                    static fn ($query) => $query
                        ->where('u.chosen_page', '>', 0)
                        ->whereColumn('u.chosen_page', '<>', 'u.page_id')
                        ->whereRaw(
                            'u.chosen_page <> IF(u.declared_page > 0, u.declared_page, IF(u.keeper_page > 0, u.keeper_page, u.page_id))',
                        ),
                )
                ->when(
                    $asked === 'listed',
                    static fn ($query) => $query
                        ->join('page_index as i', 'i.page_id', '=', 'u.page_id')
                        ->whereRaw('(i.sources & ?) <> 0', [PageSource::Sitemap->value])
                        ->where('u.keeper_page', '>', 0)
                        ->whereColumn('u.keeper_page', '<>', 'u.page_id'),
                )
                ->when(
                    ! in_array($asked, ['chosen', 'listed'], true),
                    static fn ($query) => $query->where('u.verdict', $asked),
                )
                ->when(
                    $after !== null,
                    static fn ($query) => $query->whereRaw('(u.clicks < ? OR (u.clicks = ? AND u.page_id < ?))', [
                        $clicks,
                        $clicks,
                        $after,
                    ]),
                )
                ->orderByDesc('u.clicks')
                ->orderByDesc('u.page_id')
                ->limit(self::PAGE + 1)
                ->get(['u.*', 'p.url', 'k.url as keeper_url', 'c.url as chosen_url']);
        }

        return view('untangle.troubles', [
            'store' => $store,
            'counts' => $counts,
            'asked' => $asked,
            'verdict' => $asked === null ? null : CanonicalVerdict::fromKey($asked),
            'pages' => $pages->take(self::PAGE),
            'targets' => Plan::targets(
                $store,
                array_values(
                    array_map(static fn (object $page): int => (int) $page->page_id, $pages->take(self::PAGE)->all()),
                ),
            ),
            'next' => $pages->count() > self::PAGE ? $pages[self::PAGE - 1] : null,
            'chosen' => $totals['chosen'] ?? [0, 0, 0],
            'listed' => $totals['listed'] ?? [0, 0],
            'linked' => $totals['linked'] ?? [0, 0],
        ]);
    }

    public function parameters(Store $store): View
    {
        return view('untangle.parameters', [
            'store' => $store,
            'parameters' => DB::table('untangle_parameters')
                ->leftJoin('users', 'users.id', '=', 'said_by')
                ->where('store_id', $store->id)
                ->orderByDesc('pages')
                ->orderBy('scope')
                ->limit(300)
                ->get(['untangle_parameters.*', 'users.name as user_name']),
        ]);
    }

    public function rules(Request $request, Store $store): View
    {
        $rules = Rules::of($store);
        $asked = CauseSort::tryFrom(is_string($request->query('sort')) ? $request->query('sort') : '');
        $choice =
            $asked !== null &&
            is_string($request->query('choice')) &&
            isset($asked->choices()[$request->query('choice')])
                ? $request->query('choice')
                : null;
        $preview = [];
        if ($asked !== null && $choice !== null) {
            foreach (
                DB::table('untangle_causes')
                    ->where('store_id', $store->id)
                    ->where('sort', $asked->value)
                    ->whereNull('decision')
                    ->pluck('id') as $cause
            ) {
                foreach (Decisions::preview($store, (int) $cause, $asked, $choice) as $means => [$pages, $clicks]) {
                    $preview[$means] = [($preview[$means][0] ?? 0) + $pages, ($preview[$means][1] ?? 0) + $clicks];
                }
            }
        }

        return view('untangle.rules', [
            'store' => $store,
            'rules' => $rules,
            'asked' => $asked,
            'choice' => $choice,
            'preview' => $preview,
            'counts' => DB::table('untangle_causes')
                ->where('store_id', $store->id)
                ->groupBy('sort')
                ->selectRaw(
                    'sort, COUNT(*) AS causes, SUM(urls) AS urls, SUM(clicks) AS clicks, SUM(decision IS NOT NULL) AS decided',
                )
                ->get()
                ->keyBy('sort'),
        ]);
    }

    /** Lists narrowed by a filter, and which of them deserve to stand by themselves. */
    public function filters(Request $request, Store $store): View
    {
        $state = in_array($request->query('state'), ['promoted', 'falling', 'kept'], true)
            ? $request->query('state')
            : null;

        return view('untangle.filters', [
            'store' => $store,
            'state' => $state,
            'counts' => DB::table('untangle_facets')
                ->where('store_id', $store->id)
                ->groupBy('state')
                ->selectRaw('state, COUNT(*) AS n')
                ->pluck('n', 'state'),
            'choice' => Rules::of($store)->choice(CauseSort::Narrow),
            'facets' => DB::table('untangle_facets as f')
                ->join('pages as p', 'p.id', '=', 'f.page_id')
                ->join(
                    'untangle_pages as u',
                    static fn ($join) => $join->on('u.page_id', '=', 'f.page_id')->on('u.store_id', '=', 'f.store_id'),
                )
                ->join('page_index as i', 'i.page_id', '=', 'f.page_id')
                ->where('f.store_id', $store->id)
                ->when($state !== null, static fn ($query) => $query->where('f.state', $state))
                ->orderByDesc('f.demand')
                ->orderBy('f.page_id')
                ->limit(200)
                ->get(['f.*', 'p.url', 'u.action', 'u.why', 'i.why_not']),
            'barrable' => DB::select(
                "SELECT p.url FROM untangle_facets f JOIN pages p ON p.id = f.page_id JOIN address_states s
                    ON s.page_id = f.page_id AND s.field = ? AND s.value LIKE '%noindex%' JOIN crawler_rows r
                    ON r.page_id = f.page_id AND r.is_current = 1 AND r.day > DATE(s.since) WHERE f.store_id = ?
                    GROUP BY p.url LIMIT 200",
                [AddressField::Robots->value, $store->id],
            ),
        ]);
    }

    /** What is wrong with versions in other languages and markets. */
    public function versions(Request $request, Store $store): View
    {
        $fault = HreflangFault::tryFrom(is_string($request->query('fault')) ? $request->query('fault') : '');
        $after = (int) $request->query('after', '0');
        $rows = DB::table('untangle_versions as v')
            ->join('pages as p', 'p.id', '=', 'v.page_id')
            ->where('v.store_id', $store->id)
            ->when($fault !== null, static fn ($query) => $query->where('v.fault', $fault?->value))
            ->where('v.place', '>', $after)
            ->orderBy('v.place')
            ->limit(self::PAGE + 1)
            ->get(['v.*', 'p.url']);

        return view('untangle.versions', [
            'store' => $store,
            'fault' => $fault,
            'rows' => $rows->take(self::PAGE),
            'next' => $rows->count() > self::PAGE ? $rows[self::PAGE - 1]?->place : null,
            'counts' => DB::table('untangle_versions')
                ->where('store_id', $store->id)
                ->groupBy('fault')
                ->selectRaw('fault, COUNT(*) AS n, COUNT(DISTINCT page_id) AS pages')
                ->get(),
        ]);
    }

    /** @return array{int, ?int} the key behind the last row shown: clicks and page */
    private static function place(Request $request): array
    {
        $given = is_string($request->query('after')) ? explode('-', $request->query('after')) : [];

        return count($given) === 2 && ctype_digit($given[0]) && ctype_digit($given[1])
            ? [(int) $given[0], (int) $given[1]]
            : [0, null];
    }

    /** @return list<int> addresses of a cause about which something is to be done */
    public static function toDo(Store $store, int $cause): array
    {
        return array_values(
            array_map(
                intval(...),
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('cause_id', $cause)
                    ->whereIn('action', Means::changes())
                    ->orderByDesc('clicks')
                    ->orderBy('page_id')
                    ->limit(Plan::MOST)
                    ->pluck('page_id')
                    ->all(),
            ),
        );
    }
}
