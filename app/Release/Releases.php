<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Draft;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Changes\Events\TextsChanged;
use App\Connectors\Shop\ShopAdmin;
use App\Platform\Database\Bulk;
use App\Platform\Work\WorkDesk;
use App\Release\Items\FieldChange;
use App\Release\Items\ItemState;
use App\Release\Sending\SendWork;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Wording\TextField;

/** Puts releases together: from ready drafts, or from what an earlier release changed. */
final class Releases
{
    /** More than this at once is several releases. */
    public const MOST_ITEMS = 20000;

    public function __construct(private readonly WorkDesk $desk)
    {
    }

    /**
     * Takes what is ready into a release and begins to send it: texts and settings of addresses. What belongs to one resource goes in one item.
     *
     * @param  ?list<int>  $draftIds  null for all that are ready
     * @param  ?list<int>  $addressIds  null for all that are ready
     * @param  int  $percent  1 to 100: a first part of a large release, taken evenly; the rest stays ready
     * @return array{release: int, work: int}
     *
     * @throws InvalidArgumentException when nothing of it is ready, or the clicks at risk leave room for none
     */
    public function send(
        Store $store,
        ?array $draftIds,
        ?int $userId,
        ?string $name = null,
        ?array $addressIds = null,
        int $percent = 100,
    ): array {
        return DB::transaction(function () use ($store, $draftIds, $userId, $name, $addressIds, $percent): array {
            $drafts = DB::table('drafts')
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->when($draftIds !== null, static fn ($query) => $query->whereIn('id', $draftIds ?? []))
                ->orderBy('resource_id')
                ->orderBy('field')
                ->limit(self::MOST_ITEMS)
                ->lockForUpdate()
                ->get()
                ->map(Draft::fromRow(...));
            $addresses = DB::table('address_changes')
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->when($addressIds !== null, static fn ($query) => $query->whereIn('id', $addressIds ?? []))
                ->orderBy('page_id')
                ->orderBy('field')
                ->limit(self::MOST_ITEMS)
                ->lockForUpdate()
                ->get();
            $drafts = $drafts->whereIn(
                'resourceId',
                $this->part(
                    array_values(array_unique($drafts->map(static fn (Draft $draft): int => $draft->resourceId)->all())),
                    $percent,
                ),
            );
            $addresses = $addresses->whereIn('page_id', $this->chosen($store, $addresses, $percent));
            if ($drafts->isEmpty() && $addresses->isEmpty()) {
                throw new InvalidArgumentException(
                    'Nothing of this is ready. Mark drafts as ready on the writing desk, or decide on causes under Untangle first.',
                );
            }
            $release = $this->make(
                $store,
                $name ?? now()->setTimezone($store->timezone)->format('D j M, H:i'),
                null,
                $userId,
            );
            $count = $this->addTexts($store, $release, $drafts) + $this->addAddresses($store, $release, $addresses);
            DB::table('release_batches')
                ->where('id', $release)
                ->update(['items' => $count]);
            TextsChanged::dispatch(
                $store->id,
                array_values($drafts->map(static fn (Draft $draft): int => $draft->resourceId)->unique()->all()),
                [],
            );

            return [
                'release' => $release,
                'work' => $this->desk->begin(SendWork::class, $store->id, $release, $userId),
            ];
        });
    }

    /** @param  Collection<int, Draft>  $drafts */
    private function addTexts(Store $store, int $release, Collection $drafts): int
    {
        $suffixes = TitleSuffixes::of($store);
        $count = 0;
        foreach ($drafts->groupBy('resourceId')->chunk(500) as $chunk) {
            $resources = DB::table('resources')->whereIn('id', $chunk->keys())->get()->keyBy('id');
            $shown = DB::table('resource_texts')->whereIn('resource_id', $chunk->keys())->get()->groupBy('resource_id');
            $rows = [];
            foreach ($chunk as $resourceId => $group) {
                $resource =
                    $resources[$resourceId] ??
                    throw new \LogicException("Draft of resource $resourceId, which is not there.");
                $changes = [];
                foreach ($group as $draft) {
                    $before = $shown->get($resourceId)?->firstWhere('field', $draft->field->value)?->shown;
                    $after =
                        $draft->value === ''
                            ? null
                            : $draft->value.
                                ($draft->field === TextField::Title
                                    ? $suffixes->suffix((int) $resource->market_id, (int) $resource->kind)
                                    : '');
                    $changes[] = new FieldChange(
                        $draft->field,
                        $draft->baseValue,
                        $draft->value,
                        $draft->origin->value,
                        $before,
                        $after,
                    );
                }
                $rows[] = [
                    'release_id' => $release,
                    'store_id' => $store->id,
                    'resource_id' => $resourceId,
                    'external_id' => $resource->external_id,
                    'state' => ItemState::Waiting->value,
                    'fields' => FieldChange::pack($changes),
                ];
            }
            DB::table('release_items')->insert($rows);
            $count += count($rows);
        }
        app(Drafts::class)->beginSending(array_values($drafts->map(static fn (Draft $draft): int => $draft->id)->all()));

        return $count;
    }

