<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Wording\TextField;

/** Suggestions as they were asked for: of which text, for which pages, of whom, and what they cost in tokens. */
final readonly class AskedWish
{
    /** Tokens that a price is of. */
    private const PRICED = 1_000_000;

    public function __construct(
        public int $id,
        public TextField $field,
        public string $style,
        public string $facts,
        public string $scope,
        public string $source,
        public int $pages,
        public int $foreseenIn,
        public int $foreseenOut,
        public int $toldIn,
        public int $toldOut,
        private float $priceIn,
        private float $priceOut,
        public string $currency,
        public string $madeAt,
        public ?string $person,
    ) {
    }

    /** @return list<self> the newest first */
    public static function latest(Store $store, int $limit): array
    {
        return self::query($store, 'ORDER BY w.id DESC LIMIT '.$limit, []);
    }

    public static function find(Store $store, int $id): ?self
    {
        return self::query($store, 'AND w.id = ?', [$id])[0] ?? null;
    }

    public function isPriced(): bool
    {
        return $this->priceIn + $this->priceOut > 0.0;
    }

    /** In its currency. */
    public function cost(): float
    {
        return ($this->toldIn * $this->priceIn + $this->toldOut * $this->priceOut) / self::PRICED;
    }

    /**
     * @param  list<int>  $bindings
     * @return list<self>
     */
    private static function query(Store $store, string $rest, array $bindings): array
    {
        return Records::of(
            self::class,
            Rows::all(
                "SELECT w.*, u.name AS person FROM write_wishes w LEFT JOIN users u ON u.id = w.user_id
                    WHERE w.store_id = ? $rest",
                [$store->id, ...$bindings],
            ),
        );
    }
}
