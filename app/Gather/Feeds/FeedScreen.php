<?php

declare(strict_types=1);

namespace App\Gather\Feeds;

use App\Connectors\Feed\FeedMapping;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** The feed of search and sales rows: where it comes from, and what it told so far. */
final class FeedScreen
{
    /** @return array<string, mixed> for the view gather.feed */
    public static function of(Store $store): array
    {
        return [
            'store' => $store,
            'connection' => DB::table('connections')
                ->where('store_id', $store->id)
                ->where('sort', 'feed')
                ->where('url', '<>', '')
                ->first(),
            'mapping' => FeedMapping::fromJson($store->options()->feedMapping),
            'parts' => DB::table('gather_feed_parts')->where('store_id', $store->id)->get()->keyBy('part'),
            'work' => WorkView::latest($store->id, FeedWork::sort()),
            'imports' => DB::table('gather_imports')
                ->where('store_id', $store->id)
                ->where('is_feed', 1)
                ->orderByDesc('id')
                ->limit(12)
                ->get(),
        ];
    }
}
