<?php

declare(strict_types=1);

namespace App\Stores;

use App\Connectors\Feed\FeedMapping;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Platform\Database\Rows;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;

/**
 * Every option of a store by name, for commands and the settings page; what belongs to its markets is in
 * MarketOptions.
 */
final class StoreOptions
{
    /** @return list<array{key: string, value: string|int|float, means: string}> */
    public function list(Store $store): array
    {
        $settings = $store->options();
        $connection = Rows::maybe(
            DB::table('connections')->where('store_id', $store->id)->where('sort', 'shop')->first(),
        );
        $rows = [
            ['key' => 'name', 'value' => $store->name, 'means' => 'what people call the store'],
            ['key' => 'url', 'value' => $store->base_url, 'means' => 'where its pages begin'],
            ['key' => 'timezone', 'value' => $store->timezone, 'means' => 'in which its days begin'],
            [
                'key' => 'markets',
                'value' => implode(
                    ',',
                    array_map(static fn (Market $market): string => $market->country, Markets::of($store)->all()),
                ),
                'means' => 'countries that it sells to, two letters each, with commas; each is a market of its own',
            ],
        ];
        foreach (StoreSettings::numbers() as $key => $number) {
            $rows[] = [
                'key' => $key,
                'value' => match ($key) {
                    'concurrency' => $settings->concurrency,
                    'page_limit' => $settings->pageLimit,
                    'page_bytes' => $settings->pageBytes,
                    'rate' => $settings->rate,
                    'trap_budget' => $settings->trapBudget,
                    'clicks_at_risk' => $settings->clicksAtRisk,
                    'handover_days' => $settings->handoverDays,
                    'needs_approval' => $settings->needsApproval,
                    'sitemap_hints' => $settings->sitemapHints,
                    'fetch_days' => $settings->fetchDays,
                    'target_growth' => $settings->targetGrowth,
                    'link_factor' => (int) $settings->links['factor'],
                    'link_home' => (int) $settings->links['home'],
                    'link_price' => (int) $settings->links['price'],
                    'link_budget' => (int) $settings->links['budget'],
                    'collection_standard' => $settings->collections['on'],
                    'collection_products' => $settings->collections['products'],
                    'collection_words' => $settings->collections['words'],
                    'depth_main' => $settings->depthAims['main'],
                    'depth_selling' => $settings->depthAims['selling'],
                    'depth_other' => $settings->depthAims['other'],
                    default => $settings->timeout,
                },
                'means' => $number['means'],
            ];
        }
        $rows[] = [
            'key' => 'crawl_schedule',
            'value' => $settings->crawlSchedule,
            'means' => 'when a crawl begins by itself: never, or such as "daily 03:30" or "monday 03:30"',
        ];
        $rows[] = [
            'key' => 'crawl_hours',
            'value' => $settings->crawlHours,
            'means' => 'hours in which crawls may fetch, such as 22:00-06:00; empty for any',
        ];
        $rows[] = [
            'key' => 'tracking_parameters',
            'value' => implode(',', $settings->trackingParameters),
            'means' => 'parameters that only track, with commas; "utm_*" stands for all that begin so',
        ];
        $rows[] = [
            'key' => 'private_hosts',
            'value' => implode(',', $settings->privateHosts),
            'means' => 'host:port, with commas; private addresses that may be asked',
        ];
        $rows[] = [
            'key' => 'shop_url',
            'value' => (string) ($connection->url ?? ''),
            'means' => 'address of the shop\'s admin API',
        ];
        $rows[] = [
            'key' => 'shop_mapping',
            'value' => ($connection->mapping ?? null) === null ? '' : '(set)',
            'means' => 'JSON that says how the shop\'s API is asked and written (docs/connect.md); '.
                'store:mapping shows it',
        ];
        $rows[] = [
            'key' => 'ways',
            'value' => implode(
                ',',
                array_map(
                    static fn (string $field, string $way): string => "$field=$way",
                    array_keys($settings->ways),
                    $settings->ways,
                ),
            ),
            'means' => 'by which way a field gets into the shop, such as "title=direct,canonical=person" '.
                '(direct, file, person); what is not named goes directly where it can, else as a file, else by '.
                'somebody',
        ];
        $rows[] = [
            'key' => 'brand_terms',
            'value' => implode(',', $settings->brandTerms),
            'means' => 'words by which people search for the store itself, with commas; its brand counts without being named',
        ];
        $rows[] = [
            'key' => 'crawlers',
            'value' => implode(',', $settings->crawlers),
            'means' => 'names of crawlers by which the store lives, with commas: a robots directive to one of them alone keeps a page out',
        ];
        foreach (StoreSettings::weighing() as $key => $one) {
            $rows[] = ['key' => $key, 'value' => $settings->assumed($key), 'means' => $one['means']];
        }
        $feed = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', 'feed')->first());
        $rows[] = [
            'key' => 'feed_url',
            'value' => (string) ($feed->url ?? ''),
            'means' => 'where the feed of search and sales rows answers; empty for none',
        ];
        $rows[] = [
            'key' => 'feed_secret',
            'value' => $feed === null ? '' : '(set)',
            'means' => 'its secret; kept encrypted',
        ];
        $rows[] = [
            'key' => 'feed_mapping',
            'value' => $settings->feedMapping,
            'means' => 'JSON that says how the feed is asked and read (docs/gather.md); empty for the usual one',
        ];
        $rows[] = [
            'key' => 'indexnow_url',
            'value' => $settings->indexnowUrl,
            'means' => 'where lists of changed addresses are sent by the IndexNow protocol; empty for nowhere',
        ];
        $hook = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', 'hook')->first());
        $rows[] = [
            'key' => 'hook_url',
            'value' => (string) ($hook->url ?? ''),
            'means' => 'what is called when long work ends (docs/api.md); empty for nothing',
        ];
        $rows[] = [
            'key' => 'hook_secret',
            'value' => $hook === null ? '' : '(set)',
            'means' => 'by which calls are signed, at least 16 characters; kept encrypted',
        ];
        $rows[] = [
            'key' => 'shop_token',
            'value' => $connection === null ? '' : '(set)',
            'means' => 'its key or secret; kept encrypted',
        ];

        return $rows;
    }

