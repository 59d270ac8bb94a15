<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Platform\Web\Forms;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * In what each market's sums are told: its currency, or clicks where no sales are known. Unlike units are never added.
 */
final readonly class Units
{
    public const CLICKS = 'clicks';

    /** @param  non-empty-array<int, string>  $units  by market, in their order */
    private function __construct(private array $units)
    {
    }

    public static function of(Store $store): self
    {
        $tells = DB::table('weigh_models')->where('store_id', $store->id)->pluck('tells_money', 'market_id')->all();
        $units = [];
        foreach (Markets::of($store)->all() as $market) {
            $units[$market->id] = $tells[$market->id] ?? 1 ? $market->currency : self::CLICKS;
        }

        return new self($units);
    }

    /** Of a market; of the first where none is given. */
    public function unit(?int $market): string
    {
        return $this->units[$market] ?? $this->units[array_key_first($this->units)];
    }

    public function isMoney(?int $market): bool
    {
        return $this->unit($market) !== self::CLICKS;
    }

    /** Whether sums over all markets are in one unit. */
    public function addUp(): bool
    {
        return count(array_unique($this->units)) === 1;
    }

    /** @return array<string, list<int>> markets by unit, in their order */
    public function markets(): array
    {
        $markets = [];
        foreach ($this->units as $market => $unit) {
            $markets[$unit][] = $market;
        }

        return $markets;
    }

    /**
     * Sums of markets, those of one unit added.
     *
     * @param  array<int, float>  $sums  by market
     * @return array<string, float> by unit, in the order of the markets
     */
    public function sums(array $sums): array
    {
        $all = [];
        foreach ($this->units as $market => $unit) {
            if (isset($sums[$market])) {
                $all[$unit] = ($all[$unit] ?? 0.0) + $sums[$market];
            }
        }

        return $all;
    }

    /** @param  array<string, float>  $sums  by unit */
    public static function words(array $sums): string
    {
        return $sums === []
            ? '0'
            : implode(
                ' and ',
                array_map(
                    static fn (string $unit, float $sum): string => Units::shown($sum)." $unit",
                    array_keys($sums),
                    $sums,
                ),
            );
    }

    /** Two significant digits: no more is known. */
    public static function shown(float $money): string
    {
        return Forms::rough($money);
    }
}
