<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Events\TextsChanged;
use App\Inventory\Index\TakenOver;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;

/** Tells the inventory where the drafts of what shows under a page stand, by the highest rank of their states. */
final readonly class DraftFigure
{
    public function __construct(private TakenOver $inventory)
    {
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, float> rank by page; only of a resource's main page
     */
    public static function of(Store $store, array $pages): array
    {
        $ranks = [];
        foreach (
            Rows::all(
                'SELECT r.page_id, d.state FROM resources r JOIN drafts d ON d.resource_id = r.id
                    WHERE r.store_id = ? AND r.gone = 0 AND r.page_id IN ('.
                    Bulk::list($pages).
                    ')',
                [$store->id],
            ) as $row
        ) {
            $rank = (float) DraftState::from($row->text('state'))->rank();
            $ranks[$row->int('page_id')] = max($ranks[$row->int('page_id')] ?? 0.0, $rank);
        }

        return $ranks;
    }

    public function afterChange(TextsChanged $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        foreach (array_chunk($event->resourceIds, 2000) as $some) {
            $pages = Bulk::ids(
                Rows::all(
                    'SELECT page_id FROM resources WHERE page_id IS NOT NULL AND id IN ('.Bulk::list($some).')',
                ),
                'page_id',
            );
            $this->inventory->some($store, TakenOver::DRAFT, $pages);
        }
    }
}
