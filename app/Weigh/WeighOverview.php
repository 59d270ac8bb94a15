<?php

declare(strict_types=1);

namespace App\Weigh;

use App\Facts\NumberWindow;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Web\Forms;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\Overview\Change;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\Lot;
use App\Stores\Overview\Lots;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Overview\Way;
use App\Stores\Overview\Week;
use App\Stores\Overview\WeeksOfClicks;
use App\Weigh\Lists\WeighedPages;
use App\Weigh\Numbers\GroupSums;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Told;
use App\Weigh\Numbers\Units;
use App\Weigh\Scoring\LotSums;
use App\Weigh\Scoring\ScoredLot;
use DateTimeImmutable;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** What Weigh puts on the overview: the lots, the weeks, the pages that lose, and the first worklist. */
final class WeighOverview
{
    /** Pages of a lot that are taken to the desk at once. */
    public const AT_ONCE = 200;

    /** Clicks that a page lost before it is told. */
    public const MUCH = 10;

    /** Weeks that are drawn. */
    private const WEEKS = 13;

    /** Pages of the first worklist. */
    private const FIRST = 20;

    public static function register(OverviewBoard $board): void
    {
        $board->tellLots(self::lots(...));
        $board->tellWeeks(self::weeks(...));
        $board->tellChanges(self::changes(...));
        $board->tellFirstHour(self::firstHour(...));
    }

    public static function lots(Store $store): ?Lots
    {
        $units = Units::of($store);
        $lens = self::usual($store, $units);
        $total = WeighedPages::total($store, $lens);
        if ($total->upside <= 0) {
            return null;
        }
        $lots = [];
        foreach (LotSums::of($store, $lens->market ?? 0) as $lot) {
            [$name, $kind, $pages] = [$lot->name(), $lot->kind, $lot->pages];
            $many = Forms::number($pages).' '.($pages === 1 ? $kind->label() : $kind->plural());
            $lots[] = new Lot(
                match (true) {
                    $name !== '' => "$name, $many",
                    $kind === PageKind::Product => ucfirst($many).' outside collections',
                    default => ucfirst($many),
                },
                self::why($lot),
                $lot->upside,
                $lot->low,
                $lot->high,
                new Way(
                    $pages > self::AT_ONCE
                        ? 'Write the first '.Forms::number(self::AT_ONCE)
                        : ($pages === 1
                            ? 'Write it'
                            : "Write these $pages"),
                    route('weigh.lot', [$store, $lot->place]),
                    ['market' => $lens->market ?? 0],
                ),
            );
        }

        return new Lots(
            $total->upside,
            $units->unit($lens->market),
            $units->isMoney($lens->market),
            $lens->market === null ? '' : Markets::of($store)->find($lens->market)->name,
            $total->earning,
            $lots,
            route('weigh', $store),
        );
    }

    public static function weeks(Store $store): ?WeeksOfClicks
    {
        $window = NumberWindow::of($store);
        if ($window === null || $window->isPeriod) {
            return null;
        }
        $units = Units::of($store);
        $lens = self::usual($store, $units);
        $part = Told::partWeeks($store, $window, $lens);
        $known = [];
        foreach (GroupSums::weeks($store, $lens) as $row) {
            isset($part[$row->week]) || ($known[$row->week] = $row->sums);
        }
        // The last whole week ends on the window's last Sunday or before.
        $sunday = new DateTimeImmutable($window->lastDay);
        $sunday = $sunday->format('N') === '7' ? $sunday : $sunday->modify('last sunday');
        $weeks = [];
        $orders = null;
        $revenue = 0.0;
        for ($back = self::WEEKS - 1; $back >= 0; $back--) {
            $monday = $sunday->modify('-'.(7 * $back + 6).' days');
            $now = $known[$monday->format('Y-m-d')] ?? null;
            $then = $known[$monday->modify('-364 days')->format('Y-m-d')] ?? null;
            $weeks[] = new Week($monday->format('Y-m-d'), $now?->clicks, $then?->clicks);
            if ($now !== null) {
                $orders = ($orders ?? 0) + $now->orders;
                $revenue += $now->revenue;
            }
        }
        $isMoney = $units->isMoney($lens->market);

        return new WeeksOfClicks(
            $weeks,
            $isMoney ? $orders : null,
            $isMoney ? $revenue : null,
            $units->unit($lens->market),
            route('weigh.numbers', $store),
        );
    }

