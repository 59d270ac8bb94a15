<?php

declare(strict_types=1);

namespace App\Changes\Spells;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Times in which texts belong to a campaign or a trial. Drafts of a campaign's texts are not sent meanwhile, texts of a
 * trial are not edited; both stay on record, for results leave such days out.
 */
final class Spells
{
    /** @param  list<array{int, int}>  $texts  resource and field */
    public static function put(Store $store, Spell $spell, array $texts): void
    {
        $of = [
            $spell->cause->value,
            $spell->by,
            $store->id,
            $spell->from->format('Y-m-d H:i:s'),
            $spell->to->format('Y-m-d H:i:s'),
        ];
        foreach (array_chunk($texts, 1000) as $some) {
            Bulk::write(
                'text_spells',
                ['resource_id', 'field', 'cause', 'by_id', 'store_id', 'from_at', 'to_at'],
                array_map(static fn (array $text): array => [$text[0], $text[1], ...$of], $some),
                'REPLACE',
            );
        }
    }

    /** It ends now; what never began is forgotten. */
    public static function end(Store $store, SpellCause $cause, int $by): void
    {
        $of = [$store->id, $cause->value, $by];
        DB::delete(
            'DELETE FROM text_spells WHERE store_id = ? AND cause = ? AND by_id = ? AND from_at > UTC_TIMESTAMP()',
            $of,
        );
        DB::update(
            'UPDATE text_spells SET to_at = UTC_TIMESTAMP() WHERE store_id = ? AND cause = ? AND by_id = ?
                AND to_at > UTC_TIMESTAMP()',
            $of,
        );
    }

    /** It lasts on, for its texts are not back yet. */
    public static function prolong(Store $store, SpellCause $cause, int $by): void
    {
        DB::update(
            'UPDATE text_spells SET to_at = UTC_TIMESTAMP() + INTERVAL 1 HOUR WHERE store_id = ? AND cause = ?
                AND by_id = ? AND to_at < UTC_TIMESTAMP() + INTERVAL 10 MINUTE',
            [$store->id, $cause->value, $by],
        );
    }

    /**
     * @param  list<int>  $resources
     * @return array<string, string> until when (UTC) texts are under such a spell now, by "resource field"
     */
    public static function now(SpellCause $cause, array $resources): array
    {
        $until = [];
        foreach ($resources === [] ? [] : array_chunk(array_values(array_unique($resources)), 5000) as $some) {
            foreach (
                Rows::all(
                    'SELECT resource_id, field, MAX(to_at) AS until FROM text_spells WHERE resource_id IN ('.
                        Bulk::list($some).
                        ') AND cause = ? AND from_at <= UTC_TIMESTAMP() AND to_at > UTC_TIMESTAMP()
                        GROUP BY resource_id, field',
                    [$cause->value],
                ) as $row
            ) {
                $until["$row->resource_id $row->field"] = $row->text('until');
            }
        }

        return $until;
    }

    /**
     * @param  list<array{int, int}>  $texts  resource and field
     * @return list<array{int, int}> those that another campaign or trial has at some time of the spell
     */
    public static function taken(Spell $spell, array $texts): array
    {
        $wanted = [];
        foreach ($texts as $text) {
            $wanted["$text[0] $text[1]"] = $text;
        }
        $taken = [];
        foreach (array_chunk(array_values(array_unique(array_column($texts, 0))), 5000) as $some) {
            foreach (
                Rows::all(
                    'SELECT DISTINCT resource_id, field FROM text_spells WHERE resource_id IN ('.
                        Bulk::list($some).
                        ') AND cause = ? AND by_id <> ? AND from_at < ? AND to_at > ?',
                    [
                        $spell->cause->value,
                        $spell->by,
                        $spell->to->format('Y-m-d H:i:s'),
                        $spell->from->format('Y-m-d H:i:s'),
                    ],
                ) as $row
            ) {
                isset($wanted["$row->resource_id $row->field"]) &&
                    ($taken[] = $wanted["$row->resource_id $row->field"]);
            }
        }

        return $taken;
    }
}
