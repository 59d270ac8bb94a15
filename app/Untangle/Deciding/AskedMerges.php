<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Events\MergeAsked;
use App\Changes\Origin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Untangle\Redirects\Book;
use Illuminate\Support\Facades\DB;

/**
 * What another step decided of two pages: a redirect stands in the book, where a page that still answers is told as
 * such; a canonical stands ready for a release.
 */
final readonly class AskedMerges
{
    private const ORIGIN = 'merge';

    public function __construct(private AddressChanges $changes)
    {
    }

    public function handle(MergeAsked $event): void
    {
        $store = Store::query()->findOrFail($event->storeId);
        $urls = DB::table('pages')
            ->where('store_id', $store->id)
            ->whereIn('id', [$event->from, $event->to])
            ->pluck('url', 'id')
            ->all();
        $from = Typed::text($urls[$event->from] ?? '');
        $to = Typed::text($urls[$event->to] ?? '');
        match (true) {
            $event->isRedirect && $event->isTakenBack => $this->forget($store, $from, $to),
            $event->isRedirect => (new Book($store, $this->changes))->add(
                [[$from, $to, 301, $from]],
                self::ORIGIN,
                $event->userId,
            ),
            $event->isTakenBack => $this->drop($store, $event->from, $to, $event->userId),
            default => $this->changes->put(
                $store,
                [
                    [
                        'page' => $event->from,
                        'field' => AddressField::Canonical,
                        'value' => $to,
                        'why' => $event->why,
                    ],
                ],
                new Author(Origin::Hand, $event->userId),
            ),
        };
    }

    private function forget(Store $store, string $from, string $to): void
    {
        DB::table('untangle_redirects')
            ->where('store_id', $store->id)
            ->where('from_url', $from)
            ->where('to_url', $to)
            ->where('origin', self::ORIGIN)
            ->where('is_live', 0)
            ->delete();
        (new Book($store, $this->changes))->check();
    }

    private function drop(Store $store, int $page, string $to, ?int $userId): void
    {
        $this->changes->dropSome(
            $store,
            Bulk::ids(
                Rows::of(
                    DB::table('address_changes')
                        ->where('store_id', $store->id)
                        ->where('page_id', $page)
                        ->where('field', AddressField::Canonical->value)
                        ->where('value', $to)
                        ->get(['id']),
                )->all(),
                'id',
            ),
            (int) $userId,
        );
    }
}
