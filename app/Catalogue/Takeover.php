<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Connectors\Shop\ShopResource;
use App\Platform\Database\Bulk;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Joins what the shop tells of to what was made from its pages before: by the page that both show under, else by the
 * stock number, where one
 * alone has it. Drafts and history hang on the resource, and so stay. A shop whose mapping got a second list names its
 * things anew; they are
 * recognised by the number behind the name.
 */
final readonly class Takeover
{
    public function __construct(private Store $store)
    {
    }

    /**
     * @param  list<ShopResource>  $resources
     * @param  array<string, int>  $pageOf  page by the id of the resource
     * @return list<int> resources that were joined
     */
    public function join(array $resources, array $pageOf): array
    {
        $ids = array_map(static fn (ShopResource $one): string => $one->id, $resources);
        $known = array_flip(
            Typed::texts(
                DB::table('resources')
                    ->where('store_id', $this->store->id)
                    ->whereIn('external_id', $ids)
                    ->pluck('external_id')
                    ->all(),
            ),
        );
        $new = array_filter($resources, static fn (ShopResource $one): bool => ! isset($known[$one->id]));
        if ($new === []) {
            return [];
        }
        [$byPage, $byNumber, $byId] = $this->candidates($new, $pageOf);
        $joined = [];
        foreach ($new as $one) {
            $id =
                $byPage[$pageOf[$one->id]] ??
                ($byId[self::bare($one->id)] ?? ($one->number === '' ? null : $byNumber[$one->number] ?? null));
            if ($id === null || isset($joined[$id])) {
                continue;
            }
            DB::table('resources')
                ->where('id', $id)
                ->update(['external_id' => $one->id, 'from_page' => 0]);
            $joined[$id] = $id;
        }

        return array_values($joined);
    }

    /**
     * @param  array<int, ShopResource>  $new
     * @param  array<string, int>  $pageOf
     * @return array{array<int, int>, array<string, int>, array<string, int>} resources by page, by number and by bare
     *     id
     */
    private function candidates(array $new, array $pageOf): array
    {
        $pages = array_map(static fn (ShopResource $one): int => $pageOf[$one->id], $new);
        $byPage = DB::table('resources')
            ->where('store_id', $this->store->id)
            ->where('from_page', '>', 0)
            ->whereRaw('page_id IN ('.Bulk::list(array_values($pages)).')')
            ->pluck('id', 'page_id')
            ->map(static fn (mixed $id): int => Typed::int($id))
            ->all();
        $numbers = array_values(
            array_filter(
                array_map(static fn (ShopResource $one): string => $one->number, $new),
                static fn (string $number): bool => $number !== '',
            ),
        );
        $byNumber = DB::table('resources')
            ->where('store_id', $this->store->id)
            ->where('from_page', '>', 0)
            ->whereIn('number', $numbers)
            ->groupBy('number')
            ->havingRaw('COUNT(*) = 1')
            ->selectRaw('number, MIN(id) AS id')
            ->pluck('id', 'number')
            ->map(static fn (mixed $id): int => Typed::int($id))
            ->all();
        $bare = array_values(array_map(static fn (ShopResource $one): string => self::bare($one->id), $new));
        $byId = DB::table('resources')
            ->where('store_id', $this->store->id)
            ->where('from_page', 0)
            ->whereIn('external_id', $bare)
            ->pluck('id', 'external_id')
            ->map(static fn (mixed $id): int => Typed::int($id))
            ->all();

        return [$byPage, $byNumber, $byId];
    }

    /** A thing's number without the name of its list. */
    private static function bare(string $id): string
    {
        return preg_match('/^[a-z0-9][a-z0-9-]*:(.+)$/', $id, $found) === 1 ? $found[1] : $id;
    }
}
