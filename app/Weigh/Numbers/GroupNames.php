<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What the groups of sums are called, and how each is asked for alone. */
final class GroupNames
{
    /**
     * @param  list<SumGroup>  $groups
     * @return list<NamedGroup>
     */
    public static function of(Store $store, string $by, array $groups): array
    {
        $markets = Markets::of($store);
        $urls =
            $by === 'collection'
                ? DB::table('pages')->whereIn('id', array_column($groups, 'name'))->pluck('url', 'id')->all()
                : [];
        $named = [];
        foreach ($groups as $group) {
            $name = $group->name;
            [$label, $asked] = match ($by) {
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
                    (string) preg_replace('~^https?://[^/]+~', '', Typed::text($urls[$name] ?? $name)),
                    null,
                ],
                default => [$name, null],
            };
            $named[] = new NamedGroup($group, $label, $asked);
        }

        return $named;
    }
}
