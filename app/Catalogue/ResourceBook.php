<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Catalogue\Events\ResourcesConnected;
use App\Connectors\Shop\ShopResource;
use App\Inventory\PageBook;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Wording\TextField;

/** Writes what the shop lets us edit: resources, their stored texts and the pages they show under. */
final readonly class ResourceBook
{
    private PageBook $pages;

    private Markets $markets;

    /** @param  int  $syncId number of the run; resources that it does not meet are gone */
    public function __construct(private Store $store, private int $syncId)
    {
        $this->pages = new PageBook($store);
        $this->markets = Markets::of($store);
    }

    /**
     * @param  list<ShopResource>  $resources
     * @return int how many were left out, since the shop tells no address of theirs that is its own
     */
    public function write(array $resources): int
    {
        $base = $this->store->baseUrl();
        $urls = [];
        $urlOf = [];
        foreach ($resources as $resource) {
            $url = $resource->path === '' ? null : $base->resolve($resource->path);
            if ($url !== null && $url->sameHostAs($base)) {
                $urlOf[$resource->id] = $url;
                $urls[$url->digest()] = $url->text();
            }
        }
        $given = count($resources);
        $resources = array_values(
            array_filter($resources, static fn (ShopResource $one): bool => isset($urlOf[$one->id])),
        );
        $pageIds = $this->pages->idsOf($urls);
        $pageOf = array_map(static fn (PageUrl $url): int => $pageIds[$url->digest()], $urlOf);
        $joined = (new Takeover($this->store))->join($resources, $pageOf);
        $rows = [];
        foreach ($resources as $resource) {
            $url = $urlOf[$resource->id];
            $rows[] = [
                $this->store->id,
                $this->markets->marketOf($url)->id,
                $resource->id,
                self::kind($resource->kind)->value,
                $resource->name,
                $url->text(),
                $pageOf[$resource->id],
                $resource->version,
                json_encode((object) $resource->attributes, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
                $resource->number,
                now()->format('Y-m-d H:i:s'),
                $this->syncId,
            ];
        }
        Bulk::upsert(
            'resources',
            [
                'store_id', 'market_id', 'external_id', 'kind', 'name', 'url', 'page_id', 'version', 'attributes',
                'number', 'synced_at', 'sync_id',
            ],
            $rows,
            'market_id = VALUES(market_id), kind = VALUES(kind), name = VALUES(name), '.
                'url = VALUES(url), page_id = VALUES(page_id), version = VALUES(version), attributes = '.
                'VALUES(attributes), number = VALUES(number), synced_at = VALUES(synced_at), sync_id = '.
                'VALUES(sync_id), gone = 0, from_page = 0',
        );
        $this->writeTexts($resources);
        $joined === [] || ResourcesConnected::dispatch($this->store->id, $joined);

        return $given - count($resources);
    }

    /**
     * Whether this run has met all of these already: then the list comes round.
     *
     * @param  list<ShopResource>  $resources
     */
    public function hasMet(array $resources): bool
    {
        return $resources !== [] &&
            DB::table('resources')
                ->where('store_id', $this->store->id)
                ->where('sync_id', $this->syncId)
                ->whereIn('external_id', array_map(static fn (ShopResource $one): string => $one->id, $resources))
                ->count() ===
                count(array_unique(array_map(static fn (ShopResource $one): string => $one->id, $resources)));
    }

    /** Resources that the run did not meet are no longer in the shop. */
    public function markGone(): void
    {
        DB::update('UPDATE resources SET gone = 1 WHERE store_id = ? AND sync_id <> ? AND from_page = 0', [
            $this->store->id,
            $this->syncId,
        ]);
        $this->pages->showResources();
    }

    /** @param  list<ShopResource>  $resources */
    private function writeTexts(array $resources): void
    {
        $names = array_map(static fn (ShopResource $resource): string => $resource->id, $resources);
        $ids = Rows::of(
            DB::table('resources')
                ->where('store_id', $this->store->id)
                ->whereIn('external_id', $names)
                ->get(['id', 'external_id', 'market_id']),
        )->keyBy('external_id');
        $rows = [];
        foreach ($resources as $resource) {
            $row = $ids[$resource->id] ?? null;
            if ($row === null) {
                continue;
            }
            foreach (TextField::cases() as $field) {
                $rows[] = [
                    $row->int('id'),
                    $field->value,
                    $this->store->id,
                    $row->int('market_id'),
                    $resource->fields[$field->key()] ?? '',
                ];
            }
        }
        Texts::storeMany($rows);
    }

    public static function kind(string $kind): PageKind
    {
        return match ($kind) {
            'home' => PageKind::Home,
            'product' => PageKind::Product,
            'collection' => PageKind::Collection,
            'article' => PageKind::Article,
            'page' => PageKind::Plain,
            default => PageKind::Other,
        };
    }

    /** What a mapping calls a kind of page. */
    public static function word(PageKind $kind): string
    {
        return match ($kind) {
            PageKind::Home, PageKind::Product, PageKind::Collection, PageKind::Article => $kind->key(),
            PageKind::Plain => 'page',
            default => 'other',
        };
    }
}
