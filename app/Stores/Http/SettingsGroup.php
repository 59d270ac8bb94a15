<?php

declare(strict_types=1);

namespace App\Stores\Http;

use App\Stores\StoreSettings;

/** What settings are for: a page each. */
enum SettingsGroup: string
{
    case Store = 'store';
    case Markets = 'markets';
    case Kinds = 'kinds';
    case Crawl = 'crawl';
    case Shop = 'shop';
    case Numbers = 'numbers';
    case Money = 'money';
    case Scripts = 'scripts';
    case Leaving = 'leaving';

    private const LABELS = [
        'url' => 'Address',
        'timezone' => 'Time zone',
        'brand_terms' => 'Own brand',
        'rate' => 'Pages a second',
        'concurrency' => 'Requests at a time',
        'page_limit' => 'URLs at most',
        'timeout' => 'Seconds to wait',
        'page_bytes' => 'Bytes of a page',
        'trap_budget' => 'Pages of one pattern',
        'crawl_schedule' => 'When',
        'crawl_hours' => 'In which hours',
        'private_hosts' => 'Private addresses',
        'clicks_at_risk' => 'Clicks at risk, %',
        'handover_days' => 'Days to see it live',
        'needs_approval' => 'Only what is approved',
        'indexnow_url' => 'IndexNow address',
        'feed_url' => 'Address',
        'feed_secret' => 'Secret',
        'feed_mapping' => 'Mapping',
        'share_closed' => 'Part of the gap',
        'lift_probability' => 'Probability',
        'lift_falloff' => 'Difficulty for half',
        'lift_reach' => 'Positions for half',
        'target_position' => 'Target position',
        'assumed_difficulty' => 'Difficulty, if not told',
        'returning' => 'Products that come back',
        'month_hours' => 'Hours a month',
        'hand_share' => 'What a hand adds',
        'hour_cost' => 'Cost of an hour',
        'minutes_home' => 'Minutes: home page',
        'minutes_collection' => 'Minutes: collection',
        'minutes_product' => 'Minutes: product',
        'minutes_article' => 'Minutes: article',
        'minutes_other' => 'Minutes: other page',
        'link_factor' => 'Own links for a backlink',
        'link_home' => 'Backlinks to home, %',
        'link_price' => 'Cost of a backlink',
        'link_budget' => 'Backlinks, a month',
        'target_growth' => 'Target: more clicks, %',
        'fetch_days' => 'Days until fetched again',
        'hook_url' => 'Address',
        'hook_secret' => 'Secret',
        'market_name' => 'Name',
        'path' => 'Path begins with',
        'title_width' => 'Title, pixels',
        'title_aim' => 'Title to aim for',
        'title_least' => 'Title at least',
        'description_width' => 'Description, pixels',
        'description_least' => 'Description at least',
    ];

    public function label(): string
    {
        return match ($this) {
            self::Kinds => 'Kinds of pages',
            self::Shop => 'Shop connection',
            self::Money => 'Money and work',
            default => ucfirst($this->value),
        };
    }

    /** What it is for, in a sentence or two. */
    public function means(): string
    {
        return match ($this) {
            self::Store => 'How the store is called, where its pages begin, and what counts as its own brand.',
            self::Markets => 'Each market has its own language, currency, lengths of texts and numbers. A store of '.
                'one market '.
                'needs nothing but language and brand.',
            self::Kinds => 'By these rules a page counts as a product, a collection or an article. The first rule '.
                'that fits '.
                'decides; without one a page counts as “other”.',
            self::Crawl => 'How fast, how much and when pages of the shop are fetched. robots.txt is obeyed in any '.
                'case.',
            self::Shop => 'How texts, canonicals and redirects get into the shop, and what keeps a release careful.',
            self::Numbers => 'A feed brings search and sales rows every night, as JSON over HTTP. Without one, '.
                'files do the same.',
            self::Money => 'What the upside of a page assumes, and how much work there is time for. The usual '.
                'values do.',
            self::Scripts => 'A script of yours is called when long work ends: a crawl, an import, a weighing, a '.
                'release.',
            self::Leaving => 'Put the store away, take its data with you, or delete it.',
        };
    }

    /** @return list<string> options of the store that stand here */
    public function keys(): array
    {
        return match ($this) {
            self::Store => ['name', 'url', 'timezone', 'brand_terms'],
            self::Crawl => [
                'rate', 'concurrency', 'crawl_schedule', 'crawl_hours', 'page_limit', 'timeout', 'page_bytes',
                'trap_budget', 'tracking_parameters', 'crawlers', 'private_hosts',
            ],
            self::Shop => ['clicks_at_risk', 'needs_approval', 'handover_days', 'indexnow_url'],
            self::Numbers => ['feed_url', 'feed_secret', 'feed_mapping'],
            self::Money => [
                ...array_keys(StoreSettings::weighing()),
                'target_growth',
                'fetch_days',
                'link_factor',
                'link_home',
                'link_price',
                'link_budget',
            ],
            self::Scripts => ['hook_url', 'hook_secret'],
            self::Markets, self::Kinds, self::Leaving => [],
        };
    }

    /** What a button that asks the outside says; null where nothing is asked. */
    public function trial(): ?string
    {
        return match ($this) {
            self::Crawl, self::Store => 'Keep and ask the shop',
            self::Numbers => 'Keep and ask the feed',
            self::Scripts => 'Keep and call it',
            default => null,
        };
    }

    public static function labelOf(string $key): string
    {
        return self::LABELS[$key] ?? ucfirst(str_replace('_', ' ', $key));
    }
}
