<?php

declare(strict_types=1);

namespace App\Watch\Http;

use App\Facts\NumberWindow;
use App\Platform\Tables\TableRows;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use App\Watch\Judging\GroupedBy;
use App\Watch\Judging\JudgeWork;
use App\Watch\Judging\Judgings;
use App\Watch\Lists\AcrossChanges;
use App\Watch\Lists\Learned;
use App\Watch\Lists\ResultList;
use App\Watch\Lists\StoreSum;
use DateTimeImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** All changes with what came of them, the store as a whole first. */
final class WatchController
{
    /** Days whose changes the headline adds up. */
    public const DAYS = 364;

    public function index(Request $request, Store $store): View
    {
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 40) : null;
        $from = (new DateTimeImmutable($store->today()))->modify('-'.self::DAYS.' days')->format('Y-m-d');

        return view(
            'watch.index',
            [
                'store' => $store,
                'work' => WorkView::latest($store->id, JudgeWork::sort()),
                'window' => NumberWindow::of($store),
                'sum' => StoreSum::of($store, $from, $store->today()),
                'learned' => $after === null ? Learned::of($store) : null,
                'across' => $after === null ? self::across($store) : [],
                'isFirst' => $after === null,
            ] + ResultList::page($store, $after),
        );
    }

    public function progress(Store $store): View
    {
        return view('watch.progress', ['store' => $store, 'work' => WorkView::latest($store->id, JudgeWork::sort())]);
    }

    public function judge(Request $request, Store $store, Judgings $judgings): RedirectResponse
    {
        $judgings->begin($store->id, Caller::id($request));

        return back()->with('done', 'Results are judged again.');
    }

    public function export(Store $store, string $format): StreamedResponse
    {
        return TableDownload::of(
            "{$store->slug}-results",
            $format,
            static fn (): TableRows => new TableRows(ResultList::COLUMNS, ResultList::export($store)),
        );
    }

    /** @return array<string, list<AcrossChanges>> by what they are grouped by */
    private static function across(Store $store): array
    {
        $across = [];
        foreach ([GroupedBy::Work, GroupedBy::Recipe, GroupedBy::Query] as $by) {
            $across[$by->label()] = AcrossChanges::of($store, $by);
        }

        return array_filter($across, static fn (array $groups): bool => $groups !== []);
    }
}