    /** @param  Collection<int, \stdClass>  $changes  rows of address_changes */
    private function addAddresses(Store $store, int $release, Collection $changes): int
    {
        $base = PageUrl::parse($store->base_url);
        $count = 0;
        foreach ($changes->groupBy('page_id')->chunk(500) as $chunk) {
            $pages = DB::table('pages')
                ->leftJoin(
                    'page_facts',
                    static fn ($join) => $join->on('page_facts.page_id', '=', 'pages.id')->where('to_crawl', 0),
                )
                ->leftJoin('resources', 'resources.id', '=', 'pages.resource_id')
                ->whereIn('pages.id', $chunk->keys())
                ->get([
                    'pages.id',
                    'pages.url',
                    'pages.resource_id',
                    'resources.external_id',
                    'canonicals',
                    'canonical_header',
                    'robots',
                    'redirect_url',
                ])
                ->keyBy('id');
            $rows = [];
            foreach ($chunk as $page => $group) {
                $row = $pages[$page] ?? throw new \LogicException("Page $page is not there.");
                $url = PageUrl::parse((string) $row->url) ?? throw new \LogicException("Page $page has no address.");
                foreach (
                    $group->partition(
                        static fn (object $change): bool => (int) $change->field === AddressField::Slug->value,
                    ) as $isAddress => $some
                ) {
                    if ($some->isNotEmpty()) {
                        $rows[] = [
                            'release_id' => $release,
                            'store_id' => $store->id,
                            'resource_id' => $isAddress === 1 ? 0 : (int) $row->resource_id,
                            'page_id' => $page,
                            'external_id' => $isAddress === 1 ? ShopAdmin::ADDRESS.$url->target() : (string) $row->external_id,
                            'state' => ItemState::Waiting->value,
                            'fields' => FieldChange::pack(
                                array_values(
                                    $some
                                        ->map(
                                            fn (object $change): FieldChange => $this->addressChange(
                                                $change,
                                                $row,
                                                $url,
                                                $base,
                                            ),
                                        )
                                        ->all(),
                                ),
                            ),
                        ];
                    }
                }
            }
            DB::table('release_items')->insert($rows);
            $count += count($rows);
        }
        app(AddressChanges::class)->beginSending(Bulk::ids($changes->all(), 'id'));

        return $count;
    }

    private function addressChange(object $change, object $page, PageUrl $url, ?PageUrl $base): FieldChange
    {
        $field = AddressField::from((int) $change->field);
        $value = (string) $change->value;
        $canonicals = (array) json_decode((string) $page->canonicals, true);
        $robots = json_decode((string) $page->robots, true);
        [$before, $after] = match ($field) {
            AddressField::Canonical => [
                is_string($canonicals[0] ?? null) ? $canonicals[0] : (string) $page->canonical_header,
                $value,
            ],
            AddressField::Robots => [
                is_array($robots) ? implode(', ', array_filter($robots, is_string(...))) : (string) $page->robots,
                $value,
            ],
            AddressField::Redirect => [
                (string) $page->redirect_url,
                $value === 'gone' ? $value : $url->resolve($value)?->text() ?? $value,
            ],
            AddressField::Slug => ['', $url->resolve(preg_replace('~[^/]*$~', '', $url->path).$value)?->text()],
        };

        return new FieldChange(
            $field,
            (string) $change->base_value,
            $value,
            (string) $change->origin,
            $before,
            $value === '' ? null : $after,
        );
    }

    /**
     * The pages whose addresses are changed in this release. What an address is to lead to, and is to be changed itself, goes with it or before it: a
     * duplicate that names its keeper while that still names another would be a chain.
     *
     * @param  Collection<int, \stdClass>  $changes  rows of address_changes
     * @return list<int>
     */
    private function chosen(Store $store, Collection $changes, int $percent): array
    {
        $all = array_values(array_unique(array_map(intval(...), $changes->pluck('page_id')->all())));
        $byUrl = [];
        foreach (array_chunk($all, 5000) as $chunk) {
            $byUrl += DB::table('pages')->whereIn('id', $chunk)->pluck('id', 'url')->all();
        }
        $leadsTo = [];
        foreach ($changes as $change) {
            $target = (int) ($byUrl[(string) $change->value] ?? 0);
            if ($target !== 0 && $target !== (int) $change->page_id) {
                $leadsTo[(int) $change->page_id] = $target;
            }
        }
        $part = $this->part($all, $percent);
        $taken = $this->withinCap(
            $store,
            array_values(array_unique([...$part, ...array_values(array_intersect_key($leadsTo, array_flip($part)))])),
        );
        $isTaken = array_flip($taken);
        $settled = array_values(
            array_filter(
                $taken,
                static fn (int $page): bool => ! isset($leadsTo[$page]) || isset($isTaken[$leadsTo[$page]]),
            ),
        );
        if ($all !== [] && $settled === []) {
            throw new InvalidArgumentException(
                'What these addresses lead to has more clicks than one release of this store may touch (the option clicks_at_risk).',
            );
        }

        return $settled;
    }

