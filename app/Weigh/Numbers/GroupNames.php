<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What the groups of sums are called, and how each is asked for alone. */
final class GroupNames
{
    /**
     * @param  list<array<string, mixed>>  $rows  of GroupSums
     * @return list<array<string, mixed>> with a label and, for what can be looked at alone, what stands in the address
     */
    public static function of(Store $store, string $by, array $rows): array
    {
        $markets = Markets::of($store);
        $urls =
            $by === 'collection'
                ? DB::table('pages')->whereIn('id', array_column($rows, 'name'))->pluck('url', 'id')->all()
                : [];
        foreach ($rows as $i => $row) {
            $name = is_scalar($row['name']) ? (string) $row['name'] : '';
            [$rows[$i]['label'], $rows[$i]['asked']] = match ($by) {
                'kind' => [PageKind::from((int) $name)->plural(), ['kind' => PageKind::from((int) $name)->key()]],
                'market' => [$markets->find((int) $name)->name, ['market' => $name]],
                'device' => [
                    Lens::deviceName((int) $name),
                    ['device' => (int) $name === Lens::ALL ? null : Lens::DEVICES[(int) $name] ?? null],
                ],
                'class' => [
                    Lens::className((int) $name),
                    ['class' => (int) $name === Lens::ALL ? null : Lens::CLASSES[(int) $name] ?? null],
                ],
                'collection' => [
                    preg_replace('~^https?://[^/]+~', '', is_string($urls[$name] ?? null) ? $urls[$name] : $name),
                    null,
                ],
                default => [$name, null],
            };
        }

        return $rows;
    }
}
