<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\Http\ShownUrl;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** One of two pages that are compared: its facts, and its numbers of thirteen weeks. */
final readonly class ComparedPage
{
    /**
     * @param  int  $depth  clicks from the home page; DepthRebuild::UNREACHED where no link leads to it
     * @param  int  $positionMilli  1000 x average position; 0 where it is not seen
     * @param  ?string  $number  of the product
     * @param  ?string  $declared  its canonical
     * @param  ?int  $keeperPage  that its tangle keeps
     */
    public function __construct(
        public int $id,
        public string $url,
        public int $status,
        public int $depth,
        public int $linksIn,
        public int $words,
        public int $clicks,
        public int $impressions,
        public int $positionMilli,
        public int $orders,
        public float $revenue,
        public ?string $title,
        public ?string $description,
        private ?string $h1s,
        public ?string $language,
        public ?string $number,
        public ?string $price,
        public ?string $declared,
        public ?int $keeperPage,
    ) {
    }

    public static function find(Store $store, int $page): ?self
    {
        return Records::one(
            self::class,
            Rows::maybe(
                DB::table('pages as p')
                    ->join('page_index as i', 'i.page_id', '=', 'p.id')
                    ->leftJoin(
                        'page_facts as f',
                        static fn ($join) => $join->on('f.page_id', '=', 'p.id')->where('f.to_crawl', 0),
                    )
                    ->leftJoin('page_products as n', 'n.page_id', '=', 'p.id')
                    ->leftJoin(
                        'untangle_pages as u',
                        static fn ($join) => $join->on('u.page_id', '=', 'p.id')->on('u.store_id', '=', 'p.store_id'),
                    )
                    ->where('p.store_id', $store->id)
                    ->where('p.id', $page)
                    ->first([
                        'p.id', 'p.url', 'i.status', 'i.depth', 'i.links_in', 'i.words', 'i.clicks', 'i.impressions',
                        'i.position_milli', 'i.orders', 'i.revenue', 'f.title', 'f.description', 'f.h1s', 'f.language',
                        'n.number', 'n.price', 'u.declared', 'u.keeper_page',
                    ]),
            ),
        );
    }

    public function isKeeper(): bool
    {
        return $this->keeperPage === $this->id;
    }

    /** @return array<string, string> what is compared, and what this page has of it */
    public function facts(Store $store): array
    {
        $h1s = json_decode((string) $this->h1s, true);
        $h1 = is_array($h1s) ? $h1s[0] ?? '' : '';

        return [
            'Status' => (string) $this->status,
            'Title' => (string) $this->title,
            'H1' => is_string($h1) ? $h1 : '',
            'Description' => (string) $this->description,
            'Canonical' => ShownUrl::of($store, $this->declared) ?: 'none',
            'SKU' => (string) $this->number,
            'Price' => (string) $this->price,
            'Language' => (string) $this->language,
            'Words' => Forms::number($this->words),
            'Click depth' => $this->depth === DepthRebuild::UNREACHED ? 'orphan page: no link' : (string) $this->depth,
            'Links in' => Forms::number($this->linksIn),
            'Clicks' => Forms::number($this->clicks),
            'Impressions' => Forms::number($this->impressions),
            'Position' => $this->positionMilli > 0 ? Forms::number($this->positionMilli / 1000, 1) : '',
            'Orders' => Forms::number($this->orders),
            'Revenue' => Forms::number($this->revenue, 2),
        ];
    }
}
