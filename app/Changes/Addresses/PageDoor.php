<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\Slug;

/** Where one page is found, and whether it may be: its slug and its robots, as they are and as they are to be. */
final class PageDoor
{
    public function __construct(private readonly AddressChanges $changes)
    {
    }

    /** @return ?array<string, mixed> null where its page is not known yet */
    public function of(Store $store, int $resource): ?array
    {
        $page = SlugPage::of($store, $resource);
        if ($page?->pageId === null) {
            return null;
        }
        $slug = $page->slug();
        $told = Typed::text(
            DB::table('page_facts')->where('page_id', $page->pageId)->where('to_crawl', 0)->value('robots'),
        );
        $robots = json_decode($told, true);

        return [
            'resource' => $resource,
            'slug' => $slug,
            'faults' => $slug === '' ? [] : Slug::faults($slug),
            'proposal' => $slug === '' ? '' : Slug::propose($page->name),
            'guard' => $page->guard(),
            'robots' => is_array($robots) ? implode(', ', array_filter($robots, is_string(...))) : $told,
            'isOurs' => DB::table('address_states')
                ->where('page_id', $page->pageId)
                ->where('field', AddressField::Robots->value)
                ->where('value', 'noindex')
                ->exists(),
            'plannedSlug' => self::planned($page->pageId, AddressField::Slug),
            'plannedRobots' => self::planned($page->pageId, AddressField::Robots),
        ];
    }

    /**
     * Keeps a page out of search with the next release, or lets it in again where we kept it out.
     *
     * @throws InvalidArgumentException where it earns clicks and nobody confirmed, or there is no such page
     */
    public function shut(Store $store, int $resource, bool $isShut, bool $confirmed, int $userId): void
    {
        $page = SlugPage::of($store, $resource);
        if ($page?->pageId === null) {
            throw new InvalidArgumentException('Its page is not known yet: crawl the shop first.');
        }
        $guard = $page->guard();
        if ($isShut && $guard !== null && ! $confirmed) {
            throw new InvalidArgumentException(
                "{$page->name} ranks: $guard. Confirm a second time that it shall be found no more.",
            );
        }
        $planned = DB::table('address_changes')
            ->where('store_id', $store->id)
            ->where('page_id', $page->pageId)
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
                    'page' => $page->pageId,
                    'field' => AddressField::Robots,
                    'value' => $isShut ? 'noindex' : '',
                    'why' => $isShut ? 'kept out of search by hand' : 'let into search again by hand',
                ],
            ],
            new Author(Origin::Hand, $userId),
        );
    }

    private static function planned(int $page, AddressField $field): ?PlannedAddress
    {
        return PlannedAddress::all([$page], $field)[$page] ?? null;
    }
}
