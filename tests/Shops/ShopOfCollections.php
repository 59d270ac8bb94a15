<?php

declare(strict_types=1);

namespace Tests\Shops;

use App\Gather\Files\FileSort;
use App\Stores\Kinds\KindRule;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Tests\Web\Site;

/** A shop whose collections link to products under their own paths, as many do; clicks come to the canonical ones. */
final class ShopOfCollections
{
    public static function store(): Store
    {
        static $sites = [];
        $site = $sites[] = new Site();
        $product =
            '<meta property="og:type" content="product"><script type="application/ld+json">{"@type":"Product","name":"Lamp","offers":{"price":"50","priceCurrency":"EUR","availability":"InStock"}}</script>';
        $collections = ['floor' => range(1, 6), 'wall' => range(5, 9), 'sale' => [1, 9]];
        $site->linking(
            '/',
            array_fill_keys(array_map(static fn (string $name): string => "/c/$name", array_keys($collections)), 'Lamps'),
        );
        foreach ($collections as $name => $products) {
            $site->linking(
                "/c/$name",
                array_fill_keys(array_map(static fn (int $n): string => "/c/$name/p$n", $products), 'Lamp'),
            );
            foreach ($products as $n) {
                $site->linking("/c/$name/p$n", [], "$product<link rel=\"canonical\" href=\"/p$n\">");
            }
        }
        foreach (range(1, 10) as $n) {
            $site->linking("/p$n", [], "$product<link rel=\"canonical\" href=\"/p$n\">");
        }
        $site->linking('/journal/a', []);
        $site->page(
            '/sitemap.xml',
            '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.
                implode(
                    '',
                    array_map(static fn (string $path): string => "<url><loc>$site->url$path</loc></url>", [
                        '/p10',
                        '/journal/a',
                    ]),
                ).
                '</urlset>',
            headers: [['Content-Type', 'application/xml']],
        );
        $store = $site->store();
        (new KindRules([
            new KindRule('path', 'contains', '/p', PageKind::Product),
            new KindRule('path', 'begins', '/c/', PageKind::Collection),
            new KindRule('path', 'begins', '/journal/', PageKind::Article),
        ]))->save($store);
        crawl($store);
        $rows = $sales = '';
        for ($week = 1; $week <= 66; $week++) {
            $day = now()->startOfWeek()->subWeeks($week)->addDays(2)->toDateString();
            foreach (range(1, 10) as $n) {
                $rows .= "/p$n,$day,".(10 + $n + ($week > 52 ? 0 : 5)).",1000,$n\n";
                $sales .= "/p$n,$day,20,1,".(40 + $n)."\n";
            }
            foreach (['/c/floor' => 30, '/c/wall' => 4, '/journal/a' => 2] as $path => $clicks) {
                $rows .= "$path,$day,$clicks,900,5\n";
                $sales .= "$path,$day,20,1,50\n";
            }
        }
        bringIn($store, "page,day,clicks,impressions,position\n$rows");
        bringIn($store, "page,day,visits,orders,revenue\n$sales", FileSort::Sales);
        weigh($store);

        return $store;
    }
}
