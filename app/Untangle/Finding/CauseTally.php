<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\Cause;
use Orchard\Core\Duplicates\CauseType;

/** The causes of a store's duplicates, each counted; what people decided of them is known from the start. */
final class CauseTally
{
    /** @var array<string, CauseCount> by digest */
    private array $causes = [];

    public function __construct(private readonly Store $store)
    {
        foreach (
            Rows::of(DB::table('untangle_causes')->where('store_id', $store->id)->whereNotNull('decision')->get()) as $row
        ) {
            $cause = Cause::of(CauseType::from($row->text('type')), $row->text('parameter'), $row->text('scope'));
            $this->of($cause, CauseSort::from($row->text('sort')))->decision = $row->text('decision');
        }
    }

    public function of(Cause $cause, CauseSort $sort): CauseCount
    {
        return $this->causes[bin2hex($cause->digest())] ??= new CauseCount($cause, $sort);
    }

    public function write(WorkRun $run): void
    {
        $columns = CauseCount::COLUMNS;
        $rows = array_map(
            fn (CauseCount $cause): array => [$this->store->id, ...$cause->row()],
            array_values($this->causes),
        );
        $run->fenced(function () use ($rows, $columns): void {
            DB::update(
                'UPDATE untangle_causes SET urls = 0, to_do = 0, tangles = 0, clicks = 0, impressions = 0,
                    exceptions = 0 WHERE store_id = ?',
                [$this->store->id],
            );
            Bulk::upsert(
                'untangle_causes',
                ['store_id', 'type', 'parameter', 'scope', 'digest', ...$columns],
                $rows,
                implode(', ', array_map(static fn (string $column): string => "$column = VALUES($column)", $columns)),
            );
            DB::delete('DELETE FROM untangle_causes WHERE store_id = ? AND urls = 0 AND decision IS NULL', [
                $this->store->id,
            ]);
        });
    }
}
