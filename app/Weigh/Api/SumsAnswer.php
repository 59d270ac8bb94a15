<?php

declare(strict_types=1);

namespace App\Weigh\Api;

/** Sums as scripts read them. */
final class SumsAnswer
{
    /**
     * @param  array<string, mixed>  $row
     * @return array<string, int|float|null>
     */
    public static function sums(array $row, string $then): array
    {
        return [
            'clicks' => self::whole($row, 'clicks'),
            'impressions' => self::whole($row, 'impressions'),
            'position' => self::position($row, ''),
            'clicks_compared' => self::whole($row, "clicks_beside$then"),
            'impressions_compared' => self::whole($row, "impressions_beside$then"),
            'clicks_then' => self::whole($row, "clicks$then"),
            'impressions_then' => self::whole($row, "impressions$then"),
            'position_then' => self::position($row, $then),
        ] +
            (array_key_exists('revenue', $row)
                ? ['orders' => self::whole($row, 'orders'), 'revenue' => self::money($row['revenue'])]
                : []);
    }

    /** @param  array<string, mixed>  $row */
    public static function whole(array $row, string $key): int
    {
        return is_numeric($row[$key] ?? null) ? (int) $row[$key] : 0;
    }

    /** @param  array<string, mixed>  $row */
    public static function position(array $row, string $end): ?float
    {
        $impressions = self::whole($row, "impressions$end");
        $sum = self::whole($row, "position_sum$end");

        return $impressions > 0 && $sum > 0 ? round($sum / $impressions / 1000, 2) : null;
    }

    public static function money(mixed $value): ?float
    {
        return is_numeric($value) ? round((float) $value, 2) : null;
    }
}
