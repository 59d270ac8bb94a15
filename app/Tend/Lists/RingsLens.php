<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Http\Request;

/**
 * Which part of a store the rings show, as the address says it: one market, one collection, sectors by pages or value.
 */
final readonly class RingsLens
{
    private function __construct(public ?Market $market, public ?int $only, public string $by)
    {
    }

    public static function from(Request $request, Store $store): self
    {
        $number = static function (string $key) use ($request): ?int {
            $value = $request->query($key);

            return is_string($value) && ctype_digit($value) ? (int) $value : null;
        };

        return new self(
            collect(Markets::of($store)->all())->firstWhere('id', $number('market')),
            $number('only'),
            $request->query('by') === 'value' ? 'value' : 'pages',
        );
    }

    /** The same for all collections. */
    public function whole(): self
    {
        return new self($this->market, null, $this->by);
    }

    /**
     * @return array{string, list<int>} conditions of tend_cells and tend_pages behind those of the store, and their
     * values
     */
    public function narrows(): array
    {
        $values = array_filter(
            ['market_id' => $this->market?->id, 'sector' => $this->only],
            static fn (?int $value): bool => $value !== null,
        );

        return [
            implode('', array_map(static fn (string $column): string => " AND $column = ?", array_keys($values))),
            array_values($values),
        ];
    }

    /** @return array<string, int|string> what of it stands in an address */
    public function query(): array
    {
        return array_filter(
            [
                'market' => $this->market?->id,
                'only' => $this->only,
                'by' => $this->by === 'value' ? 'value' : null,
            ],
            static fn (int|string|null $value): bool => $value !== null,
        );
    }
}