    /** @return list<Change> */
    public static function changes(Store $store, Carbon $since): array
    {
        $scored = DB::table('weigh_models')->where('store_id', $store->id)->max('scored_at');
        if ($scored === null || Carbon::parse(Typed::text($scored))->lessThan($since)) {
            return [];
        }
        $moved = DB::table('weigh_scores')
            ->where('store_id', $store->id)
            ->where('moved_by', '>', 0)
            ->where('moved_at', '>=', $since)
            ->count();

        $lost = Rows::sole(
            "SELECT COUNT(*) AS n, COALESCE(SUM(lost), 0) AS clicks FROM weigh_losses WHERE store_id = ? AND weeks = 4
                AND against = 'before' AND lost >= ?",
            [$store->id, self::MUCH],
        );
        $at = Carbon::parse(Typed::text($scored));
        $changes = [];
        if ($moved > 0) {
            $changes[] = new Change(
                $at,
                Forms::number($moved).($moved === 1 ? ' page is' : ' pages are').' worth another sum than before',
                route('weigh.moved', $store),
                'See why',
            );
        }
        if ($lost->int('n') > 0) {
            $changes[] = new Change(
                $at,
                Forms::number($lost->int('n')).
                    ($lost->int('n') === 1 ? ' page' : ' pages').
                    ' lost '.
                    Forms::number($lost->int('clicks')).
                    ' clicks against the four weeks before',
                route('weigh.losing', [$store, 'weeks' => 4]),
                'See why',
            );
        }

        return $changes;
    }

    /** @return list<FirstHourPart> */
    public static function firstHour(Store $store): array
    {
        $isDone = DB::table('weigh_worklists')->where('store_id', $store->id)->exists();
        $pages = $isDone
            ? DB::table('weigh_worklist_pages')->where('store_id', $store->id)->count()
            : DB::table('page_index')->where('store_id', $store->id)->limit(1)->count();
        $today = $store->today();

        return [
            new FirstHourPart(
                50,
                'Take the first '.self::FIRST.' pages',
                'those where better texts bring the most; without search rows the pages most linked to',
                $isDone
                    ? Forms::number($pages).($pages === 1 ? ' page' : ' pages').' in worklists'
                    : 'A list to work through, with what each page could bring',
                $isDone,
                null,
                [
                    new Way('Make the list', route('worklists.open', $store), [
                        'name' => 'The first '.self::FIRST,
                        'first' => $today,
                        'due' => (new DateTimeImmutable($today))->modify('+27 days')->format('Y-m-d'),
                        'by' => 'pages',
                        'capacity' => self::FIRST,
                        'fill' => 1,
                    ]),
                ],
                $pages > 0,
            ),
        ];
    }

    /** Sums of unlike currencies say nothing: with several, the first market is looked at. */
    private static function usual(Store $store, Units $units): Lens
    {
        return new Lens(market: $units->addUp() ? null : Markets::of($store)->all()[0]->id);
    }

    /** What is lacking in a lot: the larger part of its sum, in some eight words. */
    private static function why(ScoredLot $lot): string
    {
        if ($lot->wording >= $lot->lift) {
            $missing = (int) round(100 * max(0.0, 1 - $lot->ratio));

            return $missing >= 3
                ? "Clicked $missing% less than their positions usually earn"
                : 'A few pages among them are clicked less than their positions earn';
        }

        return 'At position '.
            Forms::number($lot->position, 1).
            ' on average, seen '.
            Forms::number($lot->impressions).
            ' times';
    }
}
