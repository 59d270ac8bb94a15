<?php

declare(strict_types=1);

namespace App\Release;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\Connections;
use App\Stores\Models\Store;
use App\Stores\Overview\Change;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\Mark;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Overview\Way;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** What Release puts on the overview: days of releases, what was sent since, and two things of the first hour. */
final class ReleaseOverview
{
    public static function register(OverviewBoard $board): void
    {
        $board->tellMarks(self::marks(...));
        $board->tellChanges(self::changes(...));
        $board->tellFirstHour(self::firstHour(...));
    }

    /** @return list<Mark> */
    public static function marks(Store $store, string $from): array
    {
        return array_values(
            Rows::of(
                DB::table('release_batches')
                    ->where('store_id', $store->id)
                    ->where('items', '>', 0)
                    ->whereNull('undo_of')
                    ->where('sent_at', '>=', $from)
                    ->orderBy('id')
                    ->limit(40)
                    ->get(['items', 'sent_at']),
            )
                ->map(
                    static fn (Row $one): Mark => new Mark(
                        Carbon::parse($one->text('sent_at'))->setTimezone($store->timezone)->format('Y-m-d'),
                        Forms::number($one->int('items')).
                            ($one->int('items') === 1 ? ' page released' : ' pages released'),
                    ),
                )
                ->all(),
        );
    }

    /** @return list<Change> */
    public static function changes(Store $store, Carbon $since): array
    {
        return array_values(
            Rows::of(
                DB::table('release_batches')
                    ->where('store_id', $store->id)
                    ->where('created_at', '>=', $since)
                    ->orderByDesc('id')
                    ->limit(3)
                    ->get(),
            )
                ->map(
                    static fn (Row $one): Change => new Change(
                        Carbon::parse($one->text('created_at')),
                        "{$one->name}: ".
                            Forms::number($one->int('items')).
                            ($one->int('items') === 1 ? ' page' : ' pages'),
                        route('release.show', [$store, $one->id]),
                        'See it',
                    ),
                )
                ->all(),
        );
    }

    /** @return list<FirstHourPart> */
    public static function firstHour(Store $store): array
    {
        $connections = app(Connections::class);
        $isConnected = $connections->mapping($store) !== null;
        $byHand = $store->options()->ways !== [];
        $released = (int) DB::table('release_batches')
            ->where('store_id', $store->id)
            ->whereNull('undo_of')
            ->sum('items');
        $ready = DB::table('drafts')->where('store_id', $store->id)->where('state', 'ready')->exists();

        return [
            new FirstHourPart(
                40,
                'Connect the shop, or choose files',
                'any shop’s admin API by a mapping, or files that somebody takes into the shop',
                match (true) {
                    $isConnected => 'Texts go into the shop directly',
                    $byHand => 'Texts go into the shop by the ways that were chosen',
                    default => 'Texts can be written now; only sending needs it',
                },
                $isConnected || $byHand || $released > 0,
                null,
                [new Way('Choose', route('connect', $store), needs: 'manage')],
            ),
            new FirstHourPart(
                70,
                'Send them',
                'directly or as a file; each change can be taken back',
                $released > 0
                    ? Forms::number($released).($released === 1 ? ' page released' : ' pages released')
                    : 'They are live, and watched from that day on',
                $released > 0,
                null,
                [new Way('Look and send', route('release', $store))],
                $ready,
            ),
        ];
    }
}
