<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Database\Records;

/** A page that a first crawl has fetched, before anything is sorted. */
final readonly class ArrivingPage
{
    /** Pages that are shown while they arrive. */
    private const MOST = 50;

    /** @param  int  $status  HTTP status of its answer */
    public function __construct(public int $id, public string $url, public ?string $title, public int $status)
    {
    }

    /** @return list<self> what a first crawl has fetched so far, the newest first */
    public static function of(int $storeId): array
    {
        return Records::select(
            self::class,
            'SELECT p.id, p.url, f.title, f.status FROM page_facts f JOIN pages p ON p.id = f.page_id
                WHERE f.store_id = ? AND f.to_crawl = 0 ORDER BY f.page_id DESC LIMIT '.self::MOST,
            [$storeId],
        );
    }
}
