<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Origin;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\Slug;
use stdClass;

/** Where one page is found, and whether it may be: its slug and its robots, as they are and as they are to be. */
final class PageDoor
{
    public function __construct(private readonly AddressChanges $changes)
    {
    }

    /** @return ?array<string, mixed> null where its page is not known yet */
    public function of(Store $store, int $resource): ?array
    {
        $row = self::row($store, $resource);
        if ($row === null || $row->page_id === null) {
            return null;
        }
        $slug = SlugAdvice::slugOf((string) $row->url);
        $planned = DB::table('address_changes')
            ->where('store_id', $store->id)
            ->where('page_id', $row->page_id)
            ->whereIn('field', [AddressField::Slug->value, AddressField::Robots->value])
            ->get(['field', 'value', 'state'])
            ->keyBy('field');
        $robots = json_decode((string) $row->robots, true);

        return [
            'resource' => $resource,
            'slug' => $slug,
            'faults' => $slug === '' ? [] : Slug::faults($slug),
            'proposal' => $slug === '' ? '' : Slug::propose((string) $row->name),
            'guard' => SlugAdvice::guardOf($row),
            'robots' => is_array($robots)
                ? implode(', ', array_filter($robots, is_string(...)))
                : (string) $row->robots,
            'isOurs' => DB::table('address_states')
                ->where('page_id', $row->page_id)
                ->where('field', AddressField::Robots->value)
                ->where('value', 'noindex')
                ->exists(),
            'plannedSlug' => $planned[AddressField::Slug->value] ?? null,
            'plannedRobots' => $planned[AddressField::Robots->value] ?? null,
        ];
    }

    /**
     * Keeps a page out of search with the next release, or lets it in again where we kept it out.
     *
     * @throws InvalidArgumentException where it earns clicks and nobody confirmed, or there is no such page
     */
    public function shut(Store $store, int $resource, bool $isShut, bool $confirmed, int $userId): void
    {
        $row = self::row($store, $resource);
        if ($row === null || $row->page_id === null) {
            throw new InvalidArgumentException('Its page is not known yet: crawl the shop first.');
        }
        $guard = SlugAdvice::guardOf($row);
        if ($isShut && $guard !== null && ! $confirmed) {
            throw new InvalidArgumentException(
                "{$row->name} ranks: $guard. Confirm a second time that it shall be found no more.",
            );
        }
        $planned = DB::table('address_changes')
            ->where('store_id', $store->id)
            ->where('page_id', $row->page_id)
            ->where('field', AddressField::Robots->value)
            ->value('id');
        if (! $isShut && is_numeric($planned)) {
            // What is only planned is not planned any more.
            $this->changes->dropSome($store, [(int) $planned], $userId);
        }
        $this->changes->put(
            $store,
            [
                [
                    'page' => (int) $row->page_id,
                    'field' => AddressField::Robots,
                    'value' => $isShut ? 'noindex' : '',
                    'why' => $isShut ? 'kept out of search by hand' : 'let into search again by hand',
                ],
            ],
            Origin::Hand,
            $userId,
        );
    }

    private static function row(Store $store, int $resource): ?stdClass
    {
        return Rows::one(
            'SELECT r.id, r.name, r.url, r.page_id, r.kind, COALESCE(i.clicks, 0) AS clicks,
                COALESCE(i.impressions, 0) AS impressions, COALESCE(i.position_milli, 0) AS position_milli, f.robots
                FROM resources r LEFT JOIN page_index i ON i.page_id = r.page_id
                LEFT JOIN page_facts f ON f.page_id = r.page_id AND f.to_crawl = 0
                WHERE r.store_id = ? AND r.id = ? AND r.gone = 0',
            [$store->id, $resource],
        );
    }
}
