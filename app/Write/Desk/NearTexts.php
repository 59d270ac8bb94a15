<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** Marks rows of the desk whose text says nearly the same as another page's of their market. */
final class NearTexts
{
    /** Digests of one statement. */
    private const PORTION = 500;

    /**
     * Digests that rows have now, to be marked again when the rows have changed.
     *
     * @param  string  $list  resources, as SQL has them
     * @return array<string, string> by themselves
     */
    public static function digests(string $list): array
    {
        $digests = [];
        foreach (
            Rows::all("SELECT title_near, description_near FROM write_rows WHERE resource_id IN ($list)") as $row
        ) {
            foreach ([$row->title_near, $row->description_near] as $digest) {
                $digest === null || ($digests[(string) $digest] = (string) $digest);
            }
        }

        return $digests;
    }

    /** @param  ?array<string>  $digests  null for all of the store */
    public static function mark(Store $store, ?array $digests = null): void
    {
        foreach (TextField::inResults() as $field) {
            foreach ($digests === null ? [null] : array_chunk($digests, self::PORTION) as $some) {
                self::markField($store, $field, $some);
            }
        }
    }

    /** @param  ?list<string>  $digests */
    private static function markField(Store $store, TextField $field, ?array $digests): void
    {
        [$near, $repeated] = [Check::NearlyRepeated->value, Check::Repeated->value];
        $name = $field->key();
        $which =
            $digests === null
                ? ''
                : " AND {$name}_near IN (".
                    implode(
                        ',',
                        array_map(static fn (string $digest): string => (new Bytes($digest))->literal(), $digests),
                    ).
                    ')';
        // Texts that are the same to the letter are told as duplicates, and not as near ones as well.
        DB::update(
            "UPDATE write_rows w JOIN (SELECT market_id, {$name}_near AS near, COUNT(*) AS n FROM write_rows
                    WHERE store_id = ? AND {$name}_near IS NOT NULL$which GROUP BY market_id, {$name}_near) g
                ON g.market_id = w.market_id AND g.near = w.{$name}_near
                SET w.{$name}_checks = (w.{$name}_checks & ~$near) |
                    IF(g.n > 1 AND w.{$name}_checks & $repeated = 0 AND w.near_off & {$field->value} = 0, $near, 0),
                    w.any_checks = (w.title_checks | w.description_checks)
                WHERE w.store_id = ? AND (g.n > 1 OR w.{$name}_checks & $near > 0)",
            [$store->id, $store->id],
        );
    }
}
