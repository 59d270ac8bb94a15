<?php

declare(strict_types=1);

namespace App\Tend\Found;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Carries out what is proposed for orphans where it is a change of their address: a redirect, or that they are gone.
 */
final class OrphanEnds
{
    /**
     * @param  list<int>  $findings  others than orphans to be redirected or removed are passed over
     * @return int changes that are ready for release by this
     */
    public static function carry(Store $store, array $findings, int $user): int
    {
        $changes = [];
        foreach (
            Rows::of(
                DB::table('tend_findings')
                    ->leftJoin('pages', 'pages.id', '=', 'tend_findings.target_page')
                    ->where('tend_findings.store_id', $store->id)
                    ->where('type', FindingType::Orphan->value)
                    ->where('state', FindingState::Open->value)
                    ->whereIn('tend_findings.id', $findings)
                    ->get(['tend_findings.page_id', 'tend_findings.detail', 'pages.url']),
            ) as $row
        ) {
            $end = ((array) json_decode($row->text('detail'), true))['end'] ?? null;
            $value = match (true) {
                $end === 'redirect' && $row->url !== null => $row->text('url'),
                $end === 'remove' => 'gone',
                default => null,
            };
            if ($value !== null) {
                $changes[] = [
                    'page' => $row->int('page_id'),
                    'field' => AddressField::Redirect,
                    'value' => $value,
                    'why' => 'An orphan that is no longer sold.',
                ];
            }
        }

        return app(AddressChanges::class)->put($store, $changes, new Author(Origin::Hand, $user));
    }
}
