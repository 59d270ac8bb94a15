<?php

declare(strict_types=1);

namespace App\Tend\Reach;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;

/**
 * How many clicks from home a page should be at most, by what it is to the store. The figures are the store's options;
 * the one for all other pages is moved to where the search engine really gets, where an index state tells enough of it.
 */
final readonly class DepthAims
{
    /** Pages of one depth whose index state must be told before it says anything. */
    private const ENOUGH = 30;

    /** A depth is reached well where at least so much of the best depth's share is indexed. */
    private const WELL = 0.8;

    private const DEEPEST = 9;

    /** @param  array<int, array{int, int}>  $index  pages that are indexed, and pages told of, by depth */
    public function __construct(
        public int $main = 2,
        public int $selling = 3,
        public int $other = 5,
        public array $index = [],
        public bool $isMoved = false,
    ) {
    }

    /** @param  array<int, int>  $depths  clicks by page */
    public static function of(Store $store, array $depths): self
    {
        $index = [];
        foreach (
            Rows::all('SELECT page_id, is_listed FROM index_rows WHERE store_id = ? AND is_current = 1', [$store->id]) as $row
        ) {
            $depth = $depths[$row->int('page_id')] ?? null;
            if ($depth !== null && $row->is_listed !== null) {
                $index[$depth] ??= [0, 0];
                $index[$depth][0] += $row->int('is_listed') === 1 ? 1 : 0;
                $index[$depth][1]++;
            }
        }
        ksort($index);
        $aims = $store->options()->depthAims;

        return (new self($aims['main'], $aims['selling'], $aims['other'], $index))->moved();
    }

    public function for(Role $role): int
    {
        return match ($role) {
            Role::MainCollection => $this->main,
            Role::SellsMost => $this->selling,
            Role::Any => $this->other,
        };
    }

    /** The same with the depth for other pages where the search engine really gets. */
    public function moved(): self
    {
        $told = array_filter($this->index, static fn (array $one): bool => $one[1] >= self::ENOUGH);
        if (count($told) < 2) {
            return $this;
        }
        $rates = array_map(static fn (array $one): float => $one[0] / $one[1], $told);
        $well = self::WELL * max($rates);
        $other = $this->other;
        foreach ($rates as $depth => $rate) {
            if ($rate < $well && $depth > 1) {
                $other = min($other, $depth - 1);

                break;
            }
            $other = max($other, min(self::DEEPEST, $depth));
        }
        $other = max($other, $this->selling);

        return new self($this->main, $this->selling, $other, $this->index, $other !== $this->other);
    }

    public function toJson(): string
    {
        return json_encode(get_object_vars($this), JSON_THROW_ON_ERROR);
    }

    public static function fromJson(string $json): self
    {
        $given = (array) json_decode($json, true);
        $int = static fn (string $key, int $default): int => is_int($given[$key] ?? null) ? $given[$key] : $default;
        $index = [];
        foreach ((array) ($given['index'] ?? []) as $depth => $one) {
            is_array($one) && ($index[Typed::int($depth)] = [Typed::int($one[0] ?? 0), Typed::int($one[1] ?? 0)]);
        }

        return new self(
            $int('main', 2),
            $int('selling', 3),
            $int('other', 5),
            $index,
            (bool) ($given['isMoved'] ?? false),
        );
    }
}
