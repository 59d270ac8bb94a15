<?php

declare(strict_types=1);

namespace App\Write\Checks;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** Faults of pages that somebody let pass, because. */
final class Waivers
{
    /**
     * @param  list<int>  $resources
     * @return array<string, int> bits of checks, by resource and field
     */
    public static function bits(array $resources): array
    {
        $bits = [];
        $list = Bulk::list($resources);
        $rows =
            $resources === []
                ? []
                : Rows::all("SELECT resource_id, field, check_bit FROM write_waivers WHERE resource_id IN ($list)");
        foreach ($rows as $row) {
            $key = "$row->resource_id $row->field";
            $bits[$key] = ($bits[$key] ?? 0) | $row->int('check_bit');
        }

        return $bits;
    }

    /** @return list<WaivedFault> those of one text */
    public static function of(int $resource, TextField $field): array
    {
        return Records::of(
            WaivedFault::class,
            Rows::of(
                DB::table('write_waivers as w')
                    ->leftJoin('users as u', 'u.id', '=', 'w.user_id')
                    ->where('resource_id', $resource)
                    ->where('field', $field->value)
                    ->orderBy('check_bit')
                    ->get(['w.check_bit', 'w.reason', 'w.waived_at', 'u.name']),
            ),
        );
    }

    public static function waive(Store $store, int $resource, TextField $field, Waiver $waiver): void
    {
        DB::table('write_waivers')->updateOrInsert(
            ['resource_id' => $resource, 'field' => $field->value, 'check_bit' => $waiver->check->value],
            [
                'store_id' => $store->id,
                'reason' => $waiver->reason,
                'user_id' => $waiver->userId,
                'waived_at' => now(),
            ],
        );
    }

    public static function takeBack(Store $store, int $resource, TextField $field, Check $check): void
    {
        DB::table('write_waivers')
            ->where('store_id', $store->id)
            ->where('resource_id', $resource)
            ->where('field', $field->value)
            ->where('check_bit', $check->value)
            ->delete();
    }
}
