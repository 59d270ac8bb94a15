<?php

declare(strict_types=1);

namespace App\Changes;

use App\Catalogue\TextDigest;
use App\Changes\Events\TextsChanged;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/**
 * Texts of a release that have changed and were not told of yet: whoever makes lists of them (TextsChanged) is told of
 * many in one go, since each telling has a cost of its own whatever it tells of. How far it was told is an
 * entry of the history; what a killed process did not tell is told when its work goes on.
 */
final class ChangedTexts
{
    /** @var array<int, true> */
    private array $resources = [];

    /** @var array<string, true> */
    private array $digests = [];

    /** @param  array<string>  $digests  as TextsChanged has them */
    public function add(int $resource, array $digests = []): void
    {
        if ($resource !== 0) {
            $this->resources[$resource] = true;
            $this->digests += array_fill_keys($digests, true);
        }
    }

    public function tell(int $storeId): void
    {
        if ($this->resources !== []) {
            TextsChanged::dispatch(
                $storeId,
                array_keys($this->resources),
                array_map(strval(...), array_keys($this->digests)),
            );
        }
        $this->resources = $this->digests = [];
    }

    /** @return int the newest entry of the history about a release: all up to it is told */
    public function tellOf(int $storeId, int $release): int
    {
        $this->tell($storeId);

        return Typed::int(DB::table('history')->where('store_id', $storeId)->where('release_id', $release)->max('id'));
    }

    /** Adds what the history tells of a release behind an entry: a process may have ended before it told of it. */
    public function recall(Store $store, int $release, int $entry): void
    {
        $suffixes = TitleSuffixes::of($store);
        foreach (
            Rows::all(
                'SELECT h.resource_id, h.field, h.after_value, t.shown_digest, t.market_id, r.kind FROM history h
                    JOIN resource_texts t ON t.resource_id = h.resource_id AND t.field = h.field
                    JOIN resources r ON r.id = h.resource_id WHERE h.store_id = ? AND h.release_id = ? AND h.id > ?',
                [$store->id, $release, $entry],
            ) as $row
        ) {
            $suffix =
                $row->int('field') === TextField::Title->value
                    ? $suffixes->suffix($row->int('market_id'), $row->int('kind'))
                    : '';
            $this->add(
                $row->int('resource_id'),
                array_filter(
                    [
                        $row->shown_digest,
                        $row->after_value === null ? null : TextDigest::of($row->after_value.$suffix),
                    ],
                    is_string(...),
                ),
            );
        }
    }
}