    /**
     * A part of many, taken evenly: each hundredth, each twentieth, the same for the same list.
     *
     * @param  list<int>  $ids
     * @return list<int>
     */
    private function part(array $ids, int $percent): array
    {
        $percent = $ids === [] ? 100 : max(1, min(100, $percent));
        $most = (int) ceil((count($ids) * $percent) / 100);

        return $percent === 100
            ? $ids
            : array_values(
                array_map(
                    static fn (int $i): int => $ids[(int) floor(($i * count($ids)) / $most)],
                    range(0, max(0, $most - 1)),
                ),
            );
    }

    /**
     * Of the pages whose address is to change, those whose clicks together stay within what the store risks in one release; those with the
     * fewest clicks first.
     *
     * @param  list<int>  $pages
     * @return list<int>
     */
    private function withinCap(Store $store, array $pages): array
    {
        $cap = self::clicksAtRisk($store);
        if ($cap === null || $pages === []) {
            return $pages;
        }
        $taken = [];
        $sum = 0;
        foreach (
            DB::table('page_index')
                ->where('store_id', $store->id)
                ->whereIn('page_id', $pages)
                ->orderBy('clicks')
                ->orderBy('page_id')
                ->get(['page_id', 'clicks']) as $row
        ) {
            if ($sum + (int) $row->clicks > $cap) {
                break;
            }
            $sum += (int) $row->clicks;
            $taken[] = (int) $row->page_id;
        }
        $known = DB::table('page_index')
            ->where('store_id', $store->id)
            ->whereIn('page_id', $pages)
            ->pluck('page_id')
            ->all();
        $taken = [...$taken, ...array_values(array_diff($pages, $known))];
        if ($taken === []) {
            throw new InvalidArgumentException(
                'Each of these addresses has more clicks than one release of this store may touch ('.
                    number_format($cap).
                    '; the option clicks_at_risk).',
            );
        }

        return $taken;
    }

    /** Clicks of thirteen weeks whose addresses one release may change; null for no bound. */
    public static function clicksAtRisk(Store $store): ?int
    {
        $share = $store->options()->clicksAtRisk;

        return $share >= 100
            ? null
            : max(
                100,
                (int) floor(
                    ($share / 100) * (int) DB::table('page_index')->where('store_id', $store->id)->sum('clicks'),
                ),
            );
    }

    /**
     * Takes back what a release made live, as a whole or some of its resources.
     *
     * @param  ?list<int>  $itemIds  null for all
     * @return array{release: int, work: int}
     *
     * @throws InvalidArgumentException when nothing of it is live and not yet taken back
     */
    public function undo(Store $store, int $releaseId, ?array $itemIds, ?int $userId): array
    {
        return DB::transaction(function () use ($store, $releaseId, $itemIds, $userId): array {
            $of =
                DB::table('release_batches')
                    ->where('store_id', $store->id)
                    ->where('id', $releaseId)
                    ->lockForUpdate()
                    ->first() ?? throw new InvalidArgumentException("There is no release $releaseId.");
            $items = DB::table('release_items')
                ->where('release_id', $releaseId)
                ->where('state', ItemState::Live->value)
                ->whereNull('undone_by')
                ->when($itemIds !== null, static fn ($query) => $query->whereIn('id', $itemIds ?? []))
                ->orderBy('id')
                ->lockForUpdate()
                ->get();
            if ($items->isEmpty()) {
                throw new InvalidArgumentException(
                    'Everything of this release has already been taken back, or is not live.',
                );
            }
            $undo = $this->make($store, 'Undo of '.$of->name, $releaseId, $userId);
            foreach ($items->chunk(500) as $chunk) {
                DB::table('release_items')->insert(
                    $chunk
                        ->map(
                            static fn (object $item): array => [
                                'release_id' => $undo,
                                'store_id' => $store->id,
                                'resource_id' => $item->resource_id,
                                'page_id' => $item->page_id,
                                'external_id' => $item->external_id,
                                'state' => ItemState::Waiting->value,
                                'fields' => FieldChange::pack(
                                    array_map(
                                        static fn (FieldChange $c): FieldChange => new FieldChange(
                                            $c->field,
                                            $c->target,
                                            $c->base,
                                            'shop',
                                            $c->shownAfter,
                                            $c->shownBefore,
                                        ),
                                        FieldChange::unpack((string) $item->fields),
                                    ),
                                ),
                            ],
                        )
                        ->all(),
                );
                DB::table('release_items')
                    ->whereIn('id', $chunk->pluck('id'))
                    ->update(['undone_by' => $undo]);
            }
            DB::table('release_batches')
                ->where('id', $undo)
                ->update(['items' => $items->count()]);

            return ['release' => $undo, 'work' => $this->desk->begin(SendWork::class, $store->id, $undo, $userId)];
        });
    }

    private function make(Store $store, string $name, ?int $undoOf, ?int $userId): int
    {
        return DB::table('release_batches')->insertGetId([
            'store_id' => $store->id,
            'name' => mb_substr($name, 0, 120),
            'undo_of' => $undoOf,
            'user_id' => $userId,
            'created_at' => now(),
        ]);
    }
}
