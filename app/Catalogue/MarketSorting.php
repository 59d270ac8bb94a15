<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Inventory\PageBook;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Orchard\Core\Url\PageUrl;

/**
 * Gives every page and resource to the market that its address belongs to; only those that change hands are written.
 */
final readonly class MarketSorting
{
    private const CHUNK = 5000;

    public function __construct(private Store $store)
    {
    }

    /** @return bool whether all is done; else the next slice goes on */
    public function work(WorkRun $run): bool
    {
        $markets = Markets::of($this->store);
        $pages = new PageBook($this->store);
        foreach (['pages', 'resources'] as $table) {
            $at = "sorted_$table";
            $after = $run->number($at);
            while (
                $rows = Rows::all(
                    "SELECT id, url, market_id FROM $table WHERE store_id = ? AND id > ? ORDER BY id LIMIT ".
                        self::CHUNK,
                    [$this->store->id, $after],
                )
            ) {
                $moved = [];
                foreach ($rows as $row) {
                    $after = $row->int('id');
                    $url = PageUrl::parse($row->text('url'));
                    $market = $url === null ? $markets->first()->id : $markets->marketOf($url)->id;
                    if ($market !== $row->int('market_id')) {
                        $moved[$market][] = $after;
                    }
                }
                $run->fenced(static function () use ($table, $moved, $pages): void {
                    foreach ($moved as $market => $ids) {
                        $table === 'pages' ? $pages->toMarket($ids, $market) : Resources::toMarket($ids, $market);
                    }
                });
                $run->beat([$at => $after], force: true);
                if ($run->timeIsUp()) {
                    return false;
                }
            }
        }

        return true;
    }
}
