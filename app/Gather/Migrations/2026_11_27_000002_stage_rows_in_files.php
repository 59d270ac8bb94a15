<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Rows that are read wait in files of the import's own; what is under way is read from its start again. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE gather_imports ADD staged JSON NULL AFTER rows_aside');
        DB::update(
            "UPDATE gather_imports SET phase = 'read', next_row = 1, next_offset = 0, rows_taken = 0, rows_aside = 0 WHERE is_back = 0 AND phase IN ('read', 'days') AND state = 'running' AND sort IN ('search', 'sales')",
        );
        foreach (
            DB::select(
                "SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE() AND (TABLE_NAME LIKE 'staged\\_search%' OR TABLE_NAME LIKE 'staged\\_sales%')",
            ) as $table
        ) {
            DB::statement("DROP TABLE {$table->name}");
        }
    }
};
