<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Figures;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Leaves;
use App\Tend\Found\Worth;
use App\Tend\Reach\Cells;
use Illuminate\Support\Facades\DB;

/** Takes over what pages earn and could earn after a weighing, without looking through them again. */
final readonly class WorthWork implements LongWork
{
    private const PORTION = 2000;

    public function __construct(private Figures $figures)
    {
    }

    public static function sort(): string
    {
        return 'tend.worth';
    }

    public static function title(): string
    {
        return 'putting findings in order';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $after = $run->number('valued_to');
        while (true) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $rows = Rows::all(
                'SELECT i.page_id, i.clicks, i.revenue FROM page_index i WHERE i.store_id = ? AND i.page_id > ?
                    ORDER BY i.page_id LIMIT '.self::PORTION,
                [$store->id, $after],
            );
            if ($rows === []) {
                $run->fenced(static fn () => Leaves::apply($store));
                $run->fenced(static fn () => Cells::rebuild($store));

                return SliceEnd::done();
            }
            $this->value($store, $run, $rows);
            $after = $rows[count($rows) - 1]->int('page_id');
            $run->beat(['valued_to' => $after], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /** @param  array<Row>  $rows */
    private function value(Store $store, WorkRun $run, array $rows): void
    {
        $upsides = $this->figures->of('upside', $store, Bulk::ids($rows, 'page_id'));
        $run->fenced(static function () use ($rows, $upsides): void {
            DB::statement(
                'CREATE TEMPORARY TABLE IF NOT EXISTS new_worths (page_id BIGINT UNSIGNED PRIMARY KEY,
                    clicks INT UNSIGNED, revenue DECIMAL(14,2), upside DECIMAL(14,2), worth DOUBLE)',
            );
            DB::delete('DELETE FROM new_worths');
            Bulk::write(
                'new_worths',
                ['page_id', 'clicks', 'revenue', 'upside', 'worth'],
                array_map(static function (Row $row) use ($upsides): array {
                    $upside = max(0.0, $upsides[$row->int('page_id')] ?? 0.0);

                    return [
                        $row->int('page_id'),
                        $row->int('clicks'),
                        $row->number('revenue'),
                        $upside,
                        Worth::of($row->int('clicks'), $row->number('revenue'), $upside),
                    ];
                }, $rows),
            );
            DB::update(
                'UPDATE new_worths n JOIN pages p ON p.id = n.page_id JOIN tend_pages t ON t.store_id = p.store_id
                    AND t.page_id = n.page_id SET t.clicks = n.clicks, t.revenue = n.revenue,
                    t.upside = n.upside, t.worth = n.worth',
            );
            DB::update(
                'UPDATE new_worths n JOIN pages p ON p.id = n.page_id JOIN tend_findings t ON t.store_id = p.store_id
                    AND t.page_id = n.page_id SET t.clicks = n.clicks, t.revenue = n.revenue, t.upside = n.upside,
                    t.worth = n.worth WHERE t.type NOT IN (?, ?)',
                [FindingType::LinkToMissing->value, FindingType::LinkToRedirect->value],
            );
        });
    }
}
