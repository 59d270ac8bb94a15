<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What came back and what was left of it, beside revenue: weeks take it in when they are next summed. */
    public function up(): void
    {
        foreach (['page_weeks', 'page_index'] as $table) {
            DB::statement(
                "ALTER TABLE $table ADD returned DECIMAL(14,2) NOT NULL DEFAULT 0, ADD margin DECIMAL(14,2) NOT NULL DEFAULT 0",
            );
        }
        DB::statement('ALTER TABLE number_windows ADD tells_margin TINYINT NOT NULL DEFAULT 0');
    }
};
