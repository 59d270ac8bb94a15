<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Match\Terms\Asks;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Terms\PositionBand;

/** Which tracked terms a screen shows, and in which order; what its address says. */
final readonly class TrackedFilter
{
    public const ORDERS = [
        'worth' => 'by worth',
        'clicks' => 'by clicks',
        'position' => 'by position',
        'gained' => 'gained most',
        'lost' => 'lost most',
    ];

    public const UNSEEN = 'unseen';

    /** @param  string  $band  number of a PositionBand, UNSEEN, or empty */
    public function __construct(
        public int $market,
        public ?AskedFor $asked = null,
        public string $tag = '',
        public int $page = 0,
        public string $band = '',
        public string $order = 'worth',
        public bool $isFirstMarket = false,
    ) {
    }

    public static function from(Request $request, Store $store): self
    {
        $text = static fn (string $name): string => is_string($request->query($name))
            ? mb_substr(trim($request->query($name)), 0, 190)
            : '';
        $markets = Markets::of($store);
        $isOne = in_array((int) $text('market'), array_map(static fn ($one): int => $one->id, $markets->all()), true);
        $band = $text('band');

        return new self(
            $isOne ? (int) $text('market') : $markets->first()->id,
            AskedFor::tryFrom($text('asked')),
            $text('tag'),
            max(0, (int) $text('page')),
            $band === self::UNSEEN || PositionBand::tryFrom((int) $band) !== null ? $band : '',
            isset(self::ORDERS[$text('order')]) ? $text('order') : 'worth',
            ! $isOne || (int) $text('market') === $markets->first()->id,
        );
    }

    /**
     * What stands in the address; what is as usual is left out.
     *
     * @param  array<string, int|string|null>  $changes
     * @return array<string, int|string>
     */
    public function query(array $changes = []): array
    {
        $all = $changes + [
            'market' => $this->isFirstMarket ? null : $this->market,
            'asked' => $this->asked?->value,
            'tag' => $this->tag,
            'page' => $this->page ?: null,
            'band' => $this->band,
            'order' => $this->order === 'worth' ? null : $this->order,
        ];

        return array_filter($all, static fn (int|string|null $value): bool => $value !== null && $value !== '');
    }

    /** Whether only some of the tracked terms are shown, whatever band they are in. */
    public function isPart(): bool
    {
        return $this->asked !== null || $this->tag !== '' || $this->page > 0;
    }

    /** @return array{string, list<int|string>} condition on match_said s, match_terms t and match_tracked k */
    public function where(Store $store): array
    {
        $where = 's.store_id = ? AND s.market_id = ? AND s.tracked = 1';
        $values = [$store->id, $this->market];
        if ($this->asked !== null) {
            $where .= ' AND t.asked = ?';
            $values[] = Asks::number($this->asked);
        }
        if ($this->tag !== '') {
            $where .= " AND FIND_IN_SET(?, REPLACE(s.tags, ', ', ','))";
            $values[] = $this->tag;
        }
        if ($this->page > 0) {
            $where .= ' AND (t.lead_page = ? OR k.page_id = ?)';
            array_push($values, $this->page, $this->page);
        }

        return [$where, $values];
    }

    /**
     * @param  list<Standing>  $terms
     * @return list<Standing> in this order, the first to be shown first
     */
    public function ordered(array $terms): array
    {
        // A term that was not seen before has gained from behind all that were; one not seen now has lost as far.
        $place = static fn (int $milli): int => $milli === 0 ? 101_000 : $milli;
        $key = match ($this->order) {
            'clicks' => static fn (Standing $one): array => [-$one->clicks, -$one->impressions],
            'position' => static fn (Standing $one): array => [$place($one->positionMilli)],
            'gained' => static fn (Standing $one): array => [$place($one->positionMilli) - $place($one->beforeMilli)],
            'lost' => static fn (Standing $one): array => [$place($one->beforeMilli) - $place($one->positionMilli)],
            default => static fn (Standing $one): array => [-$one->worth],
        };
        $keys = array_map(static fn (Standing $one): array => [...$key($one), $one->id], $terms);
        asort($keys);

        return array_values(array_map(static fn (int $nth): Standing => $terms[$nth], array_keys($keys)));
    }
}
