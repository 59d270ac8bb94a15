<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Units;
use Generator;

/** A worklist as a table. */
final class WorklistSheet
{
    public const COLUMNS = [
        'place', 'url', 'kind', 'title', 'upside_when_added', 'upside_now', 'reason', 'minutes', 'state', 'done_at',
        'note', 'currency',
    ];

    /** The same of all lists of a store, with the list's name in front. */
    public const ALL = ['worklist', ...self::COLUMNS];

    /** @return Generator<list<string|int|float|null>> */
    public static function all(Store $store): Generator
    {
        $units = Units::of($store);
        foreach (Worklists::all($store) as $list) {
            foreach (self::rows(WorklistPage::of($store, $list->id), $units) as $row) {
                yield [$list->name, ...$row];
            }
        }
    }

    /**
     * @param  list<WorklistPage>  $pages
     * @param  Units  $units  of the store's markets
     * @return Generator<list<string|int|float|null>>
     */
    public static function rows(array $pages, Units $units): Generator
    {
        foreach ($pages as $nth => $page) {
            yield [
                $nth + 1,
                $page->url,
                $page->kind === null ? '' : PageKind::from((int) $page->kind)->key(),
                (string) $page->title,
                round($page->upside, 2),
                $page->upsideNow === null ? null : round((float) $page->upsideNow, 2),
                (string) $page->reason,
                $page->minutes,
                $page->state->label(),
                $page->doneAt,
                $page->note,
                $units->unit($page->marketId),
            ];
        }
    }
}
