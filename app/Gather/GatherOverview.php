<?php

declare(strict_types=1);

namespace App\Gather;

use App\Facts\FactTable;
use App\Facts\NumberWindow;
use App\Gather\Changed\Aspect;
use App\Gather\Crawl\Crawl;
use App\Gather\Files\FileSort;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Web\Forms;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\Overview\Change;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Overview\Source;
use App\Stores\Overview\Way;
use DateTimeImmutable;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/**
 * What Gather puts on the overview: how fresh each source is, what the last crawls found changed, and the first things
 * of the first hour.
 */
final class GatherOverview
{
    /** Days after which a source is old. */
    private const OLD = ['crawl' => 14, 'rows' => 10, 'list' => 60];

    /** Causes of the last comparison that are told. */
    private const CAUSES = 4;

    public static function register(OverviewBoard $board): void
    {
        $board->tellSources(self::sources(...));
        $board->tellChanges(self::changes(...));
        $board->tellFirstHour(self::firstHour(...));
    }

    /** @return list<Source> */
    public static function sources(Store $store): array
    {
        $today = new DateTimeImmutable($store->today());
        $age = static fn (string $day): int => max(
            0,
            (int) (new DateTimeImmutable(substr($day, 0, 10)))->diff($today)->format('%r%a'),
        );
        $sources = [];
        $crawl = Crawl::latest($store->id);
        if ($crawl !== null) {
            $day = $crawl->endedAt ?? $crawl->startedAt;
            $schedule = $store->options()->crawlSchedule;
            $sources[] = new Source(
                'Crawl of the shop',
                $crawl->state === 'running' ? 'runs now' : Forms::day($day),
                match (true) {
                    $crawl->state === 'running' => Forms::number($crawl->fetched).' pages so far',
                    $schedule === 'never' || $schedule === '' => self::aged($age($day)).', none planned',
                    default => $schedule,
                },
                route('gather', $store),
                $crawl->state !== 'running' && $age($day) > self::OLD['crawl'],
            );
        }
        $feed = DB::table('connections')
            ->where('store_id', $store->id)
            ->where('sort', 'feed')
            ->where('url', '<>', '')
            ->exists();
        foreach (['Search rows' => FactTable::Search, 'Orders' => FactTable::Sales] as $name => $facts) {
            $last = DB::table('fact_days')
                ->where('store_id', $store->id)
                ->where('facts', $facts->value)
                ->where('state', 'owns')
                ->max('day');
            if (is_string($last)) {
                $sources[] = new Source(
                    $name,
                    'to '.Forms::day($last),
                    $feed ? 'daily, 04:30' : self::aged($age($last)),
                    $feed ? route('gather.feed', $store) : route('gather.files', $store),
                    $age($last) > self::OLD['rows'],
                );
            }
        }
        foreach (
            Rows::of(
                DB::table('gather_imports')
                    ->where('store_id', $store->id)
                    ->where('state', 'done')
                    ->where('is_feed', 0)
                    ->whereNotIn('sort', [FileSort::Search->value, FileSort::Sales->value])
                    ->groupBy('sort')
                    ->selectRaw('sort, MAX(ended_at) AS ended')
                    ->orderBy('sort')
                    ->get(),
            ) as $list
        ) {
            $sort = FileSort::tryFrom($list->text('sort'));
            if ($sort !== null) {
                $sources[] = new Source(
                    ucfirst(explode(':', $sort->label())[0]),
                    Forms::day($list->text('ended')),
                    self::aged($age($list->text('ended'))),
                    route('gather.files', $store),
                    $age($list->text('ended')) > self::OLD['list'],
                );
            }
        }

        return $sources;
    }

    /** @return list<Change> */
    public static function changes(Store $store, Carbon $since): array
    {
        $changes = [];
        $crawls = Rows::of(
            DB::table('gather_crawls')
                ->where('store_id', $store->id)
                ->whereIn('state', ['complete', 'incomplete', 'failed'])
                ->where('ended_at', '>=', $since)
                ->orderByDesc('id')
                ->limit(2)
                ->get(),
        );
        foreach ($crawls as $crawl) {
            $changes[] = new Change(
                Carbon::parse($crawl->text('ended_at')),
                match ($crawl->text('state')) {
                    'complete' => 'Crawl: '.Forms::number($crawl->int('fetched')).' pages, complete',
                    'incomplete' => 'Crawl: '.Forms::number($crawl->int('fetched')).' pages, not all reached',
                    default => 'A crawl failed',
                },
                route('gather', $store),
                'See it',
                $crawl->state !== 'complete',
            );
        }
        $comparison = Rows::maybe(
            DB::table('gather_comparisons as k')
                ->join('gather_crawls as c', 'c.id', '=', 'k.after_crawl')
                ->where('k.store_id', $store->id)
                ->where('k.state', 'done')
                ->where('c.ended_at', '>=', $since)
                ->orderByDesc('k.after_crawl')
                ->orderByDesc('k.before_crawl')
                ->first(['k.id', 'k.before_crawl', 'k.after_crawl', 'c.ended_at']),
        );
        if ($comparison !== null) {
            array_push($changes, ...self::causes($store, $comparison));
        }
        foreach (
            Rows::of(
                DB::table('gather_imports')
                    ->where('store_id', $store->id)
                    ->whereIn('state', ['done', 'failed'])
                    ->where('is_feed', 0)
                    ->where('ended_at', '>=', $since)
                    ->orderByDesc('id')
                    ->limit(3)
                    ->get(['id', 'file_name', 'rows_taken', 'ended_at', 'state']),
            ) as $import
        ) {
            $changes[] = new Change(
                Carbon::parse($import->text('ended_at')),
                $import->state === 'done'
                    ? "{$import->file_name}: ".Forms::number($import->int('rows_taken')).' rows taken in'
                    : "{$import->file_name} could not be taken in",
                route('gather.file', [$store, $import->id]),
                'See it',
                $import->state !== 'done',
            );
        }

        return $changes;
    }

