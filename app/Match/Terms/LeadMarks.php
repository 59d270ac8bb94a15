<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\Events\TermsChanged;
use App\Inventory\Makers;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Typed;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\TermForm;
use Orchard\Core\Terms\TermKey;

/** Marks on terms whose page they lead or support, kept as the pages' own terms have it, whoever changed them. */
final class LeadMarks
{
    public function after(TermsChanged $event): void
    {
        $store = Store::query()->find($event->storeId);
        if ($store === null || $event->pages === []) {
            return;
        }
        foreach (array_chunk($event->pages, 1000) as $pages) {
            self::refresh($store, $pages);
        }
    }

    /** @param  list<int>  $pages  at least one */
    public static function refresh(Store $store, array $pages): void
    {
        $list = Bulk::list($pages);
        $terms = PageTerms::of($pages);
        $claims = PageTerms::claims($pages);
        $markets = DB::table('page_index')
            ->where('store_id', $store->id)
            ->whereIn('page_id', $pages)
            ->pluck('market_id', 'page_id');
        $keys = self::keys($store);
        $leads = $supports = [];
        foreach ($terms as $page => $places) {
            $market = Typed::int($markets[$page] ?? 0);
            foreach ($places as $place => $term) {
                $key = ($keys[$market] ?? null)?->of(TermForm::normal($term));
                if ($key === null) {
                    continue;
                }
                $isLocked = ($claims[$page][1] ?? TermOrigin::Proposed) !== TermOrigin::Proposed;
                $row = [$market, new Bytes(Dictionary::digest($key)), $page, $isLocked ? 1 : 0];
                $place === 0 ? ($leads[] = $row) : ($supports[] = $row);
            }
        }
        DB::transaction(static function () use ($store, $list, $leads, $supports): void {
            DB::update(
                "UPDATE match_terms SET lead_page = NULL, locked = 0, served = IF(served = 1 AND support_page IS NULL,
                    0,
                    served) WHERE store_id = ? AND lead_page IN ($list)",
                [$store->id],
            );
            DB::update(
                "UPDATE match_terms SET support_page = NULL, served = IF(served = 1 AND lead_page IS NULL, 0, served)
                    WHERE store_id = ? AND support_page IN ($list)",
                [$store->id],
            );
            foreach (['lead_page' => $leads, 'support_page' => $supports] as $column => $rows) {
                foreach (array_chunk($rows, 500) as $some) {
                    $cases = implode(
                        ' UNION ALL ',
                        array_map(
                            static fn (
                                array $row,
                            ): string => "SELECT {$row[0]} AS market_id, {$row[1]->literal()} AS digest, {$row[2]} AS
                                page_id, {$row[3]} AS locked",
                            $some,
                        ),
                    );
                    $locked = $column === 'lead_page' ? 't.locked = c.locked, t.support_page = NULL, ' : '';
                    DB::update(
                        "UPDATE match_terms t JOIN ($cases) c ON c.market_id = t.market_id AND c.digest = t.digest SET
                            {$locked}t.$column = c.page_id, t.served = IF(t.served = 3 AND c.page_id IN
                            (SELECT page_id FROM planned_pages), 3, 1) WHERE t.store_id = ?",
                        [$store->id],
                    );
                }
            }
        }, 3);
    }

    /** @return array<int, TermKey> by market */
    public static function keys(Store $store): array
    {
        $makers = Makers::of($store);
        $keys = [];
        foreach (Markets::of($store)->all() as $market) {
            $keys[$market->id] = new TermKey($market->language, $makers);
        }

        return $keys;
    }
}
