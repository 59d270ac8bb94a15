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
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
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
                $why = WhyNot::from($row->int('why_not'));
                if ($row->int('listed') === 1 && $why !== WhyNot::Indexable && $why !== WhyNot::NotFetched) {
                    yield new Found(
                        FindingType::ListedInVain,
                        $row->int('page_id'),
                        ['why' => $why->value],
                        ['status' => $row->int('status')],
                    );
                } elseif ($row->int('listed') === 0 && $row->int('meant') === 1 && $row->int('is_part') === 0) {
                    yield new Found(FindingType::NotListed, $row->int('page_id'), ['kind' => $row->int('kind')]);
                }
            }
            $beat();
        }
    }
}
