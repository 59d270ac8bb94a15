<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\PageSource;
use App\Inventory\WhyNot;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;
use Illuminate\Support\Facades\DB;

/** What the shop's own sitemaps list for nothing, and what they leave out, where it has any. */
final readonly class SitemapFinder implements StoreFinder
{
    private const PORTION = 2000;

    public function __construct(private Store $store)
    {
    }

    public static function types(): array
    {
        return [FindingType::ListedInVain, FindingType::NotListed];
    }

    public function find(Closure $beat): iterable
    {
        $any = Rows::one('SELECT 1 AS n FROM page_index WHERE store_id = ? AND sources & ? LIMIT 1', [
            $this->store->id,
            PageSource::Sitemap->value,
        ]);
        if ($any === null) {
            return;
        }
        for ($after = 0; ; $after = (int) $rows[count($rows) - 1]->page_id) {
            $rows = DB::select(
                'SELECT i.page_id, i.kind, i.status, i.why_not, i.indexable, (i.sources & ?) > 0 AS listed,
                    COALESCE(t.is_part, 0) AS is_part, COALESCE(t.indexable, 0) AS meant FROM page_index i
                    LEFT JOIN tend_pages t ON t.store_id = i.store_id AND t.page_id = i.page_id
                    WHERE i.store_id = ? AND i.page_id > ? ORDER BY i.page_id LIMIT '.self::PORTION,
                [PageSource::Sitemap->value, $this->store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            foreach ($rows as $row) {
                $why = WhyNot::from((int) $row->why_not);
                if ((int) $row->listed === 1 && $why !== WhyNot::Indexable && $why !== WhyNot::NotFetched) {
                    yield new Found(
                        FindingType::ListedInVain,
                        (int) $row->page_id,
                        ['why' => $why->value],
                        ['status' => (int) $row->status],
                    );
                } elseif ((int) $row->listed === 0 && (int) $row->meant === 1 && (int) $row->is_part === 0) {
                    yield new Found(FindingType::NotListed, (int) $row->page_id, ['kind' => (int) $row->kind]);
                }
            }
            $beat();
        }
    }
}
