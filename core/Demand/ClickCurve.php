<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * The click rate that a position earns in this store: per device, never rising with the position.
 *
 * Held on bins that are equally wide in the logarithm of the position; between their middles it runs straight in both
 * logarithms.
 */
final readonly class ClickCurve
{
    /** Width of a bin in ln(position). */
    public const STEP = 0.1;

    /** Bins: up to position 99. */
    public const BINS = 46;

    /** What is assumed where a store tells nothing: position 1 earns this, and so much less by its power. */
    public const DEFAULT_FIRST = 0.27;

    public const DEFAULT_POWER = -1.05;

    /**
     * @param  list<list<float>>  $rates  by device (0 not told, 1 desktop, 2 phone, 3 tablet), then by bin
     * @param  list<array{float, float}>  $band  10 and 90 in a hundred of the pooled rates, by bin
     * @param  float  $evidence  clicks that stand behind it
     */
    public function __construct(public array $rates, public array $band, public float $evidence)
    {
    }

    public static function bin(float $position): int
    {
        return max(0, min(self::BINS - 1, (int) (log(max(1.0, $position)) / self::STEP)));
    }

    /** The position in the middle of a bin. */
    public static function middle(int $bin): float
    {
        return exp(($bin + 0.5) * self::STEP);
    }

    public static function assumed(float $position): float
    {
        return self::DEFAULT_FIRST * max(1.0, $position) ** self::DEFAULT_POWER;
    }

    public function rate(float $position, int $device = 0): float
    {
        $rates = $this->rates[$device] ?? $this->rates[0];
        $at = log(max(1.0, $position)) / self::STEP - 0.5;
        $low = (int) floor($at);
        if ($low < 0) {
            return $rates[0];
        }
        if ($low >= self::BINS - 1) {
            return $rates[self::BINS - 1];
        }
        $part = $at - $low;

        return exp((1 - $part) * log(max(1e-9, $rates[$low])) + $part * log(max(1e-9, $rates[$low + 1])));
    }

    /** @return array{rates: list<list<float>>, band: list<array{float, float}>, evidence: float} */
    public function toArray(): array
    {
        return ['rates' => $this->rates, 'band' => $this->band, 'evidence' => $this->evidence];
    }

    /** @param  array<array-key, mixed>  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        $numbers = static fn (mixed $list): array => array_values(
            array_map(
                static fn (mixed $value): float => is_numeric($value) ? (float) $value : 0.0,
                is_array($list) ? $list : [],
            ),
        );
        $rates = array_values(array_map($numbers, is_array($data['rates'] ?? null) ? $data['rates'] : []));

        return new self(
            $rates,
            array_values(
                array_map(
                    static fn (mixed $pair): array => [$numbers($pair)[0] ?? 0.0, $numbers($pair)[1] ?? 0.0],
                    is_array($data['band'] ?? null) ? $data['band'] : [],
                ),
            ),
            is_numeric($data['evidence'] ?? null) ? (float) $data['evidence'] : 0.0,
        );
    }
}
