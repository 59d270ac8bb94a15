<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Reach\Sectors;
use Illuminate\Support\Facades\DB;

/**
 * What collections are called where there is little room: by their H1, unless that is a banner, else by their title.
 */
final class SectorNames
{
    private const LONGEST = 26;

    /**
     * @param  list<int>  $sectors
     * @return array<int, string> of those that are a page
     */
    public static function of(Store $store, array $sectors): array
    {
        $names = [];
        foreach (
            Rows::of(
                DB::table('page_facts')
                    ->where('store_id', $store->id)
                    ->where('to_crawl', 0)
                    ->whereIn('page_id', array_values(array_diff($sectors, [Sectors::ARTICLES, Sectors::NONE])))
                    ->get(['page_id', 'title', 'h1s']),
            ) as $row
        ) {
            $names[$row->int('page_id')] = self::name($row->text('title'), $row->text('h1s'));
        }

        return $names;
    }

    /** @param  string  $h1s  JSON list */
    private static function name(string $title, string $h1s): string
    {
        $list = json_decode($h1s, true);
        $first = trim((preg_split('/\s+[|\-–—·»]\s+|:\s+/u', $title) ?: [''])[0]);
        $h1 = is_array($list) && is_string($list[0] ?? null) ? trim($list[0]) : '';
        // A heading that shares no word with the title is a banner.
        $name = $h1 !== '' && array_intersect(self::words($h1), self::words($title)) !== [] ? $h1 : $first;

        return mb_strlen($name) > self::LONGEST ? mb_substr($name, 0, self::LONGEST - 1).'…' : $name;
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        return preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($text), -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }
}
