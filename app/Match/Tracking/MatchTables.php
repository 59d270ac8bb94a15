<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Match\Terms\MatchExport;
use App\Stores\Models\Store;
use Generator;

/** The tables that Match hands out. */
final class MatchTables
{
    /** Their columns by name. */
    public const ALL = [
        'pages' => MatchExport::PAGES,
        'terms' => MatchExport::TERMS,
        'tracked' => TermHistory::COLUMNS,
    ];

    /**
     * @param  key-of<self::ALL>  $what
     * @return Generator<list<string|int|float|null>>
     */
    public static function rows(string $what, Store $store): Generator
    {
        return match ($what) {
            'pages' => MatchExport::pages($store),
            'terms' => MatchExport::terms($store),
            'tracked' => TermHistory::table($store),
        };
    }
}
