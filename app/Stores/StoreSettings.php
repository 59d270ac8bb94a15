<?php

declare(strict_types=1);

namespace App\Stores;

/** What a store's owner has set for crawl and connections; each has a default and bounds. */
final readonly class StoreSettings
{
    private const TRACKING = ['utm_*', 'gclid', 'fbclid', 'msclkid', 'mc_cid', 'mc_eid', 'srsltid'];

    /**
     * @param  int  $concurrency  requests at a time in a crawl, 1 to 32
     * @param  int  $pageLimit  URLs that one crawl fetches at most, 1 to 500,000
     * @param  int  $pageBytes  bytes of a page that are read at most, 10,000 to 10,000,000
     * @param  int  $timeout  seconds that an answer may take, 2 to 60
     * @param  list<string>  $crawlers  names of the crawlers by which the store lives, in small letters: what robots
     *     directives say to them alone decides
     * @param  list<string>  $brandTerms  words by which people search for the store itself
     * @param  array<string, string>  $ways  by which way a field gets into the shop (direct, file, person), for fields
     *     of which that was chosen
     * @param  int  $handoverDays  days after which what was handed over and is not seen live is told, 1 to 90
     * @param  int  $needsApproval  1 where a release takes only what somebody has approved, 2 only what was approved by
     *     somebody else than who made it
     * @param  int  $sitemapHints  1 where sitemaps name priority and frequency
     * @param  array{factor: float, home: float, price: float, budget: float}  $links  by which roads are reckoned; home
     *     in hundredths
     * @param  int  $targetGrowth  hundredths by which clicks are to be more than a year earlier; 0 for no target
     * @param  int  $fetchDays  days after which search engines have usually fetched a changed page again, 0 to 60
     * @param  array{on: int, products: int, words: int}  $collections  its standard; on is 1 where it has one
     * @param  array{main: int, selling: int, other: int}  $depthAims  clicks from home that pages should be at most
     * @param  int  $clicksAtRisk  hundredths of the store's clicks whose addresses one release may change, 1 to 100
     * @param  string  $indexnowUrl  where lists of changed addresses are sent by the IndexNow protocol; empty for
     *     nowhere
     * @param  array<string, int|float|string>  $weighing  what is assumed in weighing, by key; those that were set
     * @param  string  $feedMapping  as Connectors\Feed\FeedMapping reads it; empty for the usual one
     * @param  int  $daysAhead  days that a simulated feed's clock is ahead of ours
     * @param  string  $crawlSchedule  as CrawlTimes reads it
     * @param  string  $crawlHours  as CrawlTimes reads it
     * @param  int  $rate  pages a second at most; 0 for as many as the shop bears
     * @param  int  $trapBudget  pages that a crawl takes of one pattern of addresses
     * @param  list<string>  $trackingParameters  names of parameters that only track; "*" at the end stands for any
     *     rest
     * @param  list<string>  $privateHosts  "host:port" on private or loopback addresses that the owner allows
     */
    public function __construct(
        public int $concurrency = 3,
        public int $pageLimit = 150000,
        public int $pageBytes = 5000000,
        public int $timeout = 20,
        public array $privateHosts = [],
        public array $trackingParameters = self::TRACKING,
        public int $rate = 0,
        public int $trapBudget = 2000,
        public string $crawlSchedule = 'never',
        public string $crawlHours = '',
        public string $feedMapping = '',
        public int $daysAhead = 0,
        public array $brandTerms = [],
        public array $weighing = [],
        public int $clicksAtRisk = 25,
        public string $indexnowUrl = '',
        public array $crawlers = [],
        public array $ways = [],
        public int $handoverDays = 7,
        public int $needsApproval = 0,
        public array $depthAims = ['main' => 2, 'selling' => 3, 'other' => 5],
        public array $collections = ['on' => 0, 'products' => 8, 'words' => 100],
        public int $sitemapHints = 0,
        public int $fetchDays = 10,
        public int $targetGrowth = 0,
        public array $links = ['factor' => 5.0, 'home' => 50.0, 'price' => 0.0, 'budget' => 0.0],
    ) {
    }

    /** @return array<string, array{min: int, max: int, default: int, means: string}> the numbers that can be set */
    public static function numbers(): array
    {
        return [
            'concurrency' => ['min' => 1, 'max' => 32, 'default' => 3, 'means' => 'requests at a time in a crawl'],
            'page_limit' => [
                'min' => 1,
                'max' => 500000,
                'default' => 150000,
                'means' => 'URLs that one crawl fetches at most',
            ],
            'page_bytes' => [
                'min' => 10000,
                'max' => 10000000,
                'default' => 5000000,
                'means' => 'bytes of a page that are read at most',
            ],
            'timeout' => [
                'min' => 2,
                'max' => 60,
                'default' => 20,
                'means' => 'seconds that an answer of the shop may take',
            ],
            'rate' => [
                'min' => 0,
                'max' => 1000,
                'default' => 0,
                'means' => 'pages a second that a crawl fetches at most; 0 for as many as the shop bears',
            ],
            'trap_budget' => [
                'min' => 10,
                'max' => 100000,
                'default' => 2000,
                'means' => 'pages that a crawl takes of one pattern of addresses, such as the combinations of a list\'s filters',
            ],
            'handover_days' => [
                'min' => 1,
                'max' => 90,
                'default' => 7,
                'means' => 'days after which changes that were handed over (as a file, or to somebody) and are '.
                    'not seen live are told',
            ],
            'needs_approval' => [
                'min' => 0,
                'max' => 2,
                'default' => 0,
                'means' => 'whether a release takes only what somebody has approved: 0 for no, 1 for yes, 2 for '.
                    'somebody else than who made it',
            ],
            'sitemap_hints' => [
                'min' => 0,
                'max' => 1,
                'default' => 0,
                'means' => 'whether our sitemaps name priority and frequency: 1 for yes, 0 for no',
            ],
            'link_factor' => [
                'min' => 1,
                'max' => 100,
                'default' => 5,
                'means' => 'links of one\'s own site that weigh as much as one backlink; a rule of thumb',
            ],
            'link_home' => [
                'min' => 0,
                'max' => 100,
                'default' => 50,
                'means' => 'hundredths of new backlinks that lead to the home page, the others to the page itself',
            ],
            'link_price' => [
                'min' => 0,
                'max' => 1000000,
                'default' => 0,
                'means' => 'what one backlink costs in work or money; 0 where no cost is reckoned',
            ],
            'link_budget' => [
                'min' => 0,
                'max' => 10000000,
                'default' => 0,
                'means' => 'what there is a month for backlinks; 0 where no months are reckoned',
            ],
            'target_growth' => [
                'min' => 0,
                'max' => 1000,
                'default' => 0,
                'means' => 'hundredths by which clicks are to be more than a year earlier; 0 for no target',
            ],
            'fetch_days' => [
                'min' => 0,
                'max' => 60,
                'default' => 10,
                'means' => 'days after which search engines have usually fetched a changed page again, where no '.
                    'access log tells it',
            ],
            'collection_standard' => [
                'min' => 0,
                'max' => 1,
                'default' => 0,
                'means' => 'whether collections are held against a standard: 1 for yes, 0 for no',
            ],
            'collection_products' => [
                'min' => 1,
                'max' => 1000,
                'default' => 8,
                'means' => 'products that a collection should have that can be bought',
            ],
            'collection_words' => [
                'min' => 0,
                'max' => 5000,
                'default' => 100,
                'means' => 'words of its own that a collection should have',
            ],
            'depth_main' => [
                'min' => 1,
                'max' => 20,
                'default' => 2,
                'means' => 'clicks from home that a main collection should be at most',
            ],
            'depth_selling' => [
                'min' => 1,
                'max' => 20,
                'default' => 3,
                'means' => 'clicks from home that one of the products that sell most should be at most',
            ],
            'depth_other' => [
                'min' => 1,
                'max' => 20,
                'default' => 5,
                'means' => 'clicks from home that any other page should be at most; moved to where the search engine '.
                    'really gets, where the index state tells it',
            ],
            'clicks_at_risk' => [
                'min' => 1,
                'max' => 100,
                'default' => 25,
                'means' => 'hundredths of the store\'s clicks whose addresses one release may change (canonical, redirect, noindex, slug)',
            ],
        ];
    }

    /**
     * @return array<string, array{min: float, max: float, default: float, means: string}> what is assumed in weighing
     *     and can be set
     */
    public static function weighing(): array
    {
        return [
            'share_closed' => [
                'min' => 0,
                'max' => 1,
                'default' => 1,
                'means' => 'part of the gap in click rate that a rewrite closes; 1 counts all of it',
            ],
            'lift_probability' => [
                'min' => 0,
                'max' => 1,
                'default' => 0.5,
                'means' => 'probability that work brings a query of difficulty 0 to the target position',
            ],
            'lift_falloff' => [
                'min' => 1,
                'max' => 1000,
                'default' => 35,
                'means' => 'points of difficulty over which that probability falls by half',
            ],
            'lift_reach' => [
                'min' => 1,
                'max' => 1000,
                'default' => 15,
                'means' => 'positions to climb over which that probability falls by half',
            ],
            'target_position' => ['min' => 1, 'max' => 10, 'default' => 3, 'means' => 'position that work aims at'],
            'assumed_difficulty' => [
                'min' => 0,
                'max' => 100,
                'default' => 40,
                'means' => 'difficulty of queries of which no file tells any',
            ],
            'margin' => [
                'min' => 0,
                'max' => 1,
                'default' => 1,
                'means' => 'part of the revenue that counts; where files tell the margin, that counts instead',
            ],
            'tax' => [
                'min' => 0,
                'max' => 1,
                'default' => 0,
                'means' => 'tax that is added to prices and in the revenue of files, such as 0.19; 0 where revenue is told without it',
            ],
            'returning' => [
                'min' => 0,
                'max' => 1,
                'default' => 0.5,
                'means' => 'part of the upside that counts for a product that will be back on a date',
            ],
            'month_hours' => [
                'min' => 1,
                'max' => 300,
                'default' => 20,
                'means' => 'hours a month that there are for texts',
            ],
            'hand_share' => [
                'min' => 0,
                'max' => 1,
                'default' => 0.3,
                'means' => 'part of a page\'s upside that writing by hand earns beyond what a recipe would; an assumption',
            ],
            'hour_cost' => ['min' => 0, 'max' => 100000, 'default' => 40, 'means' => 'what an hour of that work costs'],
            'minutes_home' => [
                'min' => 1,
                'max' => 2000,
                'default' => 60,
                'means' => 'minutes that the home page takes by hand',
            ],
            'minutes_collection' => [
                'min' => 1,
                'max' => 2000,
                'default' => 40,
                'means' => 'minutes that a collection takes by hand',
            ],
            'minutes_product' => [
                'min' => 1,
                'max' => 2000,
                'default' => 15,
                'means' => 'minutes that a product takes by hand',
            ],
            'minutes_article' => [
                'min' => 1,
                'max' => 2000,
                'default' => 30,
                'means' => 'minutes that an article takes by hand',
            ],
            'minutes_other' => [
                'min' => 1,
                'max' => 2000,
                'default' => 20,
                'means' => 'minutes that any other page takes by hand',
            ],
        ];
    }

    /** What is assumed in weighing: set, or its default. */
    public function assumed(string $key): float
    {
        $one = self::weighing()[$key];

        return max($one['min'], min($one['max'], (float) ($this->weighing[$key] ?? $one['default'])));
    }

    /** Whether what is released has to be approved by somebody else than who made it. */
    public function asksSomebodyElse(): bool
    {
        return $this->needsApproval === 2;
    }

    public function crawlTimes(): CrawlTimes
    {
        return CrawlTimes::of($this->crawlSchedule, $this->crawlHours);
    }

    /** @param  array<string, mixed>  $given */
    public static function fromArray(array $given): self
    {
        $values = [];
        foreach (self::numbers() as $key => $number) {
            $value = is_numeric($given[$key] ?? null) ? (int) $given[$key] : $number['default'];
            $values[$key] = max($number['min'], min($number['max'], $value));
        }
        $text = static fn (string $key, string $default): string => is_string($given[$key] ?? null)
            ? $given[$key]
            : $default;
        $list = static fn (string $key): ?array => is_array($given[$key] ?? null)
            ? array_values(array_filter($given[$key], is_string(...)))
            : null;

        return new self(
            $values['concurrency'],
            $values['page_limit'],
            $values['page_bytes'],
            $values['timeout'],
            $list('private_hosts') ?? [],
            $list('tracking_parameters') ?? self::TRACKING,
            $values['rate'],
            $values['trap_budget'],
            $text('crawl_schedule', 'never'),
            $text('crawl_hours', ''),
            $text('feed_mapping', ''),
            is_int($given['days_ahead'] ?? null) ? max(0, min(4000, $given['days_ahead'])) : 0,
            $list('brand_terms') ?? [],
            array_filter(is_array($given['weighing'] ?? null) ? $given['weighing'] : [], is_numeric(...)),
            $values['clicks_at_risk'],
            $text('indexnow_url', ''),
            $list('crawlers') ?? [],
            array_filter(is_array($given['ways'] ?? null) ? $given['ways'] : [], is_string(...)),
            $values['handover_days'],
            $values['needs_approval'],
            [
                'main' => $values['depth_main'],
                'selling' => $values['depth_selling'],
                'other' => $values['depth_other'],
            ],
            [
                'on' => $values['collection_standard'],
                'products' => $values['collection_products'],
                'words' => $values['collection_words'],
            ],
            $values['sitemap_hints'],
            $values['fetch_days'],
            $values['target_growth'],
            [
                'factor' => (float) $values['link_factor'],
                'home' => (float) $values['link_home'],
                'price' => (float) $values['link_price'],
                'budget' => (float) $values['link_budget'],
            ],
        );
    }
}
