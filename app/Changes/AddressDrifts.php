<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Addresses that no longer show what was released: the page declares, redirects or closes otherwise. */
final class AddressDrifts
{
    /**
     * What was released and does not show any more, after a crawl: the page declares, redirects or closes otherwise.
     *
     * @param  iterable<int, array<int, ?string>>  $shown  what pages show now: text by field, by page; null where that
     *         cannot be told; fields that are not in it stay as they are
     * @return int how many have drifted
     */
    public static function look(Store $store, iterable $shown): int
    {
        $holds = [];
        foreach (
            Rows::of(DB::table('address_states')->where('store_id', $store->id)->whereNotNull('shown')->get()) as $row
        ) {
            $holds[$row->int('page_id')][$row->int('field')] = $row;
        }
        $drifted = 0;
        foreach ($holds === [] ? [] : $shown as $page => $fields) {
            foreach (array_intersect_key($holds[$page] ?? [], $fields) as $field => $row) {
                $now = $fields[$field] ?? null;
                $theirs = $now === null || $now === $row->shown ? null : $now;
                $drifted += $theirs === null ? 0 : 1;
                if ($theirs !== $row->drifted) {
                    DB::table('address_states')
                        ->where('page_id', $page)
                        ->where('field', $field)
                        ->update(['drifted' => $theirs]);
                }
            }
        }

        return $drifted;
    }

    /**
     * @param  list<int>  $fields  of AddressField
     * @return list<DriftedAddress>
     */
    public static function list(Store $store, array $fields, int $limit): array
    {
        return array_values(
            array_map(
                DriftedAddress::of(...),
                Rows::of(
                    DB::table('address_states')
                        ->join('pages', 'pages.id', '=', 'address_states.page_id')
                        ->where('address_states.store_id', $store->id)
                        ->whereIn('field', $fields)
                        ->whereNotNull('drifted')
                        ->orderBy('page_id')
                        ->limit($limit)
                        ->get(['address_states.*', 'pages.url']),
                )->all(),
            ),
        );
    }

    /** @param  list<DriftedAddress>  $drifts  what shows is taken for meant */
    public static function accept(array $drifts): void
    {
        foreach ($drifts as $drift) {
            DB::table('address_states')
                ->where('page_id', $drift->pageId)
                ->where('field', $drift->field->value)
                ->update(['drifted' => null, 'shown' => null]);
        }
    }
}
