<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Inventory\Events\FiguresChanged;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Events\TermsChanged;
use App\Inventory\Figures;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;

/**
 * Figures that steps reckon of pages, kept in the list table, so that the inventory is shown, ordered, narrowed and
 * given out by them as by its own. A step registers its figure (Inventory\Figures) and tells when it has changed.
 */
final readonly class TakenOver
{
    /** Columns of page_index that are figures of steps, by the same name. */
    public const UPSIDE = 'upside';

    public const LEAD = 'has_lead';

    public const DRAFT = 'draft';

    public const TANGLE = 'tangle';

    private const PORTION = 2000;

    public function __construct(private Figures $figures)
    {
    }

    public function afterWeighing(FiguresChanged $event): void
    {
        $this->all(Store::query()->findOrFail($event->storeId), self::UPSIDE, $event->stillAlive);
    }

    public function afterTerms(TermsChanged $event): void
    {
        $this->some(Store::query()->findOrFail($event->storeId), self::LEAD, $event->pages);
    }

    /** Pages that came have what they have by now, such as the draft of a resource that shows under them. */
    public function afterGather(InventoryRefreshed $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        foreach ([self::LEAD, self::DRAFT] as $figure) {
            $this->all($store, $figure, $event->stillAlive);
        }
    }

    /** @param  Closure(): void  $stillAlive  called now and then */
    public function all(Store $store, string $figure, Closure $stillAlive): void
    {
        for ($after = 0; ; $after = $pages[count($pages) - 1]) {
            $pages = Bulk::ids(
                Rows::all(
                    'SELECT page_id FROM page_index WHERE store_id = ? AND page_id > ? ORDER BY page_id LIMIT '.
                        self::PORTION,
                    [$store->id, $after],
                ),
                'page_id',
            );
            if ($pages === []) {
                return;
            }
            $this->write($store, $figure, $pages);
            $stillAlive();
        }
    }

    /** @param  list<int>  $pages */
    public function some(Store $store, string $figure, array $pages): void
    {
        foreach (array_chunk($pages, self::PORTION) as $portion) {
            $this->write($store, $figure, $portion);
        }
    }

    /** @param  non-empty-list<int>  $pages */
    private function write(Store $store, string $figure, array $pages): void
    {
        $values = $this->figures->of($figure, $store, $pages);
        $new = [];
        foreach (
            Rows::all(
                "SELECT page_id, $figure AS known FROM page_index WHERE store_id = ? AND page_id IN (".
                    Bulk::list($pages).
                    ')',
                [$store->id],
            ) as $row
        ) {
            $value = round(max(0.0, $values[$row->int('page_id')] ?? 0.0), 2);
            if (abs($value - $row->number('known')) > 0.001) {
                $new[] = 'SELECT '.$row->int('page_id')." AS id, $value AS value";
            }
        }
        $new === [] ||
            DB::update(
                'UPDATE page_index i JOIN ('.
                    implode(' UNION ALL ', $new).
                    ") n ON n.id = i.page_id SET i.$figure = n.value",
            );
    }
}
