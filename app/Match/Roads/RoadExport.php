<?php

declare(strict_types=1);

namespace App\Match\Roads;

use App\Stores\Models\Store;
use Generator;

/** Roads and their steps as a table: a row a step, or one where a road has none. */
final class RoadExport
{
    public const COLUMNS = [
        'term', 'rival', 'rival_backlinks', 'rival_internal', 'own_backlinks', 'own_internal', 'backlinks_to_go',
        'cost', 'months', 'step', 'reached_on',
    ];

    /** @return Generator<list<string|int|float|null>> */
    public static function rows(Store $store): Generator
    {
        foreach (RoadView::all($store) as $road) {
            foreach ($road->steps === [] ? [null] : $road->steps as $step) {
                yield [
                    $road->kept->term,
                    $road->kept->rivalUrl,
                    $road->rival->backlinks,
                    $road->rival->internal,
                    $road->own->backlinks,
                    $road->own->internal,
                    $road->road->links,
                    $road->road->cost,
                    $road->road->months,
                    $step?->term,
                    $step?->reachedOn,
                ];
            }
        }
    }
}
