<?php

declare(strict_types=1);

namespace App\Gather\Api;

use App\Gather\Crawl\Crawls;
use App\Gather\Pages\PageExport;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Inventory\StorePages;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use RuntimeException;

/** The inventory as JSON, and the crawl that fills it. */
final readonly class PagesApi
{
    public function __construct(private PageList $list, private PageExport $export)
    {
    }

    public function index(Request $request, Store $store): JsonResponse
    {
        $filter = PageFilter::of(array_filter($request->query(), is_string(...)));
        ['rows' => $rows, 'next' => $next] = $this->list->page($store, $filter);

        return response()->json([
            'data' => $this->rows($store, array_column($rows, 'pageId')),
            'total' => $this->list->count($store, $filter),
            'next' => $next,
        ]);
    }

    public function show(Store $store, int $page): JsonResponse
    {
        return response()->json(['data' => $this->rows($store, [$page])[0] ?? abort(404)]);
    }

    public function crawl(Request $request, Store $store, Crawls $crawls): JsonResponse
    {
        try {
            ['crawl' => $crawl, 'work' => $work] = $crawls->begin($store, Caller::id($request));
        } catch (RuntimeException $busy) {
            abort(409, $busy->getMessage());
        }

        return response()->json(['data' => ['crawl' => $crawl, 'work' => $work]], 202);
    }

    /**
     * @param  list<int>  $pages
     * @return list<array<string, mixed>> in their order
     */
    private function rows(Store $store, array $pages): array
    {
        if ($pages === []) {
            return [];
        }
        $ids = StorePages::byUrl($store, $pages);
        $rows = [];
        foreach ($this->export->rows($store, [$pages]) as $cells) {
            $row = array_combine(PageExport::COLUMNS, $cells);
            $row['indexable'] = $row['indexable'] === 'yes';
            $row['last_seen'] = $row['last_seen'] === '' ? null : $row['last_seen'];
            $id = $ids[(string) $row['url']] ?? 0;
            $rows[$id] = ['page' => $id] + $row;
        }

        return array_values(array_filter(array_map(static fn (int $page): ?array => $rows[$page] ?? null, $pages)));
    }
}