    /** @throws InvalidArgumentException with a sentence for people */
    public function set(Store $store, string $key, string $value): void
    {
        $value = trim($value);
        $settings = $store->options();
        $wrong = static fn (string $why): InvalidArgumentException => new InvalidArgumentException("$key: $why");
        if (isset(StoreSettings::numbers()[$key])) {
            ['min' => $least, 'max' => $most] = StoreSettings::numbers()[$key];
            if (! ctype_digit($value) || $value < $least || $value > $most) {
                throw $wrong("a whole number from $least to $most.");
            }
            $store->update(['settings' => [$key => (int) $value] + $store->settings]);

            return;
        }
        if (isset(StoreSettings::weighing()[$key])) {
            ['min' => $least, 'max' => $most] = StoreSettings::weighing()[$key];
            if (! is_numeric($value) || $value < $least || $value > $most) {
                throw $wrong("a number from $least to $most.");
            }
            $store->update([
                'settings' => ['weighing' => [$key => (float) $value] + $settings->weighing] + $store->settings,
            ]);

            return;
        }
        match ($key) {
            'name' => $value !== '' && mb_strlen($value) <= 120
                ? $store->update(['name' => $value])
                : throw $wrong('a name of 1 to 120 characters.'),
            'url' => $store->update([
                'base_url' => (PageUrl::parse($value) ?? throw $wrong('an http or https address.'))->text(),
            ]),
            'timezone' => in_array($value, timezone_identifiers_list(), true)
                ? $store->update(['timezone' => $value])
                : throw $wrong('a time zone such as Europe/Berlin.'),
            'markets' => (new EditMarkets())->sellTo($store, explode(',', $value)),
            'brand_terms' => strlen($value) <= 2000
                ? $store->update([
                    'settings' => [
                        'brand_terms' => array_values(
                            array_filter(
                                array_map(trim(...), explode(',', $value)),
                                static fn (string $term): bool => $term !== '',
                            ),
                        ),
                    ] + $store->settings,
                ])
                : throw $wrong('at most 2000 characters.'),
            'crawlers' => preg_match('/^([A-Za-z0-9_\-]{2,41}(\s*,\s*|$))*$/', $value) === 1 && strlen($value) <= 1000
                ? $store->update([
                    'settings' => [
                        'crawlers' => array_values(
                            array_filter(
                                array_map(
                                    static fn (string $one): string => strtolower(trim($one)),
                                    explode(',', $value),
                                ),
                            ),
                        ),
                    ] + $store->settings,
                ])
                : throw $wrong('names with commas between them.'),
            'crawl_schedule', 'crawl_hours' => $this->setTimes($store, $key, $value),
            'tracking_parameters' => preg_match('/^([A-Za-z0-9_.\-\[\]]+\*?(\s*,\s*|$))*$/', $value) === 1 &&
            strlen($value) <= 2000
                ? $store->update([
                    'settings' => [
                        'tracking_parameters' => array_values(
                            array_filter(array_map(trim(...), explode(',', $value))),
                        ),
                    ] + $store->settings,
                ])
                : throw $wrong('names with commas between them.'),
            'private_hosts' => $this->allowHosts($store, $value),
            'shop_url' => $this->connect(
                $store,
                url: (PageUrl::parse($value) ?? throw $wrong('an http or https address.'))->text(),
            ),
            'indexnow_url' => $store->update([
                'settings' => [
                    'indexnow_url' => $value === ''
                            ? ''
                            : (
                                PageUrl::parse($value) ?? throw $wrong('an http or https address, or nothing.')
                            )->text(),
                ] + $store->settings,
            ]),
            'feed_url' => $this->connect(
                $store,
                url: $value === ''
                    ? ''
                    : (PageUrl::parse($value) ?? throw $wrong('an http or https address, or nothing.'))->text(),
                sort: 'feed',
            ),
            'hook_url' => $this->connect(
                $store,
                url: $value === ''
                    ? ''
                    : (PageUrl::parse($value) ?? throw $wrong('an http or https address, or nothing.'))->text(),
                sort: 'hook',
            ),
            'hook_secret' => strlen($value) >= 16 && strlen($value) <= 400
                ? $this->connect($store, secret: $value, sort: 'hook')
                : throw $wrong('16 to 400 characters.'),
            'feed_secret' => strlen($value) <= 4000
                ? $this->connect($store, secret: $value, sort: 'feed')
                : throw $wrong('at most 4000 characters.'),
            'feed_mapping' => $this->setMapping($store, $value),
            'shop_mapping' => $this->mapShop($store, $value),
            'ways' => $this->setWays($store, $value),
            'shop_token' => strlen($value) <= 4000
                ? $this->connect($store, secret: $value)
                : throw $wrong('at most 4000 characters.'),
            default => throw new InvalidArgumentException("There is no option \"$key\". store:set --list shows all."),
        };
    }

