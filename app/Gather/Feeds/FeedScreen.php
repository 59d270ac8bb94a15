<?php

declare(strict_types=1);

namespace App\Gather\Feeds;

use App\Connectors\Feed\FeedMapping;
use App\Gather\Files\FileImport;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
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
            'url' => DB::table('connections')
                ->where('store_id', $store->id)
                ->where('sort', 'feed')
                ->where('url', '<>', '')
                ->value('url'),
            'mapping' => FeedMapping::fromJson($store->options()->feedMapping),
            'parts' => array_column(
                Records::of(
                    PulledPart::class,
                    Rows::of(DB::table('gather_feed_parts')->where('store_id', $store->id)->get()),
                ),
                null,
                'part',
            ),
            'work' => WorkView::latest($store->id, FeedWork::sort()),
            'imports' => Records::of(
                FileImport::class,
                Rows::of(
                    DB::table('gather_imports')
                        ->where('store_id', $store->id)
                        ->where('is_feed', 1)
                        ->orderByDesc('id')
                        ->limit(12)
                        ->get(),
                ),
            ),
        ];
    }
}
