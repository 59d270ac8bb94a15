<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** A row of a file with one page a row holds up to eight texts now, not two. */
    public function up(): void
    {
        DB::update('UPDATE write_sheet_rows SET place = 8 * (place DIV 2) + (place MOD 2) WHERE sheet_id IN (SELECT id
            FROM write_sheets WHERE is_wide = 1) ORDER BY sheet_id, place DESC');
    }
};
