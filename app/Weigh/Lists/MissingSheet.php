<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Platform\Web\ListPlace;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use Generator;
use Orchard\Core\StructuredData\LifeState;

/** What is searched for and cannot be bought, as a table for the buyers. */
final class MissingSheet
{
    public const COLUMNS = [
        'product', 'number', 'maker', 'url', 'state', 'back_on', 'stock', 'clicks_in_28_days', 'missed_in_28_days',
    ];

    /** @return Generator<list<string|int|float|null>> */
    public static function rows(Store $store): Generator
    {
        $after = null;
        do {
            ['rows' => $rows, 'next' => $after] = Findings::missing($store, new Lens(), new ListPlace($after));
            foreach ($rows as $row) {
                yield [
                    $row->title ?? '',
                    $row->number ?? '',
                    $row->maker ?? '',
                    $row->url,
                    LifeState::from($row->life)->label(),
                    $row->backOn,
                    $row->stock,
                    round($row->missedClicks, 1),
                    round($row->missed, 2),
                ];
            }
        } while ($after !== null);
    }
}
