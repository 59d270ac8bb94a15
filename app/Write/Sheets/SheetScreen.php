<?php

declare(strict_types=1);

namespace App\Write\Sheets;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Files of texts that came back, and the rows of one by what is made of them. */
final readonly class SheetScreen
{
    private const ROWS = 100;

    public function __construct(private SheetImport $import)
    {
    }

    /** @return array<string, mixed> for the view write.sheets */
    public static function latest(Store $store): array
    {
        return [
            'store' => $store,
            'sheets' => Records::of(
                SheetFile::class,
                Rows::of(
                    DB::table('write_sheets')
                        ->leftJoin('users', 'users.id', '=', 'user_id')
                        ->where('store_id', $store->id)
                        ->orderByDesc('write_sheets.id')
                        ->limit(20)
                        ->get(['write_sheets.*', 'users.name as user_name']),
                ),
            ),
        ];
    }

    public static function has(Store $store, int $sheet): bool
    {
        return DB::table('write_sheets')->where('store_id', $store->id)->where('id', $sheet)->exists();
    }

    /**
     * @param  ?string  $outcome  of the rows that are shown; null for those that are to be looked at first
     * @param  int  $after  place of the last row that was shown before
     * @return ?array<string, mixed> for the view write.sheet; null where the store has no such file
     */
    public function of(Store $store, int $sheet, ?string $outcome, int $after): ?array
    {
        $row = Records::one(
            SheetFile::class,
            Rows::maybe(
                DB::table('write_sheets')
                    ->leftJoin('users', 'users.id', '=', 'user_id')
                    ->where('store_id', $store->id)
                    ->where('write_sheets.id', $sheet)
                    ->first(['write_sheets.*', 'users.name as user_name']),
            ),
        );
        if ($row === null) {
            return null;
        }
        $counts = $this->import->counts($sheet);
        $outcome ??= isset($counts['new']) ? 'new' : (string) (array_key_first($counts) ?? 'new');
        $rows = self::rows($sheet, $outcome, $after);

        return [
            'store' => $store,
            'sheet' => $row,
            'counts' => $counts,
            'outcome' => $outcome,
            'rows' => array_slice($rows, 0, self::ROWS),
            'next' => count($rows) > self::ROWS ? $rows[self::ROWS - 1]->place : null,
        ];
    }

    /** @return list<SheetRow> one more than are shown */
    private static function rows(int $sheet, string $outcome, int $after): array
    {
        return Records::of(
            SheetRow::class,
            Rows::of(
                DB::table('write_sheet_rows')
                    ->leftJoin(
                        'resource_texts',
                        static fn ($join) => $join
                            ->on('resource_texts.resource_id', '=', 'write_sheet_rows.resource_id')
                            ->on('resource_texts.field', '=', 'write_sheet_rows.field'),
                    )
                    ->leftJoin(
                        'drafts',
                        static fn ($join) => $join
                            ->on('drafts.resource_id', '=', 'write_sheet_rows.resource_id')
                            ->on('drafts.field', '=', 'write_sheet_rows.field'),
                    )
                    ->where('sheet_id', $sheet)
                    ->where('outcome', $outcome)
                    ->where('place', '>', $after)
                    ->orderBy('place')
                    ->limit(self::ROWS + 1)
                    ->get(['write_sheet_rows.*', 'stored', 'drafts.value as draft', 'drafts.revision as now']),
            ),
        );
    }
}
