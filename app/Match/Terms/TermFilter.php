<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Orchard\Core\Terms\AskedFor;

/** Which terms of a market a screen shows, and in which order; what its address says. */
final readonly class TermFilter
{
    public const VIEWS = [
        'all' => 'all terms',
        'rivals' => 'where pages take turns',
        'open' => 'without a page',
        'locked' => 'locked',
        'tracked' => 'tracked',
        'out' => 'left out',
    ];

    public const ORDERS = ['worth' => 'by worth', 'volume' => 'by searches'];

    public const SIZES = [50, 100, 200];

    public function __construct(
        public int $market,
        public string $view = 'all',
        public ?AskedFor $asked = null,
        public int $head = 0,
        public string $words = '',
        public string $order = 'worth',
        public int $size = 50,
        public bool $isFirstMarket = false,
    ) {
    }

    public static function from(Request $request, Store $store): self
    {
        $text = static fn (string $name): string => is_string($request->query($name))
            ? mb_substr(trim($request->query($name)), 0, 190)
            : '';
        $markets = Markets::of($store);
        $market = (int) $text('market');
        $isOne = in_array($market, array_map(static fn ($one): int => $one->id, $markets->all()), true);

        return new self(
            $isOne ? $market : $markets->first()->id,
            isset(self::VIEWS[$text('view')]) ? $text('view') : 'all',
            AskedFor::tryFrom($text('asked')),
            max(0, (int) $text('group')),
            $text('words'),
            isset(self::ORDERS[$text('order')]) ? $text('order') : 'worth',
            in_array((int) $text('size'), self::SIZES, true) ? (int) $text('size') : 50,
            ! $isOne || $market === $markets->first()->id,
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
            'view' => $this->view === 'all' ? null : $this->view,
            'asked' => $this->asked?->value,
            'group' => $this->head ?: null,
            'words' => $this->words === '' ? null : $this->words,
            'order' => $this->order === 'worth' ? null : $this->order,
            'size' => $this->size === 50 ? null : $this->size,
        ];

        return array_filter($all, static fn (int|string|null $value): bool => $value !== null && $value !== '');
    }
}