    /**
     * What the last two crawls differ in, by cause.
     *
     * @return list<Change>
     */
    private static function causes(Store $store, Row $comparison): array
    {
        $changes = [];
        foreach (
            Rows::of(
                DB::table('gather_causes')
                    ->where('comparison_id', $comparison->id)
                    ->orderByDesc('clicks')
                    ->orderByDesc('pages')
                    ->limit(self::CAUSES)
                    ->get(),
            ) as $cause
        ) {
            $pages = $cause->int('pages');
            $aspect = Aspect::from($cause->int('aspect'));
            $changes[] = new Change(
                Carbon::parse($comparison->text('ended_at')),
                Forms::number($pages).
                    ($pages === 1 ? ' page: ' : ' pages: ').
                    $aspect->words().
                    ($cause->int('is_one') === 1 && $pages > 1 ? ', all in the same way' : '').
                    ($cause->int('clicks') === 0 ? '' : ', '.Forms::number($cause->int('clicks')).' clicks'),
                route('gather.changed', [
                    $store,
                    'before' => $comparison->before_crawl,
                    'after' => $comparison->after_crawl,
                    'cause' => bin2hex($cause->text('cause')),
                ]),
            );
        }

        return $changes;
    }

    /** @return list<FirstHourPart> */
    public static function firstHour(Store $store): array
    {
        $crawl = Crawl::latest($store->id);
        $window = NumberWindow::of($store);
        $orders = FactTable::Sales->isTold($store);
        $isSeen = FactTable::Search->isTold($store) && $window !== null;
        $isCrawled = $crawl !== null && in_array($crawl->state, ['complete', 'incomplete'], true);
        $isRunning = $crawl !== null && $crawl->state === 'running';
        $host = (string) parse_url($store->base_url, PHP_URL_HOST);

        return [
            new FirstHourPart(
                10,
                'Crawl the shop',
                "$host, robots.txt obeyed",
                match (true) {
                    $isCrawled => self::kinds($store),
                    $isRunning => Forms::number($crawl->fetched).' pages so far; what is there can be looked at',
                    default => 'Every page with its title, description and faults',
                },
                $isCrawled,
                $isRunning ? 'runs now' : null,
                [new Way($crawl === null ? 'Start the crawl' : 'Look at the crawl', route('gather', $store))],
            ),
            new FirstHourPart(
                20,
                'Bring search rows',
                'pages or queries with clicks and impressions: a CSV or XLSX in any layout, or a feed',
                ! $isSeen
                    ? 'Which pages are clicked less than they could be'
                    : ($window->isPeriod ? '' : 'Up to ').
                        ($window->isPeriod ? $window->inWords() : Forms::day($window->lastDay)).
                        ', '.
                        Forms::number(self::rows($store)).
                        ' rows',
                $isSeen,
                null,
                [
                    new Way('Import a file', route('gather.files', $store)),
                    new Way('Connect a feed', route('settings', [$store, 'numbers']), needs: 'manage'),
                ],
            ),
            new FirstHourPart(
                30,
                'Say what a click is worth',
                'orders and revenue by landing page, from a file or the same feed',
                $orders
                    ? 'Pages stand in the order of money'
                    : 'Until then pages stand by the clicks that they lack, not by money',
                $orders,
                null,
                [new Way('Import orders', route('gather.files', $store))],
            ),
        ];
    }

    /** "1,832 products, 214 collections, 61 articles" */
    private static function kinds(Store $store): string
    {
        $counts = DB::table('page_index')
            ->where('store_id', $store->id)
            ->where('indexable', 1)
            ->groupBy('kind')
            ->selectRaw('kind, COUNT(*) AS n')
            ->pluck('n', 'kind')
            ->all();
        $words = [];
        foreach ([PageKind::Product, PageKind::Collection, PageKind::Article] as $kind) {
            $n = Typed::int($counts[$kind->value] ?? 0);
            $n === 0 || ($words[] = Forms::number($n).' '.($n === 1 ? $kind->label() : $kind->plural()));
        }
        $rest =
            array_sum(Typed::ints($counts)) -
            array_sum(
                array_map(static fn (PageKind $kind): int => Typed::int($counts[$kind->value] ?? 0), [
                    PageKind::Product,
                    PageKind::Collection,
                    PageKind::Article,
                ]),
            );
        $rest === 0 || ($words[] = Forms::number($rest).($words === [] ? ' pages' : ' others'));

        return $words === [] ? 'No page that a search engine may list' : implode(', ', $words);
    }

    /** Rows of search that count. */
    private static function rows(Store $store): int
    {
        return (int) DB::table('fact_days')
            ->where('store_id', $store->id)
            ->where('facts', FactTable::Search->value)
            ->where('state', 'owns')
            ->sum('row_count');
    }

    private static function aged(int $days): string
    {
        return match ($days) {
            0 => 'today',
            1 => 'yesterday',
            default => Forms::number($days).' days old',
        };
    }
}
