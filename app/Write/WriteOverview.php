<?php

declare(strict_types=1);

namespace App\Write;

use App\Platform\Web\Forms;
use App\Stores\Models\Store;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Overview\Way;
use Illuminate\Support\Facades\DB;

/** What Write puts on the overview: the first texts of the first hour. */
final class WriteOverview
{
    public static function register(OverviewBoard $board): void
    {
        $board->tellFirstHour(self::firstHour(...));
    }

    /** @return list<FirstHourPart> */
    public static function firstHour(Store $store): array
    {
        $drafts = DB::table('drafts')->where('store_id', $store->id)->count();
        $wrote =
            $drafts > 0 || DB::table('release_batches')->where('store_id', $store->id)->whereNull('undo_of')->exists();

        return [
            new FirstHourPart(
                60,
                'Write them',
                'by hand at the writing desk, or by a recipe that fills in what the shop knows',
                match (true) {
                    $drafts > 0 => Forms::number($drafts).($drafts === 1 ? ' draft' : ' drafts'),
                    $wrote => 'All drafts are sent',
                    default => 'About half an hour for twenty pages',
                },
                $wrote,
                null,
                [new Way('Write', route('write', $store)), new Way('Use a recipe', route('write.recipes', $store))],
                DB::table('resources')->where('store_id', $store->id)->exists(),
            ),
        ];
    }
}
