<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

use App\Platform\Database\Records;
use App\Stores\Models\Store;

/** A page that can be edited, with its address and what search brings it: clicks and impressions of thirteen weeks. */
final readonly class SlugPage
{
    /** Clicks of thirteen weeks from which a page is guarded. */
    public const GUARDED_CLICKS = 10;

    /** Mean position, and impressions, from which a page ranks well. */
    private const RANKS_WELL = 10.0;

    private const IMPRESSIONS = 100;

    private const COLUMNS = 'r.id, r.name, r.url, r.page_id, COALESCE(i.clicks, 0) AS clicks,
        COALESCE(i.impressions, 0) AS impressions, COALESCE(i.position_milli, 0) AS position_milli';

    public function __construct(
        public int $id,
        public string $name,
        public string $url,
        public ?int $pageId,
        public int $clicks,
        public int $impressions,
        private int $positionMilli,
    ) {
    }

    public static function of(Store $store, int $resource): ?self
    {
        return Records::first(
            self::class,
            'SELECT '.
                self::COLUMNS.
                ' FROM resources r LEFT JOIN page_index i ON i.page_id = r.page_id
                WHERE r.store_id = ? AND r.id = ? AND r.gone = 0',
            [$store->id, $resource],
        );
    }

    /**
     * @param  string  $list  numbers of resources by commas, at least one
     * @return list<self> in the order of their numbers
     */
    public static function all(string $list): array
    {
        return Records::select(
            self::class,
            'SELECT '.
                self::COLUMNS.
                " FROM resources r LEFT JOIN page_index i ON i.page_id = r.page_id
                WHERE r.id IN ($list) ORDER BY r.id",
        );
    }

    /** The last part of its address; empty for the home page. */
    public function slug(): string
    {
        return SlugAdvice::slugOf($this->url);
    }

    /** Why it is guarded, in words; null where it is not. */
    public function guard(): ?string
    {
        $position = $this->positionMilli / 1000;
        $ranksWell = $position > 0 && $position <= self::RANKS_WELL && $this->impressions >= self::IMPRESSIONS;

        return match (true) {
            $this->clicks >= self::GUARDED_CLICKS => number_format($this->clicks).' clicks in thirteen weeks',
            $ranksWell => 'stands at position '.
                number_format($position, 1).
                ', '.
                number_format($this->impressions).
                ' impressions',
            default => null,
        };
    }
}
