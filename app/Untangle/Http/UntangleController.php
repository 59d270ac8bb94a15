<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Platform\Tables\TableWriter;
use App\Platform\Typed;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Plan;
use App\Untangle\Deciding\Reckoning;
use App\Untangle\Deciding\Rules;
use App\Untangle\Finding\Finds;
use App\Untangle\Finding\FindWork;
use App\Untangle\Lists\CausePages;
use App\Untangle\Lists\CauseProgress;
use App\Untangle\Lists\TanglePicture;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use stdClass;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Which addresses are the same page, by cause. */
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
        $left = $causes->filter(static fn (stdClass $cause): bool => $cause->to_do > $cause->ready + $cause->live);
        $open = $left->whereNull('decision');
        // The one with the most addresses shows best what is meant.
        $example = $open->where('tangles', '>', 0)->sortByDesc('urls')->first() ?? $causes->first();
        $tangle =
            $example === null
                ? 0
                : Typed::int(
                    DB::table('untangle_pages')
                        ->where('store_id', $store->id)
                        ->where('page_id', $example->example_page)
                        ->value('tangle_id'),
                );

        return view('untangle.index', [
            'store' => $store,
            'state' => DB::table('untangle_states')->where('store_id', $store->id)->first(),
            'work' => WorkView::latest($store->id, FindWork::sort()),
            'safe' => $open->where('is_safe', 1),
            'yours' => $open->where('is_safe', 0),
            'going' => $causes->filter(
                static fn (stdClass $cause): bool => $cause->to_do > 0 && $cause->to_do <= $cause->ready + $cause->live,
            ),
            'decided' => $left->whereNotNull('decision')->merge($causes->where('to_do', 0)->whereNotNull('decision')),
            'crawled' => DB::table('page_index')->where('store_id', $store->id)->exists(),
            'fine' => $causes->whereNull('decision')->where('to_do', 0),
            'example' => $example,
            'picture' => $tangle === 0 ? null : TanglePicture::of($store, $tangle, 6),
            'ready' => DB::table('address_changes')
                ->where('store_id', $store->id)
                ->whereIn('field', AddressField::decisive())
                ->where('state', DraftState::Ready->value)
                ->count(),
            'drifts' => AddressDrifts::list($store, AddressField::decisive(), 50),
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
        [$clicks, $after] = Place::of($request);
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
        $tangle = Typed::int(
            DB::table('untangle_pages')
                ->where('store_id', $store->id)
                ->where('page_id', $row->example_page)
                ->value('tangle_id'),
        );

        return view('untangle.cause', [
            'store' => $store,
            'cause' => $row,
            'sort' => $sort,
            'which' => $which,
            'pages' => $pages->take(self::PAGE),
            'next' => $pages->count() > self::PAGE ? $pages[self::PAGE - 1] : null,
            'rule' => Rules::of($store)->choice($sort),
            'family' => count(CausePages::familyOf($store, $row)),
            'targets' => Plan::targets(
                $store,
                array_values(
                    array_map(static fn (stdClass $page): int => (int) $page->page_id, $pages->take(self::PAGE)->all()),
                ),
            ),
            'choice' => $choice,
            'preview' => $choice === null ? null : Reckoning::preview($store, $cause, $sort, $choice),
            'picture' => $tangle === 0 ? null : TanglePicture::of($store, $tangle, 6),
        ]);
    }

    /** The same fault in several folders: decided, and made ready, at once. */
    public function family(Request $request, Store $store, int $cause): View
    {
        CauseProgress::learn($store);
        $row = DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);
        $sort = CauseSort::from((string) $row->sort);
        $causes = collect(CausePages::familyOf($store, $row));
        $asked = $request->query('choice');
        $choice = is_string($asked) && isset($sort->choices()[$asked]) ? $asked : null;
        $preview = $choice === null ? null : [];
        if ($choice !== null) {
            foreach ($causes as $one) {
                foreach (Reckoning::preview($store, (int) $one->id, $sort, $choice) as $means => [$urls, $clicks]) {
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

    /** What would be changed for a cause, proved: a fragment of its own, for it looks at all of its addresses. */
    public function plan(Store $store, int $cause): View
    {
        $row = DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);

        return view('untangle.plan', [
            'store' => $store,
            'cause' => $row,
            'plan' => Plan::of($store, CausePages::toDo($store, $cause)),
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
}