    private function setTimes(Store $store, string $key, string $value): void
    {
        try {
            CrawlTimes::of($key === 'crawl_schedule' ? $value : 'never', $key === 'crawl_hours' ? $value : '');
        } catch (InvalidArgumentException $wrong) {
            throw new InvalidArgumentException("$key: {$wrong->getMessage()}");
        }
        $store->update(['settings' => [$key => strtolower($value)] + $store->settings]);
    }

    private function allowHosts(Store $store, string $value): void
    {
        $hosts = array_values(
            array_filter(array_map(trim(...), explode(',', $value)), static fn (string $host): bool => $host !== ''),
        );
        foreach ($hosts as $host) {
            if (preg_match('/^(\[[0-9a-f:]+\]|[A-Za-z0-9.\-]+):\d{1,5}$/i', $host) !== 1) {
                throw new InvalidArgumentException(
                    "private_hosts: \"$host\" is not host:port, such as 127.0.0.1:8421.",
                );
            }
        }
        $store->update(['settings' => ['private_hosts' => array_map(strtolower(...), $hosts)] + $store->settings]);
    }

    private function setMapping(Store $store, string $json): void
    {
        try {
            FeedMapping::fromJson($json);
        } catch (InvalidArgumentException $wrong) {
            throw new InvalidArgumentException("feed_mapping: {$wrong->getMessage()}");
        }
        $store->update(['settings' => ['feed_mapping' => $json] + $store->settings]);
    }

    private function setWays(Store $store, string $value): void
    {
        $ways = [];
        foreach (
            array_filter(array_map(trim(...), explode(',', $value)), static fn (string $one): bool => $one !== '') as $one
        ) {
            if (
                preg_match(
                    '/^(title|description|canonical|robots|redirect|slug)\s*=\s*(direct|file|person)$/',
                    $one,
                    $found,
                ) !== 1
            ) {
                throw new InvalidArgumentException(
                    "ways: \"$one\" is not a field and its way, such as title=direct; ways are direct, file and ".
                        'person.',
                );
            }
            $ways[$found[1]] = $found[2];
        }
        $store->update(['settings' => ['ways' => $ways] + $store->settings]);
    }

    /** @throws InvalidArgumentException with the place in the mapping */
    private function mapShop(Store $store, string $json): void
    {
        try {
            $json === '' || ShopMapping::fromJson($json);
        } catch (InvalidArgumentException $wrong) {
            throw new InvalidArgumentException("shop_mapping: {$wrong->getMessage()}");
        }
        $this->connect($store);
        DB::table('connections')
            ->where('store_id', $store->id)
            ->where('sort', 'shop')
            ->update(['mapping' => $json === '' ? null : $json, 'mapping_draft' => null]);
    }

    private function connect(Store $store, ?string $url = null, ?string $secret = null, string $sort = 'shop'): void
    {
        $known = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', $sort)->first());
        DB::table('connections')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'sort' => $sort,
                    'url' => $url ?? ($known->url ?? ''),
                    'secret' => $secret !== null ? Crypt::encryptString($secret) : $known->secret ?? Crypt::encryptString(''),
                ],
            ],
            ['store_id', 'sort'],
            ['url', 'secret'],
        );
    }
}
