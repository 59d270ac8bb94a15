<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\Draft;
use App\Changes\DraftState;
use App\Changes\Events\TextsChanged;
use App\Release\Sending\SendWork;
use App\Store\Models\Store;
use App\Store\Resources\TitleSuffixes;
use App\Store\Work\WorkDesk;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
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
     * Takes ready drafts into a release and begins to send it.
     *
     * @param  ?list<int>  $draftIds  null for all that are ready
     * @return array{release: int, work: int}
     *
     * @throws InvalidArgumentException when none of them is ready
     */
    public function send(Store $store, ?array $draftIds, ?int $userId, ?string $name = null): array
    {
        return DB::transaction(function () use ($store, $draftIds, $userId, $name): array {
            $drafts = DB::table('drafts')->where('store_id', $store->id)->where('state', DraftState::Ready->value)
                ->when($draftIds !== null, static fn ($query) => $query->whereIn('id', $draftIds ?? []))->orderBy('resource_id')->orderBy('field')->limit(self::MOST_ITEMS)->lockForUpdate()->get()
                ->map(Draft::fromRow(...));
            if ($drafts->isEmpty()) {
                throw new InvalidArgumentException('None of these texts is ready. Mark drafts as ready on the writing desk first.');
            }
            $release = $this->make($store, $name ?? now()->setTimezone($store->timezone)->format('D j M, H:i'), null, $userId);
            $suffixes = TitleSuffixes::of($store);
            $count = 0;
            foreach ($drafts->groupBy('resourceId')->chunk(500) as $chunk) {
                $resources = DB::table('resources')->whereIn('id', $chunk->keys())->get()->keyBy('id');
                $shown = DB::table('resource_texts')->whereIn('resource_id', $chunk->keys())->get()->groupBy('resource_id');
                $rows = [];
                foreach ($chunk as $resourceId => $group) {
                    $resource = $resources[$resourceId] ?? throw new \LogicException("Draft of resource $resourceId, which is not there.");
                    $changes = [];
                    foreach ($group as $draft) {
                        $before = $shown->get($resourceId)?->firstWhere('field', $draft->field->value)?->shown;
                        $after = $draft->value === '' ? null : $draft->value.($draft->field === TextField::Title ? $suffixes->suffix((int) $resource->market_id, (int) $resource->kind) : '');
                        $changes[] = new FieldChange($draft->field, $draft->baseValue, $draft->value, $draft->origin->value, $before, $after);
                    }
                    $rows[] = ['release_id' => $release, 'store_id' => $store->id, 'resource_id' => $resourceId, 'external_id' => $resource->external_id, 'state' => ItemState::Waiting->value, 'fields' => FieldChange::pack($changes)];
                }
                DB::table('release_items')->insert($rows);
                $count += count($rows);
            }
            DB::table('drafts')->whereIn('id', $drafts->pluck('id'))->update(['state' => DraftState::Sending->value]);
            DB::table('release_batches')->where('id', $release)->update(['items' => $count]);
            TextsChanged::dispatch($store->id, array_values($drafts->map(static fn (Draft $draft): int => $draft->resourceId)->unique()->all()), []);

            return ['release' => $release, 'work' => $this->desk->begin(SendWork::class, $store->id, $release, $userId)];
        });
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
            $of = DB::table('release_batches')->where('store_id', $store->id)->where('id', $releaseId)->lockForUpdate()->first() ?? throw new InvalidArgumentException("There is no release $releaseId.");
            $items = DB::table('release_items')->where('release_id', $releaseId)->where('state', ItemState::Live->value)->whereNull('undone_by')
                ->when($itemIds !== null, static fn ($query) => $query->whereIn('id', $itemIds ?? []))->orderBy('id')->lockForUpdate()->get();
            if ($items->isEmpty()) {
                throw new InvalidArgumentException('Nothing of this release is live and not taken back already.');
            }
            $undo = $this->make($store, 'Undo of '.$of->name, $releaseId, $userId);
            foreach ($items->chunk(500) as $chunk) {
                DB::table('release_items')->insert($chunk->map(static fn (object $item): array => [
                    'release_id' => $undo, 'store_id' => $store->id, 'resource_id' => $item->resource_id, 'external_id' => $item->external_id, 'state' => ItemState::Waiting->value,
                    'fields' => FieldChange::pack(array_map(static fn (FieldChange $c): FieldChange => new FieldChange($c->field, $c->target, $c->base, 'shop', $c->shownAfter, $c->shownBefore), FieldChange::unpack((string) $item->fields))),
                ])->all());
                DB::table('release_items')->whereIn('id', $chunk->pluck('id'))->update(['undone_by' => $undo]);
            }
            DB::table('release_batches')->where('id', $undo)->update(['items' => $items->count()]);

            return ['release' => $undo, 'work' => $this->desk->begin(SendWork::class, $store->id, $undo, $userId)];
        });
    }

    private function make(Store $store, string $name, ?int $undoOf, ?int $userId): int
    {
        return DB::table('release_batches')->insertGetId(['store_id' => $store->id, 'name' => mb_substr($name, 0, 120), 'undo_of' => $undoOf, 'user_id' => $userId, 'created_at' => now()]);
    }
}
