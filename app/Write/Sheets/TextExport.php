<?php

declare(strict_types=1);

namespace App\Write\Sheets;

use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Write\Desk\DeskCell;
use App\Write\Desk\DeskList;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** All editable texts as rows, two and more for each resource; the same file comes back through SheetImport. */
final readonly class TextExport
{
    public const COLUMNS = ['url', 'field', 'live', 'draft', 'origin', 'state', 'characters', 'pixels', 'checks'];

    public function __construct(private DeskList $list, private Ruler $ruler)
    {
    }

    /** @return Generator<list<string|int|float|null>> */
    public function rows(Store $store): Generator
    {
        $after = 0;
        while (true) {
            $ids = DB::table('write_rows')
                ->where('store_id', $store->id)
                ->where('resource_id', '>', $after)
                ->orderBy('resource_id')
                ->limit(500)
                ->pluck('resource_id')
                ->map(static fn (mixed $n): int => Typed::int($n))
                ->values()
                ->all();
            if ($ids === []) {
                return;
            }
            $after = (int) end($ids);
            foreach ($this->list->rows($store, $ids) as $row) {
                foreach ($row->cells as $cell) {
                    // Texts that only some pages have stand in the file where there is something to tell.
                    if (! $cell->field->isInResults() && $cell->stored.$cell->shown.$cell->draft === '') {
                        continue;
                    }
                    [$characters, $pixels] = $this->measure($cell->field, $cell->willShow() ?? '');
                    yield [
                        $row->url,
                        $cell->field->key(),
                        $cell->stored,
                        $cell->draft ?? '',
                        $cell->origin,
                        $this->state($cell),
                        $characters,
                        $pixels,
                        implode(' ', array_map(static fn (Check $check): string => $check->key(), $cell->checks)),
                    ];
                }
            }
        }
    }

    /** @return array{int, float} characters and pixels of what is shown, as they stand in the file */
    public function measure(TextField $field, string $shown): array
    {
        return [Ruler::characters($shown), round($this->ruler->pixels($shown, $field->desktopSlot()->fontSize), 1)];
    }

    private function state(DeskCell $cell): string
    {
        return $cell->state === null ? '' : $cell->state->value;
    }
}
