<?php

declare(strict_types=1);

namespace App\Watch\Changed;

use App\Changes\Events\ReleaseBegun;
use App\Inventory\Figures;
use App\Platform\Database\Bulk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What was promised of the pages of a release on the day it went out; later weighings do not change it. */
final readonly class Promises
{
    private const PORTION = 5000;

    public function __construct(private Figures $figures)
    {
    }

    public function keep(ReleaseBegun $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        $share = $store->options()->assumed('share_closed');
        foreach (array_chunk($event->pages, self::PORTION) as $pages) {
            $money = $this->figures->of('wording', $store, $pages);
            $clicks = $this->figures->of('wording_clicks', $store, $pages);
            $rows = [];
            foreach ($pages as $page) {
                if (isset($money[$page])) {
                    $rows[] = [$store->id, $event->release, $page, $money[$page], $clicks[$page] ?? 0.0, $share];
                }
            }
            Bulk::write(
                'watch_promises',
                ['store_id', 'release_id', 'page_id', 'promised', 'promised_clicks', 'share'],
                $rows,
                'INSERT IGNORE',
            );
        }
    }

    /** Takes the promises of a release over into the pages of its change. */
    public static function take(Store $store, int $change, int $release): void
    {
        DB::update(
            'UPDATE watch_pages w JOIN watch_promises p ON p.release_id = ? AND p.page_id = w.page_id
                SET w.promised = p.promised, w.promised_clicks = p.promised_clicks WHERE w.change_id = ?',
            [$release, $change],
        );
        DB::update(
            'UPDATE watch_changes c JOIN (SELECT change_id, SUM(promised) AS promised, SUM(promised_clicks) AS clicks
                FROM watch_pages WHERE change_id = ? GROUP BY change_id) s ON s.change_id = c.id
                SET c.promised = s.promised, c.promised_clicks = s.clicks, c.share = (SELECT MAX(p.share)
                FROM watch_promises p WHERE p.release_id = ?) WHERE c.store_id = ?',
            [$change, $release, $store->id],
        );
    }
}
